import type { Rung } from '../curriculum/types'
import type { SetFact } from '../facts/fact'
import type { StartPosition } from '../facts/words'
import { outcomeMade } from '../progress/result'

/** How a rung went from each start that somebody noted. */
export type Starts = Readonly<Partial<Record<StartPosition, { readonly clean: number; readonly reps: number }>>>

/** Reps and clean ones of a rung, by what they were begun from. */
export function startsOf(rung: Rung, sets: readonly SetFact[]): Starts {
  const found: Partial<Record<StartPosition, { clean: number; reps: number }>> = {}
  for (const set of sets) {
    if (set.rungId !== rung.id || !set.startPosition) continue
    const counts = (found[set.startPosition] ??= { clean: 0, reps: 0 })
    counts.reps += set.reps.length
    counts.clean += set.reps.filter((r) => outcomeMade(rung, r) === 'clean').length
  }
  return found
}
