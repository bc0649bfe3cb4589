import jstat from 'jstat'
import { describe, expect, it } from 'vitest'
import { seeded, type Chance } from '../seeded'
import { chanceBy } from './futures'
import type { Plan } from './plan'
import { unreachedDay } from './simulation'
import { laterRates, type RateKind } from './rates'
import type { Speed } from './speed'
import { futuresBy } from './tests/futures'
import { passChance } from './waitingTime'
import type { GoalWork } from './workLeft'

/**
 * The days to come once more, written apart and plainly: block by block and set by set, each with its own chance to
 * pass. The one that is used draws whole waits.
 */
function plainly(goals: readonly GoalWork[], speed: Speed, plan: Plan, chance: Chance): number {
  const about = (shape: number) => jstat.gamma.inv(chance(), shape, 1 / shape)
  const z = chance()
  const dog = (of: Speed) => Math.exp(of.mean) * jstat.gamma.inv(z, of.precision, 1 / of.precision)
  const paces = new Map<string, { easy: number; hard: number }>()
  for (const { command } of goals) {
    if (paces.has(command)) continue
    const own = about(5)
    paces.set(command, { easy: dog(speed) * own, hard: dog(speed.hard ?? speed) * own })
  }
  const slips = plan.slips ?? { out: 0, back: 1 }
  const dogs = goals.map((goal) => ({
    leg: goal,
    step: 0,
    tried: goal.steps[0]?.done ?? 0,
    here: 0,
    passes: false,
    days: goal.days,
    metOn: goal.metToday ? 0 : -1,
    heldOn: unreachedDay,
    workedOn: -1,
    slipped: false,
    asked: -1,
    about: false,
    meetings: goal.contexts.map((m) => ({ ...m, on: m.metToday ? 0 : -1 })),
  }))
  type One = (typeof dogs)[number]
  const climbs = (one: One) => one.step < one.leg.steps.length
  const isHeld = (one: One) => !climbs(one) && one.days === 0
  const isMet = (one: One) => isHeld(one) && !one.slipped && one.meetings.every((m) => m.days === 0)
  const pace = (one: One, kind: RateKind = one.leg.kind) =>
    paces.get(one.leg.command)?.[['shape', 'fade', 'word'].includes(kind) ? 'easy' : 'hard'] ?? 1
  const wants = (one: One) =>
    one.leg.steps.slice(one.step).reduce((n, s) => n + s.reps, 0) +
    one.leg.reps * (one.leg.days + one.leg.contexts.reduce((n, m) => n + m.days + m.eased, 0))
  const lentBy = (i: number) =>
    dogs.flatMap((one, k) => (one.leg.after === i || one.leg.steps.some((s) => s.needs.includes(i)) ? [k] : []))
  const need = (i: number): number => {
    const one = dogs[i] as One
    return Math.max(one.slipped ? 1e6 : wants(one), ...lentBy(i).map(need))
  }
  for (const one of dogs) if (isHeld(one)) one.heldOn = -1
  const isOpen = (one: One, day: number): boolean => {
    if (isMet(one)) return false
    if (one.slipped) return true
    const before = one.leg.after === undefined ? undefined : dogs[one.leg.after]
    if (before && climbs(before)) return false
    if (climbs(one))
      return (one.leg.steps[one.step]?.needs ?? []).every((k) => {
        const first = dogs[k] as One
        return first.heldOn < day && !first.slipped
      })
    if (one.days > 0) return one.metOn !== day
    if (!one.meetings.some((m) => m.days > 0 && m.on !== day)) return false
    if (one.asked !== day) [one.asked, one.about] = [day, chance() < (plan.elsewhere ?? 1)]
    return one.about
  }
  const metToday = (one: One, day: number) => {
    one.days--
    one.metOn = day
    one.tried = 0
    one.here = 0
    if (one.days <= 0) [one.days, one.heldOn] = [0, day]
  }
  /** A pass before the least of sets is had does not count until then. */
  const passes = (one: One, least: number, by: number): boolean => {
    one.here++
    one.passes ||= chance() < by
    if (!one.passes || one.here < least) return false
    one.passes = false
    one.here = 0
    return true
  }
  const aSet = (one: One, day: number): void => {
    if (one.slipped) {
      one.slipped = chance() >= slips.back
      return
    }
    if (climbs(one)) {
      const rung = one.leg.steps[one.step]
      one.tried++
      if (!passes(one, rung?.least ?? 1, passChance((rung?.rate ?? 1) * pace(one, rung?.of?.kind), one.tried))) return
      one.step++
      one.tried = one.leg.steps[one.step]?.done ?? 0
      if (climbs(one)) return
      one.days++
      metToday(one, day)
    } else if (one.days > 0) {
      one.tried++
      if (passes(one, one.leg.least, passChance(laterRates.secondDay * pace(one), one.tried))) metToday(one, day)
    } else {
      const due = one.meetings.find((m) => m.days > 0 && m.on !== day)
      if (!due || !passes(one, one.leg.least, -Math.expm1(-2 * laterRates.again * pace(one)))) return
      if (due.eased > 0) due.eased--
      else [due.days, due.on] = [due.days - 1, day]
    }
  }
  let [bad, over] = [plan.spells !== undefined && chance() < plan.spells.last, chance()]
  for (let day = 0; day < plan.days.length; day++) {
    const spells = plan.spells?.of
    if (spells) bad = chance() < (bad ? spells.again : spells.after)
    for (const one of dogs)
      if (!climbs(one) && !one.slipped && chance() < 1 - (1 - slips.out) * (1 - (spells && bad ? spells.slip : 0)))
        one.slipped = true
    const { things, sets } = plan.held
    const blocks = (plan.days[day] ?? 0) * (plan.ratios[Math.floor(chance() * plan.ratios.length)] ?? 1)
    for (let block = 0; block < blocks; block++) {
      const had = new Set<string>()
      for (let turn = 0; turn < things; turn++) {
        const open = dogs.flatMap((one, i) => (!had.has(one.leg.command) && isOpen(one, day) ? [i] : []))
        const most = open.sort((a, b) => need(b) - need(a))[0]
        const left = open
          .filter((i) => turn === things - 1 && day - (dogs[i] as One).workedOn >= 2)
          .sort((a, b) => (dogs[a] as One).workedOn - (dogs[b] as One).workedOn)[0]
        const one = dogs[left ?? most ?? -1]
        if (!one) continue
        had.add(one.leg.command)
        one.workedOn = day
        over += sets * (bad ? (spells?.pace ?? 1) : 1)
        for (; over >= 1; over--) if (isOpen(one, day)) aSet(one, day)
      }
      if (had.size === 0) break
      for (let n = plan.sure ?? 1; n > 0; n--) {
        const one = dogs[Math.floor(chance() * dogs.length)] as One
        if (!had.has(one.leg.command) && !climbs(one) && !one.slipped && isOpen(one, day)) aSet(one, day)
      }
    }
    if (dogs.every((one) => !one.leg.promised || isMet(one))) return day
  }
  return unreachedDay
}

