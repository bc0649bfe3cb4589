import { z } from 'zod'
import type { Db } from '@/store/database'
import type { DayOffRow } from '@/store/house'
import { readPeople, type Person } from '@/store/kennel'
import type { PersonId } from '@/core/ids'

/** The person at the desk, as a form names them. */
export const whoField = z.string().min(1, 'Choose who you are.').max(64)

/** What is said when that person does not work here. */
export const nobody = 'No one here has that name.'

export const worksHere = (db: Db, personId: PersonId): boolean => readPeople(db).some((p) => p.id === personId)

/** Those who may hold a leash in training: leads and trainers, not kennel hands. */
export const handlers = (people: readonly Person[]): readonly string[] =>
  people.flatMap((p) => (p.role === 'hand' ? [] : [p.id]))

/** Those of these people who are not away on a day. */
export const presentOn =
  (people: readonly string[], off: readonly Pick<DayOffRow, 'personId' | 'from' | 'to'>[]) =>
  (day: string): readonly string[] =>
    people.filter((id) => !off.some((o) => o.personId === id && o.from <= day && day <= o.to))
