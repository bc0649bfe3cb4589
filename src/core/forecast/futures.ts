import { randomGamma } from 'd3-random'
import { seeded, type Chance } from '../seeded'
import { commandShape, type Speed } from './speed'
import { setsLeft } from './wait'
import type { Leg, Meeting } from './workLeft'

/** House: how the second day, a rung climbed again and an eased set are passed, by a usual dog. From simulated dogs. */
export const laterRates = { secondDay: 0.7, again: 0.8 } as const
/** House: chance a day that something held slips, and that it is put right on a day it is worked. */
export const slips = { out: 0.02, back: 0.5 } as const

/** A day to come: sets that can bring something nearer, as the dog's own days were and the house's can be. */
export interface Plan {
  /** Sets that a usual day of this dog gives, by day from today; 0 on a day on which it is not worked. */
  readonly days: readonly number[]
  /** What days came to beside a usual one; one of them is drawn for each day. */
  readonly ratios: readonly number[]
}

export interface Futures {
  /** How many there are. */
  readonly n: number
  /** By future the number of the first day (0 today) at whose end everything is met; `never` where it is not. */
  readonly ready: Int16Array
  /** The same for each promised leg, in the order of the legs. */
  readonly legs: readonly { readonly rungId: string; readonly command: string; readonly ready: Int16Array }[]
}

/** No day of the plan. */
export const never = 32_767

/** Most blocks in a day, so that a day of very many sets ends. */
const mostBlocks = 40

/** How far a leg has come: it climbs, is met on further days, goes to places and hands, or is met. */
const [climbs, again, goes, met] = [0, 1, 2, 3]
/** What slipped comes before everything. */
const slippedNeed = 1e6

/**
 * Plays the days to come again and again: one speed of the dog a future, so that its commands go together; a command's
 * own around it; a waiting time for each rung; sets dealt out in bundles of two or three over the two that need most.
 */
export function futuresOf(legs: readonly Leg[], speed: Speed, plan: Plan, n: number, seed: number): Futures {
  const promised = legs.flatMap((leg, i) => (leg.promised ? [i] : []))
  const ready = new Int16Array(n).fill(never)
  const readyOf = promised.map(() => new Int16Array(n).fill(never))
  const play = new Play(legs, speed, plan)
  for (let f = 0; f < n; f++) {
    // Each future has chances of its own, so that a day more, or another leg, changes it and none after it.
    play.begin(seeded(seed + Math.imul(f + 1, 0x85ebca6b)))
    for (let day = 0; day < plan.days.length && ready[f] === never; day++) {
      play.day(day)
      let all = true
      for (let k = 0; k < promised.length; k++) {
        const of = readyOf[k] as Int16Array
        if (!play.isMet(promised[k] ?? 0)) all = false
        else if (of[f] === never) of[f] = day
      }
      if (all) ready[f] = day
    }
  }
  return {
    n,
    ready,
    legs: promised.map((i, k) => ({
      rungId: legs[i]?.rungId ?? '',
      command: legs[i]?.command ?? '',
      ready: readyOf[k] as Int16Array,
    })),
  }
}

/** One future after the other, in arrays that are filled anew: it is played four thousand times a dog. */
class Play {
  private readonly count: number
  private readonly commands: readonly { readonly factor: number; readonly precision: number }[]
  private readonly commandOf: Int16Array
  /** Steps, their needs and meetings of all legs after each other; a leg's begin at its number, and end at the next. */
  private readonly stepFrom: Int32Array
  private readonly rate: Float64Array
  private readonly spent: Int16Array
  private readonly least: Int16Array
  /** Sets that a usual dog wants from this step on; one more entry a leg, for what comes after its steps. */
  private readonly wanted: Float64Array
  private readonly needFrom: Int32Array
  private readonly needs: Int16Array
  private readonly meetingFrom: Int32Array
  private readonly meetings: readonly Meeting[]
  /** Legs that wait for a leg, last legs first. */
  private readonly lends: readonly (readonly [to: number, from: number])[]

  private readonly stage: Uint8Array
  private readonly step: Int32Array
  private readonly left: Int32Array
  private readonly daysLeft: Int16Array
  private readonly metOn: Int16Array
  private readonly heldOn: Int16Array
  private readonly slipped: Uint8Array
  private readonly pace: Float64Array
  private readonly need: Float64Array
  /** Chance of a set that a place or a pair of hands comes nearer. */
  private readonly meets: Float64Array
  private readonly eased: Int16Array
  private readonly dueDays: Int16Array
  private readonly dueOn: Int16Array
  private chance: Chance = seeded(0)
  private needsStand = false