const rung = (rate: number, more: Partial<GoalWork['steps'][number]> = {}) => ({
  rate,
  done: 0,
  least: 1,
  reps: 5,
  needs: [],
  ...more,
})
const goal = (command: string, rungs: GoalWork['steps'], more: Partial<GoalWork> = {}): GoalWork => ({
  command,
  rungId: `${command}.${rungs.length}`,
  kind: 'word',
  promised: true,
  steps: rungs,
  reps: 5,
  least: 1,
  days: 1,
  metToday: false,
  contexts: [],
  sooner: false,
  ...more,
})

const kennels: readonly (readonly [name: string, legs: readonly GoalWork[], more: Partial<Plan>])[] = [
  ['one command', [goal('sit', [rung(0.4), rung(0.3, { done: 3 }), rung(0.25, { least: 3 })])], {}],
  [
    'four of unlike length',
    [
      goal('sit', [rung(0.5)]),
      goal('down', [rung(0.3), rung(0.4), rung(0.4), rung(0.5)]),
      goal('heel', [rung(0.2), rung(0.4), rung(0.4)]),
      goal('recall', [rung(0.25), rung(0.3)], { days: 2 }),
    ],
    { ratios: [0.5, 1, 1.5], days: new Array<number>(16).fill(2) },
  ],
  [
    'what is needed first, and one run after another',
    [
      goal('down', [rung(0.5)], { promised: false }),
      goal('place', [rung(0.4, { needs: [0] }), ...Array.from({ length: 5 }, () => rung(0.4))]),
      goal('place', [rung(0.4)], { rungId: 'place.further', after: 1 }),
      goal('sit', [rung(0.3), rung(0.4), rung(0.4)]),
      goal('heel', [rung(0.3), rung(0.4), rung(0.4)]),
    ],
    {},
  ],
  [
    'a long one that waits for two short ones',
    [
      goal('down', [rung(0.5)], { promised: false }),
      goal('stay', [rung(0.5, { needs: [0] })], { promised: false }),
      goal('place', [rung(0.1, { needs: [1] }), rung(0.12)]),
      goal('sit', [rung(0.3), rung(0.3), rung(0.3), rung(0.3)]),
      goal('heel', [rung(0.3), rung(0.3), rung(0.3), rung(0.3)]),
    ],
    {},
  ],
  [
    'places and hands, with slips',
    [
      goal('sit', [], { days: 0, contexts: [{ days: 2, eased: 2, metToday: true }] }),
      goal('heel', [rung(0.4), rung(0.4)], {
        contexts: [
          { days: 1, eased: 1, metToday: false },
          { days: 2, eased: 0, metToday: false },
        ],
      }),
      goal('stay', [rung(0.5)], { metToday: true }),
    ],
    { elsewhere: 0.5, slips: { out: 0.05, back: 0.4 } },
  ],
  [
    'what is easy, what is hard, and recalls that take two sets at the least',
    [
      goal('sit', [rung(0.5), rung(0.4)]),
      goal('recall', [rung(0.4, { least: 2 }), rung(0.5, { least: 2 })], {
        kind: 'recall',
        least: 2,
        contexts: [{ days: 1, eased: 1, metToday: false }],
      }),
    ],
    { held: { things: 2, sets: 3 } },
  ],
  [
    'bad days that come in runs',
    [goal('sit', [rung(0.5)]), goal('heel', [rung(0.4), rung(0.4)])],
    { spells: { of: { after: 0.3, again: 0.6, pace: 0.25, slip: 0.3 }, last: 0.4 }, slips: { out: 0.02, back: 0.4 } },
  ],
  [
    'held already, and slipping',
    [goal('sit', [], { days: 0 }), goal('heel', [rung(0.3), rung(0.3)])],
    {
      slips: { out: 0.15, back: 0.3 },
    },
  ],
]

