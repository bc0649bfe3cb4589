import jstat from 'jstat'
import { describe, expect, it } from 'vitest'
import { seeded, type Chance } from '../seeded'
import { chanceBy, futuresOf } from './futures'
import type { Plan } from './play'
import { never } from './inPlay'
import { laterRates } from './rates'
import type { Speed } from './speed'
import { passChance } from './wait'
import type { Leg } from './workLeft'

/**
 * The days to come once more, written apart and plainly: set by set, each with its own chance to pass, in bundles of
 * two or three to the two that need most. The one that is used draws whole waits and deals whole turns.
 */
function plainly(legs: readonly Leg[], speed: Speed, plan: Plan, chance: Chance): number {
  const about = (shape: number) => jstat.gamma.inv(chance(), shape, 1 / shape)
  const dog = Math.exp(speed.mean) * about(speed.precision)
  const paces = new Map<string, number>()
  for (const { command } of legs) if (!paces.has(command)) paces.set(command, dog * about(5))
  const slips = plan.slips ?? { out: 0, back: 1 }
  const dogs = legs.map((leg) => ({
    leg,
    pace: paces.get(leg.command) ?? 1,
    step: 0,
    tried: leg.steps[0]?.done ?? 0,
    here: 0,
    passes: false,
    days: leg.days,
    metOn: leg.metToday ? 0 : -1,
    heldOn: never,
    slipped: false,
    asked: -1,
    about: false,
    meetings: leg.meetings.map((m) => ({ ...m, on: m.metToday ? 0 : -1 })),
  }))
  type One = (typeof dogs)[number]
  const climbs = (one: One) => one.step < one.leg.steps.length
  const isHeld = (one: One) => !climbs(one) && one.days === 0
  const isMet = (one: One) => isHeld(one) && !one.slipped && one.meetings.every((m) => m.days === 0)
  const wants = (one: One) =>
    (one.leg.steps.slice(one.step).reduce((n, s) => n + Math.max(s.least, 1 / s.rate), 0) +
      one.leg.days / laterRates.secondDay +
      one.leg.meetings.reduce((n, m) => n + (m.days + m.eased) / laterRates.again, 0)) /
    one.pace
  const lentBy = (i: number) =>
    dogs.flatMap((one, k) => (one.leg.after === i || one.leg.steps.some((s) => s.needs.includes(i)) ? [k] : []))
  const need = (i: number): number => {
    const one = dogs[i] as One
    return Math.max(one.slipped ? 1e6 / one.pace : wants(one), ...lentBy(i).map(need))
  }
  for (const one of dogs) if (isHeld(one)) one.heldOn = -1
  const isOpen = (one: One, day: number): boolean => {
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
    if (one.days <= 0) [one.days, one.heldOn] = [0, day]
  }
  const aSet = (one: One, day: number): void => {
    if (one.slipped) {
      one.slipped = chance() >= slips.back
      return
    }
    if (climbs(one)) {
      const { rate = 1, least = 1 } = one.leg.steps[one.step] ?? {}
      one.tried++
      one.here++
      // A pass before the least is had does not count until then.
      one.passes ||= chance() < passChance(rate * one.pace, one.tried)
      if (!one.passes || one.here < least) return
      one.passes = false
      one.step++
      one.here = 0
      one.tried = one.leg.steps[one.step]?.done ?? 0
      if (climbs(one)) return
      one.days++
      metToday(one, day)
    } else if (one.days > 0) {
      one.tried++
      if (chance() < passChance(laterRates.secondDay * one.pace, one.tried)) metToday(one, day)
    } else {
      const due = one.meetings.find((m) => m.days > 0 && m.on !== day)
      if (!due || chance() >= -Math.expm1(-2 * laterRates.again * one.pace)) return
      if (due.eased > 0) due.eased--
      else [due.days, due.on] = [due.days - 1, day]
    }
  }
  for (let day = 0; day < plan.days.length; day++) {
    for (const one of dogs) if (!climbs(one) && !one.slipped && chance() < slips.out) one.slipped = true
    let left = Math.round((plan.days[day] ?? 0) * (plan.ratios[Math.floor(chance() * plan.ratios.length)] ?? 1))
    while (left > 0) {
      const open = dogs.flatMap((one, i) => (isMet(one) || !isOpen(one, day) ? [] : [i]))
      if (open.length === 0) break
      const two = open.sort((a, b) => need(b) - need(a)).slice(0, 2)
      for (const i of two) {
        const one = dogs[i] as One
        for (let most = chance() < 0.5 ? 2 : 3; most > 0 && left > 0 && !isMet(one) && isOpen(one, day); most--) {
          left--
          aSet(one, day)
        }
      }
    }
    if (dogs.every((one) => !one.leg.promised || isMet(one))) return day
  }
  return never
}

