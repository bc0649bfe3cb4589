import { z } from 'zod'
import type { PersonPart } from '@/core/people/personChange'
import { placeKinds } from '@/core/curriculum/types'
import type { Hours } from '@/core/handoff/slots'
import { roles, type Role } from '@/core/people/roles'
import type { Db } from './database'
import type { PersonId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const kennelRow = z.object({ name: z.string(), time_zone: z.string(), demo_made_on: z.string().nullable() })

export interface Kennel {
  readonly name: string
  readonly timeZone: string
  /** The day for which the demonstration was made; null in a kennel of one’s own. */
  readonly demoMadeOn: string | null
}

export function readKennel(db: Db): Kennel {
  const row = kennelRow.parse(db.prepare('SELECT name, time_zone, demo_made_on FROM kennel WHERE id = 1').get())
  return { name: row.name, timeZone: row.time_zone, demoMadeOn: row.demo_made_on }
}

export function updateKennel(db: Db, kennel: Kennel): void {
  db.prepare('UPDATE kennel SET name = @name, time_zone = @timeZone, demo_made_on = @demoMadeOn WHERE id = 1').run(
    kennel,
  )
}

export interface Person {
  readonly id: string
  readonly name: string
  readonly role: Role
}

const person = z.object({ id: z.string(), name: z.string(), role: z.enum(roles) })

/** Everybody who ever worked here: what they did keeps their name. */
export const readPeople = (db: Db): readonly Person[] =>
  db
    .prepare('SELECT id, name, role FROM person ORDER BY created_at, id')
    .all()
    .map((r) => person.parse(r))

/** Those who work here on a day: who can be chosen, suggested, booked. */
export const peopleOn = (db: Db, day: string): readonly Person[] =>
  db
    .prepare('SELECT id, name, role FROM person WHERE left_on IS NULL OR left_on > ? ORDER BY created_at, id')
    .all(day)
    .map((r) => person.parse(r))

/** A day after every other: who works here then has not said that they leave. */
export const afterAll = '9999-12-31'

const leftRow = z.object({ id: z.string(), left_on: z.string() }).transform((r) => [r.id, r.left_on] as const)

/** From which day on those who left, or will, do not work here. */
export const readLeaving = (db: Db): ReadonlyMap<string, string> =>
  new Map(
    db
      .prepare('SELECT id, left_on FROM person WHERE left_on IS NOT NULL')
      .all()
      .map((r) => leftRow.parse(r)),
  )

const columnOf: Readonly<Record<PersonPart, string>> = { name: 'name', role: 'role', leaves: 'left_on' }

/** Changes one thing of a person, and keeps what it was, with who and when. Empty for *leaves*: stays. */
export function changePerson(
  db: Db,
  change: {
    readonly id: string
    readonly personId: PersonId
    readonly what: PersonPart
    readonly was: string
    readonly becomes: string
    readonly at: EpochMs
    readonly by: string
  },
): void {
  db.prepare(`UPDATE person SET ${columnOf[change.what]} = ? WHERE id = ?`).run(
    change.what === 'leaves' && change.becomes === '' ? null : change.becomes,
    change.personId,
  )
  db.prepare(
    `INSERT INTO person_change (id, person_id, what, was, becomes, at, by)
      VALUES (@id, @personId, @what, @was, @becomes, @at, @by)`,
  ).run(change)
}

const lastChangeRow = z.object({ by: z.string(), at: z.number() })

/** Who changed something of a person last, and when. */
export function lastPersonChange(db: Db, personId: PersonId): z.infer<typeof lastChangeRow> | undefined {
  const raw = db
    .prepare('SELECT by, at FROM person_change WHERE person_id = ? ORDER BY at DESC, id DESC LIMIT 1')
    .get(personId)
  return raw === undefined ? undefined : lastChangeRow.parse(raw)
}

export function insertPerson(db: Db, row: Person & { readonly createdAt: EpochMs }): void {
  db.prepare('INSERT INTO person (id, name, role, created_at) VALUES (@id, @name, @role, @createdAt)').run(row)
}

const hoursRow = z.object({
  person_id: z.string(),
  weekday: z.number(),
  from_minute: z.number(),
  to_minute: z.number(),
})

export const readHours = (db: Db): readonly Hours[] =>
  db
    .prepare(
      'SELECT person_id, weekday, from_minute, to_minute FROM staff_hours ORDER BY person_id, weekday, from_minute',
    )
    .all()
    .map((raw) => {
      const r = hoursRow.parse(raw)
      return { personId: r.person_id, weekday: r.weekday, fromMinute: r.from_minute, toMinute: r.to_minute }
    })

export function insertHours(db: Db, h: Hours): void {
  db.prepare(
    `INSERT INTO staff_hours (person_id, weekday, from_minute, to_minute)
      VALUES (@personId, @weekday, @fromMinute, @toMinute)`,
  ).run(h)
}

/** Makes these everybody's hours, and no others. */
export function replaceHours(db: Db, hours: readonly Hours[]): void {
  db.prepare('DELETE FROM staff_hours').run()
  for (const h of hours) insertHours(db, h)
}

const place = z.object({ id: z.string(), name: z.string(), kind: z.enum(placeKinds) })
export type Place = z.infer<typeof place>

export const readPlaces = (db: Db): readonly Place[] =>
  db
    .prepare('SELECT id, name, kind FROM place WHERE closed = 0 ORDER BY sort')
    .all()
    .map((r) => place.parse(r))

/** Every place there ever was, closed ones too: what was worked there was worked, and keeps its name. */
export const allPlaces = (db: Db): readonly Place[] =>
  db
    .prepare('SELECT id, name, kind FROM place ORDER BY sort')
    .all()
    .map((r) => place.parse(r))

export function renamePlace(db: Db, id: string, name: string): void {
  db.prepare('UPDATE place SET name = ? WHERE id = ?').run(name, id)
}

/** Whether any dog ever was here or is booked. */
export const hadDogs = (db: Db): boolean => db.prepare('SELECT 1 FROM residency LIMIT 1').get() !== undefined
