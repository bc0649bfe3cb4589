import { dayWords } from '../base/dayWords'
import { v7 } from 'uuid'
import { bookingSchema, type Booked } from '@/core/intake/bookingForm'
import { sideSaid } from '@/core/dog/side'
import { isYoung } from '@/core/coach/allowed'
import { withHouseSigns } from '@/core/dog/deaf'
import { plainDog, type DogTraits } from '@/core/dog/traits'
import { methodAt } from '@/core/method/method'
import { personSchema } from '@/core/people/personForm'
import { regimeOf } from '@/core/progress/regime'
import { dayIn } from '@/core/days'
import { fieldErrors } from '@/core/fields'
import type { Curriculum } from '@/core/curriculum/types'
import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import { insertHours, insertPerson, readKennel, readPeople } from '@/store/kennel'
import { readHouse } from '@/store/house'
import { dropDraft } from '@/store/intake'
import { readMethodChanges } from '@/store/method'
import {
  dogInRun,
  dogsKnown,
  findResident,
  traitsOfDog,
  insertCueWord,
  insertDog,
  insertPromise,
  hasLater,
  insertResidency,
  readCueWords,
  replaceCueWords,
  residencyDuring,
  updateDog,
} from '@/store/residents'
import { writePasscode } from '@/store/signingIn'
import { refold, refoldDog } from '../record/refold'
import { changeBooks, noteWord } from './changeBooks'
import { reject, wrongIn, type ActionResult } from './actionResult'
import { promisesFrom } from './promises'
import type { PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export type FormResult = ActionResult<{ readonly id: string }>

/**
 * Adds a person with the same hours on each chosen weekday; without a passcode somebody works here and cannot sign in.
 */
export function addPerson(db: Db, raw: unknown, now: EpochMs, passcodeHash?: string): FormResult {
  const parsed = personSchema.safeParse(raw)
  if (!parsed.success) return wrongIn(fieldErrors(parsed.error))
  const form = parsed.data
  return db
    .transaction((): FormResult => {
      const id = v7()
      insertPerson(db, { id, name: form.name, role: form.role, createdAt: now })
      if (passcodeHash !== undefined) writePasscode(db, id, passcodeHash)
      for (const weekday of new Set(form.weekdays))
        insertHours(db, { personId: id, weekday, fromMinute: form.from, toMinute: form.to })
      return { ok: true, id }
    })
    .immediate()
}

/** The ladder that a booked dog will stand on the day it goes home, when a puppy may be grown. */
function ladderAtHome(
  db: Db,
  curriculum: Curriculum,
  form: Booked,
  known: DogTraits | undefined,
  now: EpochMs,
): Curriculum {
  const traits = traitsIn(form, known)
  return regimeOf(curriculum, methodAt(readMethodChanges(db), now), {
    traits,
    side: sideSaid(form.side).side,
    young: isYoung(traits, form.leavesOn),
  }).curriculum
}

/** The traits of a dog as it is booked: what was known of it, and what is typed now. */
const traitsIn = (form: Booked, known?: DogTraits): DogTraits => ({
  ...plainDog,
  ...(known && form.shown !== form.dogId ? known : {}),
  ...Object.fromEntries(form.traits.map((t) => [t, true])),
  bornOn: form.bornOn === '' ? (known?.bornOn ?? null) : form.bornOn,
})

/**
 * What was typed at the booking of a dog that was here before, kept where it says something else than what is known of
 * it. What was left empty says nothing.
 */
function keepTyped(
  db: Db,
  residencyId: ResidencyId,
  form: Booked,
  who: { readonly recordedBy: PersonId; readonly now: EpochMs },
): void {
  const known = findResident(db, residencyId)
  if (!known) return
  changeBooks(db, known, 'name', form.name, who)
  changeBooks(db, known, 'owner', form.owner, who)
  const typedOr = (typed: string, was: string): string => (typed === '' ? was : typed)
  const release = typedOr(form.releaseWord, known.releaseWord)
  const marker = typedOr(form.markerWord, known.markerWord)
  noteWord(db, known, { what: 'release', was: known.releaseWord, becomes: release }, who)
  noteWord(db, known, { what: 'marker', was: known.markerWord, becomes: marker }, who)
  const words = readCueWords(db, known.dogId)
  for (const [command, typed] of Object.entries(form.cue)) {
    const was = words.get(command) ?? ''
    if (typed === '' || typed === was) continue
    // It is taught again from where the word is brought in, unless it is only spelled otherwise.
    const spelling = typed.toLowerCase() === was.toLowerCase()
    noteWord(db, known, { what: spelling ? 'spelling' : 'word', of: command, was, becomes: typed }, who)
    replaceCueWords(db, known.dogId, new Map([...readCueWords(db, known.dogId), [command, typed]]))
  }
  updateDog(db, known.dogId, {
    releaseWord: release,
    markerWord: marker,
    ...(form.side === 'not known yet' ? {} : sideSaid(form.side)),
    caution: typedOr(form.caution, known.caution),
    biteHistory: form.biteHistory || (known.biteHistory && form.shown !== form.dogId),
    traits: withHouseSigns(traitsIn(form, known.traits), readHouse(db)),
  })
}

interface Adding {
  readonly promisesNeeded?: boolean
  readonly pastToo?: boolean
  /** Who books it; whoever came first where nobody is named. */
  readonly recordedBy?: PersonId
}

/** Adds a dog with its residency, words and promises; the id is that of the residency. */
export function addDog(
  db: Db,
  raw: unknown,
  now: EpochMs,
  { promisesNeeded = true, pastToo = false, recordedBy }: Adding = {},
): FormResult {
  const curriculum = newestCurriculum(db)
  const today = dayIn(readKennel(db).timeZone, now)
  const parsed = bookingSchema(today, promisesNeeded).safeParse(raw)
  if (!parsed.success) return wrongIn(fieldErrors(parsed.error))
  const form = parsed.data
  return db
    .transaction((): FormResult => {
      if (form.bornOn > today) return wrongIn({ bornOn: 'That day has not come yet.' })
      if (form.leavesOn < today && !pastToo)
        return wrongIn({ leavesOn: 'This day is past: the dog would be gone already.' })
      const taken = dogInRun(db, form.run, form.arrivesOn, form.leavesOn)
      if (taken !== undefined) return wrongIn({ run: `${taken} has run ${form.run} during these days.` })
      const id = form.key ?? v7()
      if (form.key !== undefined && findResident(db, id))
        return reject('made-already', 'This booking was made already.')
      const before = form.dogId === '' ? undefined : dogsKnown(db).find((d) => d.id === form.dogId)
      if (form.dogId !== '' && !before) return wrongIn({ dogId: 'No such dog was here before.' })
      const dogId = before?.id ?? v7()
      const clash = before && residencyDuring(db, dogId, form.arrivesOn, form.leavesOn)
      const dayText = dayWords(db)
      if (clash)
        return wrongIn({
          arrivesOn: `${form.name} is here from ${dayText(clash.arrivesOn)} to ${dayText(clash.leavesOn)} already.`,
        })
      // What was promised in a stay that is past was promised, whatever is asked of such a dog now.
      const past = form.leavesOn < today
      const ladder = past ? curriculum : ladderAtHome(db, curriculum, form, before && traitsOfDog(db, before.id), now)
      const wanted = promisesFrom(db, ladder, form.promised, past)
      if ('errors' in wanted) return wrongIn(wanted.errors)
      // A dog that comes back keeps its name in the books, its history and its words; it is tested afresh.
      if (!before)
        insertDog(db, {
          id: dogId,
          name: form.name,
          ownerName: form.owner,
          releaseWord: form.releaseWord === '' ? 'Okay' : form.releaseWord,
          markerWord: form.markerWord === '' ? 'Yes' : form.markerWord,
          ...sideSaid(form.side),
          caution: form.caution,
          biteHistory: form.biteHistory,
          traits: withHouseSigns(traitsIn(form), readHouse(db)),
          createdAt: now,
        })
      if (!before)
        for (const command of curriculum.commands) {
          const word = form.cue[command.id]
          if (word) insertCueWord(db, dogId, command.id, word)
        }
      insertResidency(db, {
        id,
        dogId,
        runNumber: form.run,
        arrivesOn: form.arrivesOn,
        leavesOn: form.leavesOn,
        curriculumId: curriculum.id,
        curriculumVersion: curriculum.version,
        createdAt: now,
        rehearse: readHouse(db).rehearse === 'yes',
      })
      // A stay that is entered when it is long past says nothing of the dog as it is now.
      const by = recordedBy ?? readPeople(db)[0]?.id
      if (before && by !== undefined && !hasLater(db, id)) keepTyped(db, id, form, { recordedBy: by, now })
      for (const { command, ...promise } of wanted.promises) insertPromise(db, id, command, promise)
      dropDraft(db, id, 'booking')
      if (before) refoldDog(db, dogId, now)
      else refold(db, id, now)
      return { ok: true, id }
    })
    .immediate()
}