  constructor(
    private readonly legs: readonly Leg[],
    private readonly speed: Speed,
    private readonly plan: Plan,
  ) {
    const count = legs.length
    this.count = count
    const ids = [...new Set(legs.map((leg) => leg.command))]
    this.commands = ids.map((id) => {
      const known = speed.commands.get(id)
      return { factor: Math.exp(known?.mean ?? 0), precision: known?.precision ?? commandShape }
    })
    this.commandOf = Int16Array.from(legs, (leg) => ids.indexOf(leg.command))
    const steps = legs.flatMap((leg) => leg.steps)
    this.stepFrom = offsets(legs.map((leg) => leg.steps.length))
    this.rate = Float64Array.from(steps, (step) => step.rate)
    this.spent = Int16Array.from(steps, (step) => step.done)
    this.least = Int16Array.from(steps, (step) => step.least)
    this.needFrom = offsets(steps.map((step) => step.needs.length))
    this.needs = Int16Array.from(steps.flatMap((step) => step.needs))
    this.wanted = Float64Array.from(legs.flatMap(wantedSets))
    this.meetings = legs.flatMap((leg) => leg.meetings)
    this.meetingFrom = offsets(legs.map((leg) => leg.meetings.length))
    this.lends = legs
      .flatMap((_, to) =>
        legs.flatMap((leg, from) => (leg.steps.some((step) => step.needs.includes(to)) ? [[to, from] as const] : [])),
      )
      .reverse()
    this.stage = new Uint8Array(count)
    this.step = new Int32Array(count)
    this.left = new Int32Array(count)
    this.daysLeft = new Int16Array(count)
    this.metOn = new Int16Array(count)
    this.heldOn = new Int16Array(count)
    this.slipped = new Uint8Array(count)
    this.pace = new Float64Array(count)
    this.need = new Float64Array(count)
    this.meets = new Float64Array(count)
    this.eased = new Int16Array(this.meetings.length)
    this.dueDays = new Int16Array(this.meetings.length)
    this.dueOn = new Int16Array(this.meetings.length)
  }

  begin(chance: Chance): void {
    this.chance = chance
    // Speeds about their modes, of mean one: gammas of the precision that is known.
    const about = (precision: number) => randomGamma.source(chance)(precision, 1 / precision)()
    const dog = Math.exp(this.speed.mean) * about(this.speed.precision)
    const own = this.commands.map((c) => c.factor * about(c.precision))
    for (let i = 0; i < this.count; i++) {
      const leg = this.legs[i]
      if (!leg) continue
      const pace = dog * (own[this.commandOf[i] ?? 0] ?? 1)
      this.pace[i] = pace
      this.meets[i] = leg.meetings.length > 0 ? -Math.expm1(-laterRates.again * 2 * pace) : 1
      this.step[i] = this.stepFrom[i] ?? 0
      this.daysLeft[i] = leg.days
      this.metOn[i] = leg.metToday ? 0 : -1
      this.heldOn[i] = never
      this.slipped[i] = 0
      if (leg.steps.length > 0) {
        this.stage[i] = climbs
        this.drawStep(i)
      } else if (leg.days > 0) {
        this.stage[i] = again
        this.left[i] = this.drawLater(i)
      } else this.hold(i, -1)
    }
    for (let j = 0; j < this.meetings.length; j++) {
      const meeting = this.meetings[j]
      this.eased[j] = meeting?.eased ?? 0
      this.dueDays[j] = meeting?.days ?? 0
      this.dueOn[j] = meeting?.metToday === true ? 0 : -1
    }
    this.needsStand = false
  }

  isMet(i: number): boolean {
    return this.stage[i] === met && this.slipped[i] === 0
  }

  day(day: number): void {
    const { chance, plan } = this
    for (let i = 0; i < this.count; i++)
      if (this.slipped[i] === 0 && (this.heldOn[i] ?? never) < day && chance() < slips.out) {
        this.slipped[i] = 1
        this.needsStand = false
      }
    const usual = plan.days[day] ?? 0
    let sets = usual > 0 ? Math.round(usual * (plan.ratios[Math.floor(chance() * plan.ratios.length)] ?? 1)) : 0
    for (let block = 0; sets > 0 && block < mostBlocks; block++) {
      if (!this.needsStand) this.reckonNeeds()
      let first = -1
      let second = -1
      let most = -1
      let next = -1
      for (let i = 0; i < this.count; i++) {
        const need = this.need[i] ?? 0
        if (need <= next || !this.isOpen(i, day)) continue
        if (need > most) {
          second = first
          next = most
          first = i
          most = need
        } else {
          second = i
          next = need
        }
      }
      if (first < 0) return
      sets = this.bundle(first, day, sets)
      if (second >= 0) sets = this.bundle(second, day, sets)
    }
  }

  /** Two or three sets of one leg, as long as it is open; how many are left of the day. */
  private bundle(i: number, day: number, sets: number): number {
    const most = this.chance() < 0.5 ? 2 : 3
    let left = sets
    for (let b = 0; b < most && left > 0 && this.isOpen(i, day); b++) {
      left--
      this.work(i, day)
    }
    return left
  }

