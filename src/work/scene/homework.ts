import { changed, noChange } from '@/core/demonstration/change'
import { gapsBy, type Gap } from '@/core/demonstration/gap'
import { goesHome, offLeashHeld } from '@/core/demonstration/goesHome'
import { homeworkOf } from '@/core/demonstration/homework'
import { plainHomework, written, type HomeworkChange, type WrittenHomework } from '@/core/demonstration/homeworkChange'
import { scriptOf, type Script, type ScriptDog } from '@/core/demonstration/script'
import { deafRelease } from '@/core/dog/deaf'
import { findCommand } from '@/core/curriculum/lookup'
import type { Command, Curriculum } from '@/core/curriculum/types'
import { methodAt } from '@/core/method/rows'
import type { Db } from '@/store/database'
import { readScriptChanges } from '@/store/demonstrations'
import { readHomework, type KeptHomework } from '@/store/homework'
import { readEntry } from '@/store/intake'
import { readMethodChanges } from '@/store/method'
import { readFinishes, readPromises, type Resident } from '@/store/residents'
import { standingOf } from '../record/refold'
import { ladderOf } from './regimes'
import { shownOf, triesOf } from './shown'
import { wordsOf } from './words'

/** What of the dog a script asks for: its words, signals, side and traits. */
export function dogShown(db: Db, resident: Resident, curriculum: Curriculum): ScriptDog {
  const words = wordsOf(db, resident)
  const { name, side, traits, releaseWord: release, markerWord: marker } = resident
  const of = (id: string, what: (c: Command) => string) => {
    const found = findCommand(curriculum, id)
    return found && what(found)
  }
  return {
    name,
    side,
    traits,
    finish: readFinishes(db, resident.dogId).at(-1)?.finish,
    words: (id) => ({ name, cue: of(id, words.word), release, marker, side, traits }),
    signal: (id) => of(id, words.signal) ?? '',
  }
}

export interface MadeScript {
  readonly curriculum: Curriculum
  /** Before anybody changed it: what can be put back. */
  readonly made: Script
  readonly script: Script
}

/** The script of a dog’s demonstration, as made and as a lead changed it. */
export function scriptFor(db: Db, resident: Resident, now: number): MadeScript {
  const { residencyId } = resident
  const curriculum = ladderOf(db, residencyId, now)
  const question = {
    curriculum,
    state: standingOf(db, residencyId, now).state,
    promises: readPromises(db, residencyId),
    method: methodAt(readMethodChanges(db), now),
    dog: dogShown(db, resident, curriculum),
  }
  const change = readScriptChanges(db, residencyId)[0]?.change ?? noChange
  return {
    curriculum,
    made: scriptOf(question),
    script: changed(scriptOf({ ...question, most: change.seconds }), change),
  }
}

/** House: three times five minutes a day. */
const [sessions, sessionMinutes] = [3, 5]

export interface HomeworkScene {
  readonly gaps: readonly Gap[]
  readonly homework: WrittenHomework
  readonly change: HomeworkChange
  readonly versions: readonly KeptHomework[]
  /** Minutes a day that are meant. */
  readonly minutesADay: number
}

/** A residency’s homework: made from what is held and from the gap of its demonstrations, with what people wrote. */
export function homeworkFor(db: Db, resident: Resident, now: number): HomeworkScene {
  const { residencyId, traits } = resident
  const { curriculum, script } = scriptFor(db, resident, now)
  const gaps = gapsBy(triesOf(shownOf(db, residencyId)), 'command')
  const versions = readHomework(db, residencyId)
  const change = versions[0]?.change ?? plainHomework
  const allergies = readEntry(db, residencyId, 'health')?.entry.allergies ?? []
  const made = homeworkOf({
    commands: goesHome(curriculum, script, gaps, change.bothSides),
    weeks: change.weeks,
    sessions,
    sessionMinutes,
    cautions: [
      ...(resident.biteHistory ? ['Bite history: nobody new at arm’s length without your trainer’s word.'] : []),
      ...(resident.caution === '' ? [] : [resident.caution]),
      ...allergies.map((a) => `Never as pay: ${a.what}.`),
      'Never as pay either: chocolate, grapes and raisins, onion, anything with xylitol.',
      ...(traits.stiff ? ['Lying instead of sitting, soft floor, few rises. Pain: stop, and ask the vet.'] : []),
      'No sit-stay on a slippery floor, no work in heat; none within an hour after a meal.',
    ],
    offLeashHeld: offLeashHeld(curriculum, standingOf(db, residencyId, now).state),
    release: traits.deaf ? `show ${deafRelease}` : `say “${resident.releaseWord}”`,
    toys: traits.toys,
  })
  return { gaps, homework: written(made, change), change, versions, minutesADay: sessions * sessionMinutes }
}
