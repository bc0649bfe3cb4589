import { findRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import type { SetFact } from '../facts/fact'
import { outcomeMade } from '../progress/result'
import type { DogState } from '../progress/state'
import type { ItemEvidence, Trial } from './chance'
import type { RungId } from '../ids'

/** What speaks for a rung that is shown: reps at it, or at a harder one of its run and axis, in order of time. */
export function evidenceFor(
  curriculum: Curriculum,
  rungId: RungId,
  state: DogState,
  sets: readonly SetFact[],
): ItemEvidence | undefined {
  const at = findRung(curriculum, rungId)
  if (!at) return undefined
  const counting = new Map(
    at.ladder.rungs.filter((r, i) => i >= at.index && r.axis === at.rung.axis).map((r) => [r.id, r]),
  )
  const trials = sets.flatMap((set): Trial[] => {
    const rung = counting.get(set.rungId)
    return rung
      ? set.reps.map((rep) => ({
          day: set.day,
          at: rep.at,
          place: set.placeId,
          person: set.leashHolder,
          clean: outcomeMade(rung, rep) === 'clean',
        }))
      : []
  })
  return { id: rungId, trials: trials.sort((a, b) => a.at - b.at), memory: state.runs[at.ladderKey]?.memory }
}
