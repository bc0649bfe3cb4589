import { hazardAt } from './waitingTime'
import type { Rates, RungExposure } from './rates'
import { speedFrom } from './speed'
import type { FrontierSet } from './rungExposures'

/**
 * How far a dog’s days lie apart, beyond what chance and its speed make of them: the variance of a day’s speed beside
 * the dog’s own. `excess` over `weight` is its estimate; below nothing where days are more alike than chance has them.
 */
export interface DayVariance {
  readonly excess: number
  readonly weight: number
}

/** Design choice: a residency of fewer days says nothing. */
const fewestDays = 4

/** Sets at frontiers as the exposures they were of. */
function stretchesOf(sets: readonly FrontierSet[]): readonly RungExposure[] {
  const all = new Map<string, RungExposure>()
  for (const { rungId, command, kind, nth, passed } of sets)
    all.set(rungId, { rungId, command, kind, ladderKey: '', sets: nth, passed })
  return [...all.values()]
}

/**
 * From residencies that went home, by the sets at their frontiers: what the second half of the days passed, held
 * against what the first half let expect. Its square error, less the chance of each pass and less what was not known
 * of the speed, grows with the variance of one day as 1/(days before) + 1/(days after): a mean of days on either side
 * (moments, as DerSimonian & Laird 1986 find a variance between studies).
 */
export function dayVarianceOf(dogs: readonly (readonly FrontierSet[])[], rates: Rates): DayVariance {
  let [excess, weight] = [0, 0]
  for (const sets of dogs) {
    const days = [...new Set(sets.map((s) => s.day))].sort()
    const half = Math.floor(days.length / 2)
    const from = days[half]
    if (from === undefined || days.length < fewestDays) continue
    const { mean, precision, commands } = speedFrom(stretchesOf(sets.filter((s) => s.day < from)), rates)
    // What is expected, and how it moves with the logarithm of the speed.
    let [passed, expected, moves, variance] = [0, 0, 0, 0]
    for (const { day, rungId, command, kind, nth, passed: came } of sets) {
      if (day < from) continue
      const pace = Math.exp(mean + (commands.get(command)?.mean ?? 0))
      const h = hazardAt(rates.of(rungId, kind) * pace, nth, rates.shape)
      const p = -Math.expm1(-h)
      passed += Number(came)
      expected += p
      moves += h * (1 - p)
      variance += p * (1 - p)
    }
    if (expected === 0) continue
    // Each counts by one over what is expected, so that long residencies are not all.
    excess += ((passed - expected) ** 2 - variance - moves ** 2 / precision) / expected
    weight += (moves ** 2 / expected) * (1 / half + 1 / (days.length - half))
  }
  return { excess, weight }
}
