import { z } from 'zod'
import type { OwnerPromise } from '@/core/promise/ownerPromise'
import type { Db } from './database'
import type { PackageId, PersonId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Promises that a house gives together under a name, for a length of stay. */
export interface PromisePackage {
  readonly packageId: PackageId
  readonly name: string
  /** Days of stay. */
  readonly days: number
  /** What the owner is told. */
  readonly words: string
  readonly promises: readonly OwnerPromise[]
}

export interface PackageVersion extends PromisePackage {
  readonly id: string
  /** Whether it is given from now on. */
  readonly given: boolean
  readonly at: EpochMs
  readonly recordedBy: PersonId
}

export function appendPackage(db: Db, { promises, given, ...p }: PackageVersion): void {
  db.prepare(
    `INSERT INTO package_version (id, package_id, name, days, words, promises, given, at, recorded_by)
      VALUES (@id, @packageId, @name, @days, @words, @promises, @given, @at, @recordedBy)`,
  ).run({ ...p, promises: JSON.stringify(promises), given: Number(given) })
}

const promise = z.object({ rungId: z.string(), level: z.number(), places: z.number(), people: z.number() })
const row = z
  .object({
    package_id: z.string(),
    name: z.string(),
    days: z.number(),
    words: z.string(),
    promises: z.string(),
    given: z.number(),
    at: z.number(),
    by: z.string(),
  })
  .transform((r) => ({
    packageId: r.package_id,
    name: r.name,
    days: r.days,
    words: r.words,
    promises: z.array(promise).parse(JSON.parse(r.promises)),
    given: r.given === 1,
    at: r.at,
    by: r.by,
  }))
export type KeptPackage = z.infer<typeof row>

/** Every package as it stands, those given no more at the end. */
export const readPackages = (db: Db): readonly KeptPackage[] =>
  db
    .prepare(
      `SELECT v.package_id, v.name, v.days, v.words, v.promises, v.given, v.at, p.name AS by
        FROM package_version v
        JOIN person p ON p.id = v.recorded_by
        WHERE NOT EXISTS (SELECT 1
          FROM package_version n
          WHERE n.package_id = v.package_id AND (n.at > v.at OR (n.at = v.at AND n.id > v.id)))
        ORDER BY v.given DESC, v.name`,
    )
    .all()
    .map((r) => row.parse(r))