describe('what is played at once and what is played set by set', () => {
  it.each(kennels)('comes to the same days: %s', (_, goals, more) => {
    const speed: Speed = {
      mean: 0.2,
      precision: 4,
      commands: new Map(),
      hard: { mean: 0.5, precision: 6, commands: new Map() },
    }
    const days = [1, 2, 2, 0, 2, 2, 1, 2, 2, 2, 0, 2, 2, 2, 2, 2]
    const plan: Plan = { days, ratios: [1], held: { things: 2, sets: 2 }, elsewhere: 1, ...more }
    const [n, plain] = [6000, 3000]
    const { ready } = futuresBy(goals, speed, { ...plan, slips: plan.slips ?? { out: 1e-9, back: 1 } }, n, 11)
    const chance = seeded(29)
    const plainDays = Int16Array.from({ length: plain }, () => plainly(goals, speed, plan, chance))
    // Four standard errors of the difference, and a hundredth: turns come to as much as bundles, and are not the same.
    const scatter = 4 * Math.sqrt(0.25 / n + 0.25 / plain) + 0.01
    for (let day = 0; day < plan.days.length; day++)
      expect(Math.abs(chanceBy(ready, day) - chanceBy(plainDays, day)), `day ${day}`).toBeLessThan(scatter)
    expect(chanceBy(plainDays, plan.days.length - 1)).toBeGreaterThan(0.3)
  })
})
