import { z } from 'zod'
import { finishes, type Finish } from '@/core/dog/finish'
import type { DogTraits } from '@/core/dog/traits'
import { dogTraits } from '@/core/dog/traitsSchema'
import type { OwnerPromise } from '@/core/promise/ownerPromise'
import type { Db } from './database'
import { isBooked } from './notComing'
import type { DogId, PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface Resident {
  readonly residencyId: ResidencyId
  readonly dogId: DogId
  readonly name: string
  readonly runNumber: string
  readonly ownerName: string
  readonly arrivesOn: string
  readonly leavesOn: string
  readonly releaseWord: string
  readonly markerWord: string
  readonly side: 'left' | 'right'
  /** False while nobody has asked the owner: the side is the house’s until then. */
  readonly sideKnown: boolean
  readonly caution: string
  readonly biteHistory: boolean
  readonly traits: DogTraits
  readonly curriculumId: string
  readonly curriculumVersion: number
}

const parsedTraits = new Map<string, DogTraits>()
/** Dogs alike share one object, parsed once. */
function readTraits(json: string): DogTraits {
  const had = parsedTraits.get(json)
  if (had) return had
  const traits = dogTraits.parse(JSON.parse(json))
  parsedTraits.set(json, traits)
  return traits
}

const yes = z.number().transform((n) => n === 1)
const residentRow = z.object({
  residencyId: z.string(),
  dogId: z.string(),
  name: z.string(),
  runNumber: z.string(),
  ownerName: z.string(),
  arrivesOn: z.string(),
  leavesOn: z.string(),
  releaseWord: z.string(),
  markerWord: z.string(),
  side: z.enum(['left', 'right']),
  sideKnown: yes,
  caution: z.string(),
  biteHistory: yes,
  traits: z.string().transform(readTraits),
  curriculumId: z.string(),
  curriculumVersion: z.number(),
}) satisfies z.ZodType<Resident>

const residentColumns = `r.id AS residencyId, d.id AS dogId, d.name, r.run_number AS runNumber,
    d.owner_name AS ownerName, r.arrives_on AS arrivesOn, r.leaves_on AS leavesOn, d.release_word AS releaseWord,
    d.marker_word AS markerWord, d.side, d.side_known AS sideKnown, d.caution, d.bite_history AS biteHistory, d.traits,
    r.curriculum_id AS curriculumId, r.curriculum_version AS curriculumVersion
  FROM residency r JOIN dog d ON d.id = r.dog_id`

/** Dogs whose residency covers this day, going home day included. */
export const residentsOn = (db: Db, day: string): readonly Resident[] =>
  db
    .prepare(`SELECT ${residentColumns} WHERE r.leaves_on >= ? AND r.arrives_on <= ? ORDER BY r.leaves_on`)
    .all(day, day)
    .map((r) => residentRow.parse(r))

/** Residencies that end on this day or later, those that end last first. */
export const residentsSince = (db: Db, day: string): readonly Resident[] =>
  db
    .prepare(`SELECT ${residentColumns} WHERE r.leaves_on >= ? ORDER BY r.leaves_on DESC LIMIT 200`)
    .all(day)
    .map((r) => residentRow.parse(r))

/** Residencies that ended before this day, the last first, of dogs or owners with these letters in their names. */
export const residentsGone = (db: Db, day: string, letters: string, most: number): readonly Resident[] =>
  db
    .prepare(
      `SELECT ${residentColumns}
        WHERE r.leaves_on < @day AND ${isBooked('r')} AND (instr(lower(d.name), lower(@letters)) > 0
          OR instr(lower(d.owner_name), lower(@letters)) > 0)
        ORDER BY r.leaves_on DESC LIMIT @most`,
    )
    .all({ day, letters, most })
    .map((r) => residentRow.parse(r))

/** Residencies that began before `until` and ended on `since` or later, those that end first first. */
export const residentsBetween = (db: Db, since: string, until: string): readonly Resident[] =>
  db
    .prepare(`SELECT ${residentColumns} WHERE r.leaves_on >= ? AND r.arrives_on < ? ORDER BY r.leaves_on, r.id`)
    .all(since, until)
    .map((r) => residentRow.parse(r))

/** Residencies that begin on these days, first to last. */
export const residentsArriving = (db: Db, from: string, to: string): readonly Resident[] =>
  db
    .prepare(`SELECT ${residentColumns} WHERE r.arrives_on BETWEEN ? AND ? ORDER BY r.arrives_on, r.run_number`)
    .all(from, to)
    .map((r) => residentRow.parse(r))

const idRows = z.array(z.object({ id: z.string() }))

/** Every residency, past ones too. */
export const allResidencyIds = (db: Db): readonly string[] =>
  idRows.parse(db.prepare(`SELECT id FROM residency r WHERE ${isBooked('r')}`).all()).map((r) => r.id)

const residentIfAny = residentRow.optional()

/** One residency of a dog that came or is to come, or undefined. */
export const findResident = (db: Db, residencyId: ResidencyId): Resident | undefined =>
  residentIfAny.parse(db.prepare(`SELECT ${residentColumns} WHERE r.id = ? AND ${isBooked('r')}`).get(residencyId))

export interface DogRow {
  readonly id: string
  readonly name: string
  readonly ownerName: string
  readonly releaseWord: string
  readonly markerWord: string
  readonly side: 'left' | 'right'
  readonly sideKnown: boolean
  readonly caution: string
  readonly biteHistory: boolean
  readonly traits: DogTraits
  readonly createdAt: EpochMs
}

export function insertDog(db: Db, dog: DogRow): void {
  db.prepare(
    `INSERT INTO dog (id, name, owner_name, release_word, marker_word, side, side_known, caution, bite_history, traits,
       created_at)
     VALUES (@id, @name, @ownerName, @releaseWord, @markerWord, @side, @sideKnown, @caution, @biteHistory, @traits,
       @createdAt)`,
  ).run({
    ...dog,
    sideKnown: Number(dog.sideKnown),
    biteHistory: Number(dog.biteHistory),
    traits: JSON.stringify(dog.traits),
  })
}

/** Brings a dog up to what was said of it at the door. */
export function updateDog(
  db: Db,
  dogId: DogId,
  dog: Partial<
    Pick<DogRow, 'releaseWord' | 'markerWord' | 'side' | 'sideKnown' | 'caution' | 'biteHistory' | 'traits'>
  >,
): void {
  const columns = {
    releaseWord: 'release_word',
    markerWord: 'marker_word',
    side: 'side',
    sideKnown: 'side_known',
    caution: 'caution',
    biteHistory: 'bite_history',
    traits: 'traits',
  } as const
  for (const [key, column] of Object.entries(columns)) {
    const value = dog[key as keyof typeof columns]
    if (value !== undefined)
      db.prepare(`UPDATE dog SET ${column} = ? WHERE id = ?`).run(
        typeof value === 'boolean' ? Number(value) : typeof value === 'string' ? value : JSON.stringify(value),
        dogId,
      )
  }
}

/** Makes these a dog's own cue words, and no others. */
export function replaceCueWords(db: Db, dogId: DogId, words: ReadonlyMap<string, string>): void {
  db.prepare('DELETE FROM cue_word WHERE dog_id = ?').run(dogId)
  for (const [command, word] of words) if (word !== '') insertCueWord(db, dogId, command, word)
}

const earlier = z.object({ id: z.string(), arrivesOn: z.string(), leavesOn: z.string() })

/** Other residencies of the same dog, newest first. */
export const otherResidencies = (db: Db, dogId: DogId, residencyId: ResidencyId): readonly z.infer<typeof earlier>[] =>
  db
    .prepare(
      `SELECT id, arrives_on AS arrivesOn, leaves_on AS leavesOn
        FROM residency r
        WHERE dog_id = ? AND id <> ? AND ${isBooked('r')}
        ORDER BY arrives_on DESC`,
    )
    .all(dogId, residencyId)
    .map((r) => earlier.parse(r))

const earlierIfAny = earlier.optional()

/**
 * The residency of this dog that shares a day with these, or undefined. A dog may come back on the day it went home.
 */
export const residencyDuring = (
  db: Db,
  dogId: DogId,
  arrivesOn: string,
  leavesOn: string,
  except = '',
): z.infer<typeof earlier> | undefined =>
  earlierIfAny.parse(
    db
      .prepare(
        `SELECT id, arrives_on AS arrivesOn, leaves_on AS leavesOn
            FROM residency
            WHERE dog_id = ? AND arrives_on < ? AND leaves_on > ? AND id <> ? LIMIT 1`,
      )
      .get(dogId, leavesOn, arrivesOn, except),
  )

/** A dog in its newest stay, past, present or booked; undefined for one that never had any. */
export const newestStayOf = (db: Db, dogId: DogId): Resident | undefined =>
  residentRow
    .optional()
    .parse(db.prepare(`SELECT ${residentColumns} WHERE d.id = ? ORDER BY r.arrives_on DESC LIMIT 1`).get(dogId))

/** Whether this dog came again after a residency, or is booked to. */
export const hasLater = (db: Db, residencyId: ResidencyId): boolean =>
  db
    .prepare(
      `SELECT 1 FROM residency r
        JOIN residency later ON later.dog_id = r.dog_id AND later.arrives_on > r.arrives_on
        WHERE r.id = ? LIMIT 1`,
    )
    .get(residencyId) !== undefined

const knownDog = z.object({ id: z.string(), name: z.string(), ownerName: z.string(), lastLeft: z.string() })

/** Every dog that ever was here, with the day of its last going home, by name. */
export const dogsKnown = (db: Db): readonly z.infer<typeof knownDog>[] =>
  db
    .prepare(
      `SELECT d.id, d.name, d.owner_name AS ownerName, max(r.leaves_on) AS lastLeft
        FROM dog d
        JOIN residency r ON r.dog_id = d.id
        GROUP BY d.id
        ORDER BY d.name, lastLeft DESC`,
    )
    .all()
    .map((r) => knownDog.parse(r))

export interface ResidencyRow {
  readonly id: string
  readonly dogId: DogId
  readonly runNumber: string
  readonly arrivesOn: string
  readonly leavesOn: string
  readonly curriculumId: string
  readonly curriculumVersion: number
  readonly createdAt: EpochMs
  /** Ready asks for a rehearsal. */
  readonly rehearse: boolean
}

export function insertResidency(db: Db, row: ResidencyRow): void {
  db.prepare(
    `INSERT INTO residency (id, dog_id, run_number, arrives_on, leaves_on, curriculum_id, curriculum_version,
        created_at, rehearse)
     VALUES (@id, @dogId, @runNumber, @arrivesOn, @leavesOn, @curriculumId, @curriculumVersion, @createdAt, @rehearse)`,
  ).run({ ...row, rehearse: Number(row.rehearse) })
}

const rehearseRow = z.object({ rehearse: z.number() }).optional()

/** Whether ready asks for a rehearsal of this residency: as the house had it when it was booked. */
export const wantsRehearsal = (db: Db, residencyId: ResidencyId): boolean =>
  rehearseRow.parse(db.prepare('SELECT rehearse FROM residency WHERE id = ?').get(residencyId))?.rehearse === 1

/** Lets ready ask for a rehearsal, or not, of every residency that is not over. */
export const rehearseFrom = (db: Db, today: string, rehearse: boolean): number =>
  db.prepare('UPDATE residency SET rehearse = ? WHERE leaves_on >= ?').run(Number(rehearse), today).changes

const dogInRunRow = z.object({ name: z.string() }).optional()

/**
 * Name of the dog that has this run during any of these days, or undefined; residencies may be left out. A run is free
 * again on the day of going home.
 */
export const dogInRun = (
  db: Db,
  runNumber: string,
  arrivesOn: string,
  leavesOn: string,
  ...except: readonly string[]
): string | undefined =>
  dogInRunRow.parse(
    db
      .prepare(
        `SELECT d.name
            FROM residency r
            JOIN dog d ON d.id = r.dog_id
            WHERE r.run_number = ? COLLATE NOCASE AND r.arrives_on < ? AND r.leaves_on > ?
              AND r.id NOT IN (SELECT value FROM json_each(?)) LIMIT 1`,
      )
      .get(runNumber, leavesOn, arrivesOn, JSON.stringify(except)),
  )?.name

const promiseRow = z.object({
  residency_id: z.string(),
  rung_id: z.string(),
  level: z.number(),
  places: z.number(),
  people: z.number(),
})

export const readPromises = (db: Db, residencyId: ResidencyId): readonly OwnerPromise[] =>
  db
    .prepare(
      `SELECT residency_id, rung_id, level, places, people
        FROM promise
        WHERE residency_id = ?
        ORDER BY command, rung_id`,
    )
    .all(residencyId)
    .map((raw) => {
      const r = promiseRow.parse(raw)
      return { rungId: r.rung_id, level: r.level, places: r.places, people: r.people }
    })

export function insertPromise(db: Db, residencyId: ResidencyId, command: string, promise: OwnerPromise): void {
  db.prepare(
    'INSERT INTO promise (residency_id, command, rung_id, level, places, people) VALUES (?, ?, ?, ?, ?, ?)',
  ).run(residencyId, command, promise.rungId, promise.level, promise.places, promise.people)
}

/** Makes these a residency's promises, and no others. */
export function replacePromises(
  db: Db,
  residencyId: ResidencyId,
  promises: readonly (OwnerPromise & { readonly command: string })[],
): void {
  db.prepare('DELETE FROM promise WHERE residency_id = ?').run(residencyId)
  for (const { command, ...promise } of promises) insertPromise(db, residencyId, command, promise)
}

const cueRow = z.object({ command: z.string(), word: z.string() })

/** The dog's own cue words by command; commands without one use the curriculum's. */
export const readCueWords = (db: Db, dogId: DogId): ReadonlyMap<string, string> =>
  new Map(
    db
      .prepare('SELECT command, word FROM cue_word WHERE dog_id = ?')
      .all(dogId)
      .map((raw) => {
        const r = cueRow.parse(raw)
        return [r.command, r.word]
      }),
  )

export function insertCueWord(db: Db, dogId: DogId, command: string, word: string): void {
  db.prepare('INSERT INTO cue_word (dog_id, command, word) VALUES (?, ?, ?)').run(dogId, command, word)
}

const traitsOfDogRow = z.object({ traits: z.string() }).optional()

/** The traits of a dog in the books; undefined for an unknown one. */
export function traitsOfDog(db: Db, dogId: DogId): DogTraits | undefined {
  const row = traitsOfDogRow.parse(db.prepare('SELECT traits FROM dog WHERE id = ?').get(dogId))
  return row && readTraits(row.traits)
}

const finishesRows = z.array(z.object({ at: z.number(), finish: z.enum(finishes).nullable() }))

/** How the owner wanted a recall of this dog to end, in order of time; undefined is as the house does it. */
export const readFinishes = (
  db: Db,
  dogId: DogId,
): readonly { readonly at: EpochMs; readonly finish: Finish | undefined }[] =>
  finishesRows
    .parse(db.prepare('SELECT at, finish FROM dog_finish WHERE dog_id = ? ORDER BY at, rowid').all(dogId))
    .map((r) => ({ at: r.at, finish: r.finish ?? undefined }))

/** Every stay of a dog, by its residency. */
export const residenciesOf = (db: Db, dogId: DogId): readonly string[] =>
  z.array(z.string()).parse(
    db
      .prepare(`SELECT id FROM residency r WHERE dog_id = ? AND ${isBooked('r')} ORDER BY arrives_on`)
      .pluck()
      .all(dogId),
  )

export function insertFinish(
  db: Db,
  row: {
    readonly id: string
    readonly dogId: DogId
    readonly finish: Finish | null
    readonly at: EpochMs
    readonly recordedBy: PersonId
  },
): void {
  db.prepare(
    `INSERT INTO dog_finish (id, dog_id, finish, at, recorded_by)
      VALUES (@id, @dogId, @finish, @at, @recordedBy)`,
  ).run(row)
}