const step = (rate: number, more: Partial<Leg['steps'][number]> = {}) => ({
  rate,
  done: 0,
  least: 1,
  needs: [],
  ...more,
})
const leg = (command: string, steps: Leg['steps'], more: Partial<Leg> = {}): Leg => ({
  command,
  rungId: `${command}.${steps.length}`,
  promised: true,
  steps,
  days: 1,
  metToday: false,
  meetings: [],
  sooner: false,
  ...more,
})

const kennels: readonly (readonly [name: string, legs: readonly Leg[], more: Partial<Plan>])[] = [
  ['one command', [leg('sit', [step(0.4), step(0.3, { done: 3 }), step(0.25, { least: 3 })])], {}],
  [
    'four of unlike length',
    [
      leg('sit', [step(0.5)]),
      leg('down', [step(0.3), step(0.4), step(0.4), step(0.5)]),
      leg('heel', [step(0.2), step(0.4), step(0.4)]),
      leg('recall', [step(0.25), step(0.3)], { days: 2 }),
    ],
    { ratios: [0.5, 1, 1.5] },
  ],
  [
    'what is needed first, and one run after another',
    [
      leg('down', [step(0.5)], { promised: false }),
      leg('place', [step(0.4, { needs: [0] }), ...Array.from({ length: 5 }, () => step(0.4))]),
      leg('place', [step(0.4)], { rungId: 'place.further', after: 1 }),
      leg('sit', [step(0.3), step(0.4), step(0.4)]),
      leg('heel', [step(0.3), step(0.4), step(0.4)]),
    ],
    {},
  ],
  [
    'a long one that waits for two short ones',
    [
      leg('down', [step(0.5)], { promised: false }),
      leg('stay', [step(0.5, { needs: [0] })], { promised: false }),
      leg('place', [step(0.1, { needs: [1] }), step(0.12)]),
      leg('sit', [step(0.3), step(0.3), step(0.3), step(0.3)]),
      leg('heel', [step(0.3), step(0.3), step(0.3), step(0.3)]),
    ],
    {},
  ],
  [
    'places and hands, with slips',
    [
      leg('sit', [], { days: 0, meetings: [{ days: 2, eased: 2, metToday: true }] }),
      leg('heel', [step(0.4), step(0.4)], {
        meetings: [
          { days: 1, eased: 1, metToday: false },
          { days: 2, eased: 0, metToday: false },
        ],
      }),
      leg('stay', [step(0.5)], { metToday: true }),
    ],
    { elsewhere: 0.5, slips: { out: 0.05, back: 0.4 } },
  ],
  [
    'held already, and slipping',
    [leg('sit', [], { days: 0 }), leg('heel', [step(0.3), step(0.3)])],
    {
      slips: { out: 0.15, back: 0.3 },
    },
  ],
]

describe('what is played at once and what is played set by set', () => {
  it.each(kennels)('comes to the same days: %s', (_, legs, more) => {
    const speed: Speed = { mean: 0.2, precision: 4, commands: new Map() }
    const plan: Plan = { days: [4, 7, 7, 0, 7, 7, 4, 7, 7, 7, 0, 7, 7, 7, 7, 7], ratios: [1], elsewhere: 1, ...more }
    const [n, plain] = [6000, 3000]
    const { ready } = futuresOf(legs, speed, { ...plan, slips: plan.slips ?? { out: 1e-9, back: 1 } }, n, 11)
    const chance = seeded(29)
    const days = Int16Array.from({ length: plain }, () => plainly(legs, speed, plan, chance))
    // Four standard errors of the difference, and a hundredth: turns come to as much as bundles, and are not the same.
    const scatter = 4 * Math.sqrt(0.25 / n + 0.25 / plain) + 0.01
    for (let day = 0; day < plan.days.length; day++)
      expect(Math.abs(chanceBy(ready, day) - chanceBy(days, day)), `day ${day}`).toBeLessThan(scatter)
    expect(chanceBy(days, plan.days.length - 1)).toBeGreaterThan(0.3)
  })
})
