import { isEasy, type Rates } from './rates'
import type { Speed } from './speed'
import type { FrontierSet } from './rungExposures'
import { hazardAt } from './waitingTime'

/** Bad days that come in runs: little is learned on one, and what was met slips. */
export interface Spells {
  /** Chance of a bad day after a good one, and after a bad one. */
  readonly after: number
  readonly again: number
  /** What a set brings on a bad day, of what it brings on a good one. */
  readonly pace: number
  /** Chance that something that was met slips on a bad day. */
  readonly slip: number
}

/** Design choice: from simulated residencies of a dog with bad days (bench/patterns.ts). */
export const usualSpells: Spells = { after: 0.12, again: 0.45, pace: 0.25, slip: 0.25 }

/** What the days of one dog say of spells. */
export interface SpellsSeen {
  /** Logarithm of how much likelier its days are with spells than without. */
  readonly evidence: number
  /** Share of its days that were bad, and the chance that the last one was, if it has spells. */
  readonly share: number
  readonly last: number
}

/** Share of days that are bad in the long run. */
const longRun = ({ after, again }: Spells): number => after / (1 - again + after)

/**
 * How likely the passes of each day are where every day is alike, and where each may be bad: a chain of two states, its
 * likelihood by the forward recursion (Rabiner 1989). Sets at frontiers, in their order.
 */
export function spellsIn(
  frontier: readonly FrontierSet[],
  rates: Rates,
  speed: Speed,
  spells: Spells = usualSpells,
): SpellsSeen {
  const usual = longRun(spells)
  const days = new Map<string, FrontierSet[]>()
  for (const set of frontier) days.set(set.day, [...(days.get(set.day) ?? []), set])
  // If some days were bad, the dog is quicker on its others than on all of them.
  const quicker = 1 / (1 - usual * (1 - spells.pace))
  const likelihood = (sets: readonly FrontierSet[], pace: number) =>
    sets.reduce((of, { kind, rungId, command, nth, passed }) => {
      const at = isEasy(kind) ? speed : (speed.hard ?? speed)
      const own = Math.exp(at.mean + (at.commands.get(command)?.mean ?? 0))
      const h = pace * hazardAt(rates.of(rungId, kind) * own, nth, rates.shape)
      return of * (passed ? -Math.expm1(-h) : Math.exp(-h))
    }, 1)
  let [bad, evidence, share] = [usual, 0, 0]
  for (const [, sets] of [...days].sort(([a], [b]) => (a < b ? -1 : 1))) {
    const before = spells.after * (1 - bad) + spells.again * bad
    const ifBad = before * likelihood(sets, quicker * spells.pace)
    const ifGood = (1 - before) * likelihood(sets, quicker)
    const alike = likelihood(sets, 1)
    bad = ifBad / (ifBad + ifGood)
    share += bad
    evidence += Math.log((ifBad + ifGood) / alike)
  }
  return { evidence, share: days.size === 0 ? usual : share / days.size, last: bad }
}