  /** What waits for a leg lends it its need. */
  private reckonNeeds(): void {
    for (let i = 0; i < this.count; i++)
      this.need[i] =
        (this.slipped[i] === 1 ? slippedNeed : (this.wanted[(this.step[i] ?? 0) + i] ?? 0)) / (this.pace[i] ?? 1)
    for (const [to, from] of this.lends) this.need[to] = Math.max(this.need[to] ?? 0, this.need[from] ?? 0)
    this.needsStand = true
  }

  private isOpen(i: number, day: number): boolean {
    if (this.slipped[i] === 1) return true
    switch (this.stage[i]) {
      case climbs: {
        const step = this.step[i] ?? 0
        const end = this.needFrom[step + 1] ?? 0
        for (let k = this.needFrom[step] ?? 0; k < end; k++) {
          const need = this.needs[k] ?? 0
          if ((this.heldOn[need] ?? never) >= day || this.slipped[need] === 1) return false
        }
        return true
      }
      case again:
        return this.metOn[i] !== day
      case goes:
        return this.meetingDue(i, day) >= 0
      default:
        return false
    }
  }

  private meetingDue(i: number, day: number): number {
    const end = this.meetingFrom[i + 1] ?? 0
    for (let j = this.meetingFrom[i] ?? 0; j < end; j++)
      if ((this.dueDays[j] ?? 0) > 0 && this.dueOn[j] !== day) return j
    return -1
  }

  /** One set of this leg on this day. */
  private work(i: number, day: number): void {
    if (this.slipped[i] === 1) {
      if (this.chance() >= slips.back) return
      this.slipped[i] = 0
      this.needsStand = false
      return
    }
    if (this.stage[i] === goes) return this.meet(i, day)
    this.left[i] = (this.left[i] ?? 0) - 1
    if ((this.left[i] ?? 0) > 0) return
    if (this.stage[i] === climbs) {
      this.step[i] = (this.step[i] ?? 0) + 1
      this.needsStand = false
      if ((this.step[i] ?? 0) < (this.stepFrom[i + 1] ?? 0)) return this.drawStep(i)
      // The passing of the last is the first day of its meeting.
      this.stage[i] = again
    } else this.daysLeft[i] = (this.daysLeft[i] ?? 0) - 1
    this.metOn[i] = day
    if ((this.daysLeft[i] ?? 0) > 0) this.left[i] = this.drawLater(i)
    else this.hold(i, day)
  }

  private hold(i: number, day: number): void {
    this.heldOn[i] = day
    this.stage[i] = (this.legs[i]?.meetings.length ?? 0) > 0 ? goes : met
  }

  private meet(i: number, day: number): void {
    const j = this.meetingDue(i, day)
    if (this.chance() > (this.meets[i] ?? 1)) return
    if ((this.eased[j] ?? 0) > 0) {
      this.eased[j] = (this.eased[j] ?? 0) - 1
      return
    }
    this.dueDays[j] = (this.dueDays[j] ?? 0) - 1
    this.dueOn[j] = day
    const end = this.meetingFrom[i + 1] ?? 0
    for (let k = this.meetingFrom[i] ?? 0; k < end; k++) if ((this.dueDays[k] ?? 0) > 0) return
    this.stage[i] = met
  }

  private drawStep(i: number): void {
    const step = this.step[i] ?? 0
    this.left[i] = setsLeft(
      (this.rate[step] ?? 1) * (this.pace[i] ?? 1),
      this.spent[step] ?? 0,
      1 - this.chance(),
      this.least[step],
    )
  }

  private drawLater(i: number): number {
    return setsLeft(laterRates.secondDay * (this.pace[i] ?? 1), 0, 1 - this.chance())
  }
}

/** Where each begins, of so many each; one more, where the last ends. */
function offsets(lengths: readonly number[]): Int32Array {
  const from = new Int32Array(lengths.length + 1)
  lengths.forEach((length, i) => {
    from[i + 1] = (from[i] ?? 0) + length
  })
  return from
}

/** Sets that a usual dog wants for a leg from each of its steps on, and after the last. */
function wantedSets(leg: Leg): readonly number[] {
  const later =
    leg.days / laterRates.secondDay + leg.meetings.reduce((n, m) => n + (m.eased + m.days) / laterRates.again, 0)
  const from = [later]
  for (const step of [...leg.steps].reverse()) from.unshift((from[0] ?? 0) + Math.max(step.least, 1 / step.rate))
  return from
}

/** Share of futures that are ready by the end of this day. */
export const chanceBy = (ready: Int16Array, day: number): number => ready.filter((r) => r <= day).length / ready.length

/** The day by which this share of futures is ready; `never` where fewer are. */
export function dayOf(ready: Int16Array, share: number): number {
  const sorted = [...ready].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(share * sorted.length) - 1))] ?? never
}
