import { mean, sampleStandardDeviation } from 'simple-statistics'
import { seeded } from '../seeded'

/** A mark later than this after the moment marks something else, milliseconds. Common practice: about half a second. */
export const markWithin = 500
/** Design choice: nobody sees a moment before it is there; this much early is a mark that was already on its way. */
export const earlyBy = 100

/** One moment to be marked. */
export interface Moment {
  /** Milliseconds from the start until the rear touches the floor, or until it would have and comes up again. */
  readonly at: number
  /** How long the sinking takes that ends there. */
  readonly sinking: number
  /** It comes up again: nothing is to be marked. */
  readonly feint: boolean
}

/** Design choice: the moments of a practice; ten of them are about a minute. */
export const momentsOfPractice = 10
const wait = { least: 900, most: 3600 } as const
const sink = { least: 350, most: 1100 } as const
/** Design choice: one in so many comes up again. */
const feintOneIn = 5

/** The moments of a practice, in order. The seed is 32 bits; one feint or two in ten, and never the first. */
export function drawMoments(seed: number, count = momentsOfPractice): readonly Moment[] {
  const chance = seeded(seed)
  const between = (r: { readonly least: number; readonly most: number }) =>
    Math.round(r.least + chance() * (r.most - r.least))
  return Array.from({ length: count }, (_, i): Moment => {
    const [before, sinking] = [between(wait), between(sink)]
    const feint = chance() * feintOneIn < 1 && i > 0
    return { at: before + sinking, sinking, feint }
  })
}

/** What a mark came to, or that there was none. */
export type Marked = 'in time' | 'early' | 'late' | 'missed' | 'marked nothing' | 'rightly nothing'

/** `pressed`: milliseconds from the start; undefined when nobody pressed. */
export function judgeMark(moment: Moment, pressed: number | undefined): Marked {
  if (moment.feint) return pressed === undefined ? 'rightly nothing' : 'marked nothing'
  if (pressed === undefined) return 'missed'
  const error = pressed - moment.at
  return error < -earlyBy ? 'early' : error > markWithin ? 'late' : 'in time'
}

/** How the marks of a practice lie about their moments, milliseconds. */
export interface Timing {
  readonly marks: number
  readonly inTime: number
  /** Mean error: positive is after the moment. */
  readonly middle: number
  /** Sample standard deviation, Σ(x − x̄)² ÷ (n − 1); undefined below two marks. */
  readonly spread: number | undefined
}

/** Of the errors of all marks that had a moment; undefined when there was none. */
export function timingOf(errors: readonly number[]): Timing | undefined {
  if (errors.length === 0) return undefined
  return {
    marks: errors.length,
    inTime: errors.filter((e) => e >= -earlyBy && e <= markWithin).length,
    middle: mean([...errors]),
    spread: errors.length < 2 ? undefined : sampleStandardDeviation([...errors]),
  }
}

/** What to do about it, in a sentence. */
export function timingText(t: Timing): string {
  const seconds = (ms: number) => `${(Math.abs(ms) / 1000).toFixed(2)} s`
  if (t.middle > markWithin)
    return `On the whole ${seconds(t.middle)} late: watch the part that moves, not the whole dog.`
  if (t.middle < -earlyBy)
    return `On the whole ${seconds(t.middle)} early. Wait until the position is complete, then mark.`
  if (t.spread !== undefined && t.spread > markWithin / 2)
    return 'Right on the whole, and uneven: mark in one breath, and do nothing else with your hands.'
  return t.inTime === t.marks ? 'Every mark was in time.' : 'Nearly there: once more.'
}
