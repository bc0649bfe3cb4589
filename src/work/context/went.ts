import { contextKey, type Seen } from '@/core/block/performanceDrop'
import { startsOf, type Starts } from '@/core/coach/starts'
import { ownRung } from '@/core/curriculum/lookup'
import type { Curriculum } from '@/core/curriculum/types'
import type { SetFact } from '@/core/facts/fact'
import { outcomeMade } from '@/core/progress/result'

/** How each rung went from the starts that were noted, where any was. */
export function startsIn(curriculum: Curriculum, sets: readonly SetFact[]): Readonly<Record<string, Starts>> {
  const noted = new Set(sets.flatMap((s) => (s.startPosition ? [s.rungId] : [])))
  return Object.fromEntries(
    [...noted].flatMap((id) => {
      const rung = ownRung(curriculum, id)?.rung
      return rung ? [[id, startsOf(rung, sets)] as const] : []
    }),
  )
}

/** How its reps went at each rung in each context. */
export function seenIn(curriculum: Curriculum, sets: readonly SetFact[]): Readonly<Record<string, Seen>> {
  const seen: Record<string, { clean: number; total: number }> = {}
  for (const set of sets) {
    const rung = ownRung(curriculum, set.rungId)?.rung
    const counts = (seen[contextKey(set)] ??= { clean: 0, total: 0 })
    for (const rep of set.reps) {
      counts.total++
      if (outcomeMade(rung, rep) === 'clean') counts.clean++
    }
  }
  return seen
}
