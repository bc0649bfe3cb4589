import { wentOf, type Tried } from '@/core/coach/stuck'
import { ownRung } from '@/core/curriculum/lookup'
import type { Curriculum } from '@/core/curriculum/types'
import type { SetFact } from '@/core/facts/fact'
import { outcomeMade } from '@/core/progress/result'
import type { Db } from '@/store/database'
import { methodsTried } from '@/store/facts/paced'
import { readTried } from '@/store/journal'
import { setsOf } from '../record/cachedStanding'
import type { ResidencyId } from '@/core/ids'

/**
 * What was tried with a dog where it was stuck, newest first: what somebody wrote down, and the sets that tried
 * something, whose reps say how it went. `known`: all of the dog's sets in order, where they
 * were read already.
 */
export function triedOf(
  db: Db,
  residencyId: ResidencyId,
  curriculum: Curriculum,
  known?: readonly SetFact[],
): readonly Tried[] {
  const counted = (set: SetFact | undefined) => {
    const rung = set && ownRung(curriculum, set.rungId)?.rung
    return set && { clean: set.reps.filter((r) => outcomeMade(rung, r) === 'clean').length, reps: set.reps.length }
  }
  const roads = methodsTried(db, residencyId)
  const sets = roads.length === 0 ? [] : (known ?? setsOf(db, residencyId))
  const taken = roads.flatMap(({ id, what, at, by }): Tried[] => {
    const index = sets.findIndex((s) => s.id === id)
    const set = sets[index]
    const now = counted(set)
    if (!set || !now || now.reps === 0) return []
    const before = counted(sets.findLast((s, i) => i < index && s.rungId === set.rungId && s.reps.length > 0))
    const note = `${now.clean} clean of ${now.reps}${before ? `, ${before.clean} of ${before.reps} before` : ''}`
    return [{ rungId: set.rungId, what, went: wentOf(now, before), note, at, by }]
  })
  return [...readTried(db, residencyId), ...taken].sort((a, b) => b.at - a.at)
}
