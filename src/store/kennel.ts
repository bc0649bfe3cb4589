import { z } from 'zod'
import { placeKinds } from '@/core/curriculum/types'
import type { Hours } from '@/core/handoff/slots'
import { roles, type Role } from '@/core/people/roles'
import type { Db } from './database'

const kennelRow = z.object({ name: z.string(), time_zone: z.string(), demo_made_on: z.string().nullable() })

export interface Kennel {
  readonly name: string
  readonly timeZone: string
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

export const readPeople = (db: Db): readonly Person[] =>
  db
    .prepare('SELECT id, name, role FROM person ORDER BY created_at, id')
    .all()
    .map((r) => person.parse(r))

export function insertPerson(db: Db, row: Person & { readonly createdAt: number }): void {
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
      return { personId: r.person_id, weekday: r.weekday, from: r.from_minute, to: r.to_minute }
    })

export function insertHours(db: Db, h: Hours): void {
  db.prepare(
    'INSERT INTO staff_hours (person_id, weekday, from_minute, to_minute) VALUES (@personId, @weekday, @from, @to)',
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
