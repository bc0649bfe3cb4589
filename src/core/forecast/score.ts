import { mean } from 'simple-statistics'
import type { Chance } from '../seeded'

/** A chance that was said, and whether it came. What is calculated below is of at least one. */
export interface Said {
  readonly chance: number
  readonly came: boolean
}

/** Mean squared distance between what was said and what came (Brier 1950), 0 best, 1 worst. */
export const brier = (all: readonly Said[]): number => mean(all.map((s) => (s.chance - Number(s.came)) ** 2))

/** What somebody who always says one half is off by: the reference that no choice of dogs can flatter. */
export const evenBrier = 0.25

/** 1 perfect, 0 no better than the reference, below it worse. */
export const skill = (all: readonly Said[], reference = evenBrier): number => 1 - brier(all) / reference

/**
 * Design choice: nothing is taken for surer than this: it is played four thousand times, by a law that is only nearly
 * so.
 */
const surest = 0.995

/**
 * How much farther off chances were than they said of themselves, in standard errors: about 0 where they are right, up
 * from there where they are too sure, down where they could be surer (the z of Spiegelhalter 1986, Statistics in
 * Medicine 5, 421–433). Of chances that are all one half nothing can be said: 0.
 */
export function overSure(all: readonly Said[]): number {
  let [off, variance] = [0, 0]
  for (const { chance, came } of all) {
    const p = Math.min(surest, Math.max(1 - surest, chance))
    off += (Number(came) - p) * (1 - 2 * p)
    variance += (1 - 2 * p) ** 2 * p * (1 - p)
  }
  return variance < 1e-12 ? 0 : off / Math.sqrt(variance)
}

/** One group of chances said alike. */
export interface Bin {
  readonly n: number
  readonly said: number
  readonly came: number
}

/**
 * Brier's score in three parts (Murphy 1973): reliability (how far what was said lies from what came), resolution (how
 * far groups lie from all of them), uncertainty of what came; score = reliability − resolution + uncertainty, exactly
 * where all of a group were said alike. Groups by what was said, of equal width.
 */
export function partsOf(
  all: readonly Said[],
  groups = 10,
): {
  readonly reliability: number
  readonly resolution: number
  readonly uncertainty: number
  readonly bins: readonly Bin[]
} {
  const base = mean(all.map((s) => Number(s.came)))
  const groupOf = (chance: number) => Math.min(groups - 1, Math.floor(chance * groups + 1e-9))
  const bins = Array.from({ length: groups }, (_, g) => all.filter((s) => groupOf(s.chance) === g))
    .filter((of) => of.length > 0)
    .map((of): Bin => ({
      n: of.length,
      said: mean(of.map((s) => s.chance)),
      came: mean(of.map((s) => Number(s.came))),
    }))
  const n = all.length
  return {
    reliability: bins.reduce((sum, b) => sum + (b.n / n) * (b.said - b.came) ** 2, 0),
    resolution: bins.reduce((sum, b) => sum + (b.n / n) * (b.came - base) ** 2, 0),
    uncertainty: base * (1 - base),
    bins,
  }
}

/** When something came, or until when it had not when nobody looked any more. */
export interface Waited {
  readonly day: number
  readonly came: boolean
}

/**
 * Where what happened lies among what was said, 0–1: even over all cases where the forecast is right. Whole days are
 * spread by chance over their share (randomized probability transform); what had not come when it was last looked at
 * lies somewhere above, by chance.
 */
export function transformed(by: (day: number) => number, waited: Waited, chance: Chance): number {
  const [before, until] = [by(waited.day - 1), by(waited.day)]
  return waited.came ? before + chance() * (until - before) : until + chance() * (1 - until)
}

/** Share of these that lie within the middle of such a width. */
export const coverage = (transforms: readonly number[], width: number): number =>
  mean(transforms.map((u) => Number(Math.abs(u - 0.5) <= width / 2)))

/** Share for which it had not come yet, after each day on which it came for somebody (Kaplan and Meier 1958). */
export function survival(all: readonly Waited[]): readonly { readonly day: number; readonly left: number }[] {
  const days = [...new Set(all.flatMap((w) => (w.came ? [w.day] : [])))].sort((a, b) => a - b)
  let left = 1
  return days.map((day) => {
    const atRisk = all.filter((w) => w.day >= day).length
    const arrived = all.filter((w) => w.came && w.day === day).length
    left *= 1 - arrived / atRisk
    return { day, left }
  })
}
