import { seeded, type Chance } from '../seeded'
import { gamma } from './gamma'
import { commandShape, type Speed } from './speed'
import { setsLeft } from './wait'
import type { Leg } from './workLeft'

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

/**
 * Plays the days to come again and again: one speed of the dog a future, so that its commands go together; a command's
 * own around it; a waiting time for each rung; sets dealt out in bundles of two or three over what is open.
 */
export function futuresOf(legs: readonly Leg[], speed: Speed, plan: Plan, n: number, seed: number): Futures {
  const days = plan.days.length
  const promised = legs.flatMap((leg, i) => (leg.promised ? [i] : []))
  const readyAll = new Int16Array(n).fill(never)
  const readyOf = promised.map(() => new Int16Array(n).fill(never))
  const count = legs.length
  const step = new Int16Array(count)
  const left = new Int32Array(count)
  const daysHad = new Int16Array(count)
  const metOn = new Int16Array(count)
  const heldOn = new Int16Array(count)
  const slipped = new Uint8Array(count)
  const pace = new Float64Array(count)
  const meetingLeft = legs.map((leg) => new Int16Array(leg.meetings.length))
  const meetingDays = legs.map((leg) => new Int16Array(leg.meetings.length))
  const meetingOn = legs.map((leg) => new Int16Array(leg.meetings.length))
  const wanted = wantedSets(legs)
  const need = new Float64Array(count)
  const commands = [...new Set(legs.map((leg) => leg.command))]
  const commandOf = legs.map((leg) => commands.indexOf(leg.command))

  // Each future has chances of its own, so that a day more, or another leg, changes it and none after it.
  let chance: Chance = seeded(seed)
  const drawStep = (i: number): void => {
    const at = legs[i]?.steps[step[i] ?? 0]
    if (at) left[i] = setsLeft(at.rate * (pace[i] ?? 1), at.done, 1 - chance(), at.least)
  }
  const drawLater = (i: number, rate: number): number => setsLeft(rate * (pace[i] ?? 1), 0, 1 - chance())

  for (let f = 0; f < n; f++) {
    chance = seeded(seed + Math.imul(f + 1, 0x85ebca6b))
    // Centred so that the mean stays what it is when the spread grows.
    const dog = Math.exp(speed.mean) * gamma(chance, speed.precision)
    const own = commands.map((command) => {
      const known = speed.commands.get(command)
      return Math.exp(known?.mean ?? 0) * gamma(chance, known?.precision ?? commandShape)
    })
    for (let i = 0; i < count; i++) {
      const leg = legs[i]
      if (!leg) continue
      pace[i] = dog * (own[commandOf[i] ?? 0] ?? 1)
      step[i] = 0
      daysHad[i] = leg.days
      metOn[i] = leg.metToday ? 0 : -1
      heldOn[i] = leg.steps.length === 0 && leg.days === 0 ? -1 : never
      slipped[i] = 0
      leg.meetings.forEach((m, j) => {
        ;(meetingLeft[i] as Int16Array)[j] = m.eased
        ;(meetingDays[i] as Int16Array)[j] = m.days
        ;(meetingOn[i] as Int16Array)[j] = m.metToday ? 0 : -1
      })
      if (leg.steps.length > 0) drawStep(i)
      else left[i] = leg.days > 0 ? drawLater(i, laterRates.secondDay) : 0
    }
    const open = (i: number, day: number): boolean => {
      const leg = legs[i]
      if (!leg) return false
      if (slipped[i] === 1) return true
      const at = leg.steps[step[i] ?? 0]
      if (at) return at.needs.every((need) => (heldOn[need] ?? never) < day && slipped[need] === 0)
      if ((daysHad[i] ?? 0) > 0) return metOn[i] !== day
      return (meetingDays[i] as Int16Array).some((d, j) => d > 0 && meetingOn[i]?.[j] !== day)
    }
    /** One set of this leg on this day. */
    const work = (i: number, day: number): void => {
      const leg = legs[i]
      if (!leg) return
      if (slipped[i] === 1) {
        if (chance() < slips.back) slipped[i] = 0
        return
      }
      if (leg.steps[step[i] ?? 0]) {
        left[i] = (left[i] ?? 0) - 1
        if ((left[i] ?? 0) > 0) return
        step[i] = (step[i] ?? 0) + 1
        if (leg.steps[step[i] ?? 0]) return drawStep(i)
        // The passing of the last is the first day of its meeting.
        metOn[i] = day
        left[i] = (daysHad[i] ?? 0) > 0 ? drawLater(i, laterRates.secondDay) : 0
        if ((daysHad[i] ?? 0) === 0) heldOn[i] = day
        return
      }
      if ((daysHad[i] ?? 0) > 0) {
        left[i] = (left[i] ?? 0) - 1
        if ((left[i] ?? 0) > 0) return
        daysHad[i] = (daysHad[i] ?? 0) - 1
        metOn[i] = day
        if ((daysHad[i] ?? 0) > 0) left[i] = drawLater(i, laterRates.secondDay)
        else heldOn[i] = day
        return
      }
      const dueDays = meetingDays[i] as Int16Array
      const j = dueDays.findIndex((d, k) => d > 0 && meetingOn[i]?.[k] !== day)
      const eased = meetingLeft[i] as Int16Array
      if (j < 0) return
      if (chance() > -Math.expm1(-laterRates.again * 2 * (pace[i] ?? 1))) return
      if ((eased[j] ?? 0) > 0) eased[j] = (eased[j] ?? 0) - 1
      else {
        dueDays[j] = (dueDays[j] ?? 0) - 1
        ;(meetingOn[i] as Int16Array)[j] = day
      }
    }
    const done = (i: number): boolean =>
      slipped[i] === 0 && heldOn[i] !== never && (meetingDays[i] as Int16Array).every((d) => d === 0)

    for (let day = 0; day < days; day++) {
      const usual = plan.days[day] ?? 0
      for (let i = 0; i < count; i++)
        if (slipped[i] === 0 && (heldOn[i] ?? never) < day && chance() < slips.out) slipped[i] = 1
      let sets = usual > 0 ? Math.round(usual * (plan.ratios[Math.floor(chance() * plan.ratios.length)] ?? 1)) : 0
      // A block works the two that need most, as the coach has it; what waits for something lends it its need.
      for (let block = 0; sets > 0 && block < mostBlocks; block++) {
        for (let i = 0; i < count; i++) need[i] = wanted.of(i, step[i] ?? 0, slipped[i] === 1) / (pace[i] ?? 1)
        for (let i = count - 1; i >= 0; i--)
          for (const w of wanted.waits[i] ?? []) need[i] = Math.max(need[i] ?? 0, need[w] ?? 0)
        let [first, second] = [-1, -1]
        for (let i = 0; i < count; i++) {
          if (!open(i, day)) continue
          if (first < 0 || (need[i] ?? 0) > (need[first] ?? 0)) [first, second] = [i, first]
          else if (second < 0 || (need[i] ?? 0) > (need[second] ?? 0)) second = i
        }
        if (first < 0) break
        for (const at of second < 0 ? [first] : [first, second]) {
          const bundle = chance() < 0.5 ? 2 : 3
          for (let b = 0; b < bundle && sets > 0 && open(at, day); b++) {
            sets--
            work(at, day)
          }
        }
      }
      let all = true
      promised.forEach((i, k) => {
        if (!done(i)) all = false
        else if (readyOf[k]?.[f] === never) (readyOf[k] as Int16Array)[f] = day
      })
      if (all) {
        readyAll[f] = day
        break
      }
    }
  }
  return {
    n,
    ready: readyAll,
    legs: promised.map((i, k) => ({
      rungId: legs[i]?.rungId ?? '',
      command: legs[i]?.command ?? '',
      ready: readyOf[k] as Int16Array,
    })),
  }
}

