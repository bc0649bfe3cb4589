import { houseCurriculum } from '../curriculum/house'
import { findCommand, findRung, ladderKey } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { scriptOf, type Script } from '../demonstration/script'
import { pronounsOf } from '../dog/pronouns'
import { adaptCurriculum } from '../dog/adaptCurriculum'
import type { DogTraits } from '../dog/traits'
import { defaultMethod } from '../method/method'
import { emptyDogState, emptyLadderState, emptyTally, type DogState } from '../progress/state'
import type { OwnerPromise } from '../promise/ownerPromise'
import { homeFrom, ownersDog } from './home'
import type { RungId } from '../ids'

/** A dog that holds these of its rungs, met on two days at level 0. */
export function heldOf(ladder: Curriculum, holds: (rungId: RungId) => boolean): DogState {
  const state = emptyDogState()
  for (const command of ladder.commands)
    for (const run of command.runs) {
      const own = (state.runs[ladderKey(command.id, run.id)] = emptyLadderState())
      own.position = run.rungs.length
      for (const { id } of run.rungs)
        if (holds(id))
          own.tallies[id] = { ...emptyTally(), met: ['2026-03-01', '2026-03-02'].map((day) => ({ day, level: 0 })) }
    }
  return state
}

export interface Promised {
  readonly curriculum: Curriculum
  readonly promises: readonly OwnerPromise[]
  readonly script: Script
}

/** What an owner is shown of these promises, as far as the ladder has them, by a dog that holds some of its rungs. */
export function shownOf(traits: DogTraits, rungIds: readonly string[], holds: (rungId: RungId) => boolean): Promised {
  const curriculum = adaptCurriculum(houseCurriculum, { traits, side: 'left', young: false })
  const promises = rungIds.flatMap((rungId) =>
    findRung(curriculum, rungId) ? [{ rungId, level: 0, places: 1, people: 1 }] : [],
  )
  const cue = (id: string) => (id === 'release' ? 'Okay' : findCommand(curriculum, id)?.defaultCue)
  const script = scriptOf({
    curriculum,
    state: heldOf(curriculum, holds),
    method: defaultMethod,
    promises,
    dog: {
      name: 'Teasel',
      pronouns: pronounsOf('female'),
      side: 'left',
      traits,
      finish: undefined,
      signal: (id) => findCommand(curriculum, id)?.signal ?? '',
      words: (id) => ({
        name: 'Teasel',
        cue: cue(id),
        release: 'Okay',
        marker: 'Yes',
        side: 'left',
        young: false,
        traits,
      }),
    },
  })
  return { curriculum, promises, script }
}

/** What of it goes home, though the lead left out what shows `dropped`. */
export const homeOfPromised = ({ curriculum, promises, script }: Promised, traits: DogTraits, dropped = '') =>
  homeFrom(
    { ...script, items: script.items.filter((i) => i.command !== dropped) },
    { curriculum, made: script, dog: { ...ownersDog, traits }, promises },
  )
