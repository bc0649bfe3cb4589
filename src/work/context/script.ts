import { isYoung } from '@/core/coach/allowed'
import { dayIn } from '@/core/days'
import { changed, noChange } from '@/core/demonstration/change'
import { evidenceFor } from '@/core/demonstration/evidence'
import type { ShownEvidence } from '@/core/demonstration/outlook'
import { scriptOf, type Script } from '@/core/demonstration/script'
import { pronounsFor } from './ownersDog'
import type { ScriptDog } from '@/core/demonstration/shown'
import { saidIn } from '@/core/curriculum/lengths'
import { findCommand } from '@/core/curriculum/lookup'
import type { Command, Curriculum } from '@/core/curriculum/types'
import type { SetFact } from '@/core/facts/fact'
import { methodAt } from '@/core/method/method'
import type { DogState } from '@/core/progress/state'
import type { Db } from '@/store/database'
import { scriptChanges } from '@/store/demonstrations'
import { readHouse } from '@/store/house'
import { readMethodChanges } from '@/store/method'
import { readFinishes, readPromises, type Resident } from '@/store/residents'
import type { Version } from '@/store/versions'
import type { ScriptChange } from '@/core/demonstration/change'
import { standingOf } from '../record/standing'
import { ladderOf } from '../base/regimes'
import { wordsOf } from './words'
import type { EpochMs } from '@/core/epochMs'

/** What of the dog a script asks for: its words, signals, side and traits. */
function dogShown(db: Db, resident: Resident, curriculum: Curriculum, today: string): ScriptDog {
  const words = wordsOf(db, resident)
  const { name, side, traits, releaseWord: release, markerWord: marker } = resident
  const of = (id: string, what: (c: Command) => string) => {
    const found = findCommand(curriculum, id)
    return found && what(found)
  }
  return {
    name,
    pronouns: pronounsFor(db, resident.residencyId),
    side,
    traits,
    finish: readFinishes(db, resident.dogId).at(-1)?.finish,
    words: (id) => ({ name, cue: of(id, words.word), release, marker, side, traits, young: isYoung(traits, today) }),
    signal: (id) => of(id, (c) => words.told(c).signal) ?? '',
  }
}

export interface ScriptScene {
  readonly curriculum: Curriculum
  readonly state: DogState
  /** Before anybody changed it: what can be put back. */
  readonly made: Script
  readonly script: Script
  /** What leads made of it, the newest first. */
  readonly changes: readonly Version<ScriptChange>[]
}

/** The script of a dog’s demonstration, as made and as a lead changed it, with what it is made from. */
export function scriptFor(db: Db, resident: Resident, now: EpochMs): ScriptScene {
  const { residencyId } = resident
  const curriculum = ladderOf(db, residencyId, now)
  const { state } = standingOf(db, residencyId, now)
  const { lengths, timeZone } = readHouse(db)
  const question = {
    curriculum,
    state,
    promises: readPromises(db, residencyId),
    method: methodAt(readMethodChanges(db), now),
    dog: dogShown(db, resident, curriculum, dayIn(timeZone, now)),
  }
  const changes = scriptChanges.read(db, residencyId)
  const change = changes[0]?.change ?? noChange
  return {
    curriculum,
    state,
    made: saidIn(scriptOf(question), lengths),
    // What a lead wrote is left as it was written.
    script: changed(saidIn(scriptOf({ ...question, most: change.seconds }), lengths), change),
    changes,
  }
}

/** What speaks for each item of a script: its own reps at what it shows. */
export const evidenceOf = (scene: ScriptScene, sets: readonly SetFact[]): readonly ShownEvidence[] =>
  scene.script.items.map((item) => ({
    itemId: item.id,
    title: item.title,
    shown: item.rungs.flatMap(({ rungId }) => evidenceFor(scene.curriculum, rungId, scene.state, sets) ?? []),
  }))

/** Where most of its newest sets were, of places that are open. */
export function usualPlace(sets: readonly SetFact[], open: ReadonlySet<string>): string | undefined {
  const counts = new Map<string, number>()
  for (const s of sets.slice(-20)) if (open.has(s.placeId)) counts.set(s.placeId, (counts.get(s.placeId) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? [...open][0]
}
