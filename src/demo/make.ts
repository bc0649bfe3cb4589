import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { findRung } from '@/core/curriculum/lookup'
import { addDays, weekdayOf } from '@/core/days'
import { plainDog } from '@/core/dog/traits'
import { seeded, type Chance } from '@/core/seeded'
import type { Db } from '@/store/database'
import { appendHandoff } from '@/store/handoffs'
import { nested } from '@/core/fields'
import { typedOf } from '@/core/form'
import { stepSchemas } from '@/core/intake/steps'
import { appendEntry } from '@/store/intake'
import { appendPractice } from '@/store/homework'
import { appendOwnerTimes } from '@/store/ownerTimes'
import { insertHours, insertPerson, renamePlace, updateKennel } from '@/store/kennel'
import { insertCueWord, insertDog, insertPromise, insertResidency } from '@/store/residents'
import { writePasscode } from '@/store/signingIn'
import { arriving, dogs, gone, over, kennelName, places, shownLastWeek, staff, type CastDog } from './cast'
import { furnish, paper, type PaperedDog } from './intakes'
import { ladderOfCast } from './ladder'
import { moment, timeZone } from './moment'
import { demoSeed, Pen, type PenContext } from './pen'
import { writeShown, shownItems, type Telling } from './shown'
import { storyOf } from './stories'
import { markUntouched } from './untouched'
import type { PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Of the demonstration’s passcode; made once, as its salt is drawn by chance and the demo is the same every time. */
export const passcodeHash =
  '$argon2id$v=19$m=19456,t=2,p=1$jJ0aQsjRfjJ3x5bs6OPANg$lnrUYBHKTYS12OQNc17l6kwPvAmRfZ6+pePeidgUQ3M'

/** Makes the demonstration kennel in an empty database, as if worked up to yesterday evening of `today`. */
export function makeDemo(db: Db, today: string, seed: number = demoSeed): void {
  const rng = xoroshiro128plus(seed)
  const chance: Chance = () => (rng.next() >>> 0) / 2 ** 32
  const pen = new Pen(db, chance)
  // Of their own, so that how they are worked changes nothing else that is told.
  const ofTheLastWeeks = seeded(seed + 2)
  db.transaction(() => {
    updateKennel(db, { name: kennelName, timeZone, demoMadeOn: today })
    for (const place of places) renamePlace(db, place.id, place.name)
    for (const s of staff) {
      insertPerson(db, { id: s.id, name: s.name, role: s.role, createdAt: moment(addDays(today, -60), 8 * 60) })
      writePasscode(db, s.id, passcodeHash)
      for (const weekday of s.days) insertHours(db, { personId: s.id, weekday, fromMinute: s.from, toMinute: s.to })
    }
    furnish(db, kennelName, timeZone, moment(addDays(today, -60), 9 * 60))
    const here: PaperedDog[] = []
    for (const dog of [...gone, ...dogs, ...over]) {
      const scene = enter(db, pen, dog, today)
      const isHere = dog.story !== 'gone' && dog.story !== 'over'
      if (isHere)
        here.push({
          dog,
          dogId: scene.dogId,
          residencyId: scene.residencyId,
          arrivesOn: scene.arrivesOn,
          at: moment(scene.arrivesOn, 10 * 60),
        })
      const sets = storyOf(dog, dog.story === 'over' ? ofTheLastWeeks : chance)
      sets.forEach((set, i) => pen.write(scene, set, i, sets))
      if (!isHere) continue
      pen.endBlocks(scene, sets)
      pen.inPassing(scene, sets)
    }
    const coming = enter(db, pen, arriving, today)
    here.push({
      dog: arriving,
      dogId: coming.dogId,
      residencyId: coming.residencyId,
      arrivesOn: coming.arrivesOn,
      at: moment(addDays(today, -3), 11 * 60),
    })
    paper(db, here, today)
    tellTimes(db, pen, here, today)
    bookGimlet(db, pen, today)
    showSome(db, pen, today)
    markUntouched(db)
  })()
}

function enter(db: Db, pen: Pen, dog: CastDog, today: string): PenContext {
  const arrivesOn = addDays(today, -dog.arrived)
  const createdAt = moment(arrivesOn, 10 * 60)
  const [dogId, residencyId] = [pen.id(createdAt), pen.id(createdAt)]
  insertDog(db, {
    id: dogId,
    name: dog.name,
    ownerName: dog.owner,
    releaseWord: dog.release ?? 'Okay',
    markerWord: 'Yes',
    side: dog.side ?? 'left',
    sideKnown: true,
    caution: dog.caution ?? '',
    biteHistory: dog.bite ?? false,
    traits: { ...plainDog, ...dog.traits, bornOn: dog.age === undefined ? null : addDays(today, -dog.age) },
    createdAt,
  })
  const ladder = ladderOfCast(dog)
  for (const [command, word] of Object.entries(dog.words ?? {})) insertCueWord(db, dogId, command, word)
  insertResidency(db, {
    id: residencyId,
    dogId,
    runNumber: dog.run,
    arrivesOn,
    leavesOn: addDays(today, dog.leaves),
    curriculumId: ladder.id,
    curriculumVersion: ladder.version,
    createdAt,
    rehearse: dog.rehearse ?? false,
  })
  for (const promise of dog.promises)
    insertPromise(db, residencyId, findRung(ladder, promise.rungId)?.command.id ?? '', promise)
  return { dog, dogId, residencyId, arrivesOn }
}

/** Most owners have said when they can come; every fourth has not been asked yet. */
function tellTimes(
  db: Db,
  pen: Pen,
  here: readonly { readonly residencyId: ResidencyId; readonly dog: CastDog }[],
  today: string,
): void {
  const ids = seeded(demoSeed + 3)
  here.forEach(({ residencyId }, i) => {
    const said = whenTheyCome[i % whenTheyCome.length] ?? ''
    const at = moment(addDays(today, -2), 9 * 60 + i)
    if (said !== '') appendOwnerTimes(db, { id: pen.id(at, ids), residencyId, said, holdsUntil: '', at, by: 'maud' })
  })
}
const whenTheyCome = [
  'Tue and Thu afternoons, Sat',
  'weekday mornings',
  '',
  'Sat, Sun',
  'Mon, Wed afternoons',
  'any day, not Sun',
  'Fri, Sat mornings',
]

/** Gimlet’s owner comes on the first day from tomorrow on which Joss works, at ten, or Wyn on a Sunday. */
function bookGimlet(db: Db, pen: Pen, today: string): void {
  const residency = pen.residencyOf('Gimlet')
  for (let n = 1; n <= 3; n++) {
    const day = addDays(today, n)
    const weekday = weekdayOf(day)
    const who = staff.find((s) => s.role === 'trainer' && s.days.some((d) => d === weekday))
    if (!who || !residency) continue
    const from = moment(day, 11 * 60)
    const changedAt = moment(addDays(today, -1), 17 * 60)
    appendHandoff(db, 'booked', pen.id(changedAt), {
      id: pen.id(changedAt),
      residencyId: residency,
      personId: who.id,
      placeId: null,
      fromMs: from,
      toMs: from + 3_600_000,
      sequence: 0,
      status: 'confirmed',
      changedAt,
    })
    return
  }
}

/**
 * Wren was rehearsed yesterday by a second handler; Plover’s owner comes today; Lapwing was shown last week, and its
 * owner practices. All of it from a chance of its own: nothing else that is told changes by it.
 */
function showSome(db: Db, pen: Pen, today: string): void {
  const chance = seeded(demoSeed + 1)
  const scene = enter(db, pen, shownLastWeek, today)
  const sets = storyOf(shownLastWeek, chance)
  sets.forEach((set, i) => pen.write(scene, set, i, sets))
  const tell = (residencyId: ResidencyId, told: Omit<Telling, 'residencyId' | 'stamp' | 'write'>) =>
    writeShown({
      ...told,
      residencyId,
      stamp: (at) => ({ id: pen.id(at, chance), seq: pen.next(), deviceAt: at }),
      write: (fact, also) => pen.put(fact, also),
    })
  const wren = pen.residencyOf('Wren')
  const book = (residencyId: ResidencyId, from: number, personId: PersonId, changedAt: EpochMs) =>
    appendHandoff(db, 'booked', pen.id(changedAt, chance), {
      id: pen.id(changedAt, chance),
      residencyId,
      personId,
      placeId: null,
      fromMs: from,
      toMs: from + 3_600_000,
      sequence: 0,
      status: 'confirmed',
      changedAt,
    })
  if (wren) tell(wren, { ...shownItems.rehearsal, from: moment(addDays(today, -1), 17 * 60 + 10) })
  const plover = pen.residencyOf('Plover')
  if (plover) book(plover, moment(today, 16 * 60), 'joss', moment(addDays(today, -3), 12 * 60))
  const arrivedAt = moment(addDays(today, -shownLastWeek.arrived), 11 * 60)
  appendEntry(db, {
    id: pen.id(arrivedAt, chance),
    residencyId: scene.residencyId,
    step: 'arrival',
    entry: stepSchemas.arrival.parse(
      nested(typedOf({ run: shownLastWeek.run, weight: '17', weightUnit: 'kg', sex: 'female, spayed' })),
    ),
    at: arrivedAt,
    recordedBy: 'maud',
  })
  const shownOn = addDays(today, shownLastWeek.leaves)
  book(scene.residencyId, moment(shownOn, 15 * 60), 'maud', moment(addDays(shownOn, -3), 12 * 60))
  tell(scene.residencyId, { ...shownItems.demonstration, from: moment(shownOn, 15 * 60 + 4) })
  const practiced = Array.from({ length: -shownLastWeek.leaves }, (_, n) => addDays(shownOn, n + 1)).slice(0, -1)
  appendPractice(
    db,
    scene.residencyId,
    practiced.flatMap((day, d) =>
      (
        [
          ['heel', 8, 3 + d, null],
          ['sit-stay', 6, 5, 30],
          ['recall', 5, Math.min(5, 3 + d), null],
        ] as const
      ).map(([command, reps, clean, seconds], n) => ({
        entry: `lapw-${d * 3 + n}`,
        day,
        minute: 18 * 60 + n * 6,
        command,
        clean: Math.min(reps, clean),
        reps,
        seconds,
        revision: reps,
      })),
    ),
    { at: moment(addDays(today, -1), 20 * 60), by: 'maud' },
  )
}