/** Sets that a usual dog still wants for each leg, by the step it is at; and which legs wait for it. */
function wantedSets(legs: readonly Leg[]): {
  readonly of: (leg: number, step: number, slipped: boolean) => number
  readonly waits: readonly (readonly number[])[]
} {
  const left = legs.map((leg) => {
    const later =
      leg.days / laterRates.secondDay + leg.meetings.reduce((n, m) => n + (m.eased + m.days) / laterRates.again, 0)
    const from = [later]
    for (const step of [...leg.steps].reverse()) from.unshift((from[0] ?? 0) + Math.max(step.least, 1 / step.rate))
    return from
  })
  const waits = legs.map((_, i) =>
    legs.flatMap((leg, j) => (leg.steps.some((step) => step.needs.includes(i)) ? [j] : [])),
  )
  // What slipped comes before everything.
  return { of: (leg, step, slipped) => (slipped ? 1e6 : (left[leg]?.[step] ?? 0)), waits }
}

/** Share of futures that are ready by the end of this day. */
export const chanceBy = (ready: Int16Array, day: number): number => ready.filter((r) => r <= day).length / ready.length

/** The day by which this share of futures is ready; `never` where fewer are. */
export function dayOf(ready: Int16Array, share: number): number {
  const sorted = [...ready].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.max(0, Math.ceil(share * sorted.length) - 1))] ?? never
}
