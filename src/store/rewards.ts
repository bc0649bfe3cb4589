import { z } from 'zod'
import type { Db } from './database'
import type { PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export const stages = ['meal', 'better', 'toy'] as const
export const tookWords = ['at once', 'slowly', 'not'] as const

const taste = z.object({
  id: z.string(),
  stage: z.enum(stages),
  item: z.string(),
  took: z.enum(tookWords),
  at: z.number(),
})
export type Taste = z.infer<typeof taste>
const choice = z.object({ id: z.string(), a: z.string(), b: z.string(), chosen: z.string().nullable() })
export type ChoiceRow = z.infer<typeof choice>

interface Owned {
  readonly residencyId: ResidencyId
  readonly recordedBy: PersonId
}

export const insertTaste = (db: Db, t: Taste & Owned): boolean =>
  db
    .prepare(
      `INSERT INTO reward_taste (id, residency_id, stage, item, took, at, recorded_by)
        VALUES (@id, @residencyId, @stage, @item, @took, @at, @recordedBy)
        ON CONFLICT (id) DO NOTHING`,
    )
    .run(t).changes === 1
export const insertChoice = (db: Db, c: ChoiceRow & Owned & { readonly at: EpochMs }): boolean =>
  db
    .prepare(
      `INSERT INTO reward_choice (id, residency_id, a, b, chosen, at, recorded_by)
        VALUES (@id, @residencyId, @a, @b, @chosen, @at, @recordedBy)
        ON CONFLICT (id) DO NOTHING`,
    )
    .run(c).changes === 1

const stands = (name: string) => `NOT EXISTS (SELECT 1 FROM taken_back t WHERE t.target_id = ${name}.id)`

/** What was held out and how it was taken, oldest first. */
export const readTastes = (db: Db, residencyId: ResidencyId): readonly Taste[] =>
  db
    .prepare(
      `SELECT id, stage, item, took, at
        FROM reward_taste w
        WHERE residency_id = ? AND ${stands('w')}
        ORDER BY at, rowid`,
    )
    .all(residencyId)
    .map((r) => taste.parse(r))
/** Choices of two, oldest first. */
export const readChoices = (db: Db, residencyId: ResidencyId): readonly ChoiceRow[] =>
  db
    .prepare(
      `SELECT id, a, b, chosen FROM reward_choice w WHERE residency_id = ? AND ${stands('w')} ORDER BY at, rowid`,
    )
    .all(residencyId)
    .map((r) => choice.parse(r))

export function insertReserved(
  db: Db,
  row: Owned & { readonly id: string; readonly item: string; readonly at: EpochMs },
): void {
  db.prepare(
    `INSERT INTO reserved_toy (id, residency_id, item, at, recorded_by)
      VALUES (@id, @residencyId, @item, @at, @recordedBy)`,
  ).run(row)
}
const reservedRow = z.object({ item: z.string() }).optional()

export const readReserved = (db: Db, residencyId: ResidencyId): string | undefined =>
  reservedRow.parse(
    db
      .prepare('SELECT item FROM reserved_toy WHERE residency_id = ? ORDER BY at DESC, id DESC LIMIT 1')
      .get(residencyId),
  )?.item
