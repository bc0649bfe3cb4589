import { z } from 'zod'
import type { Db } from './database'
import type { DogId, PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** What of a dog or its residency is put right in the books. Name, owner and words are the dog's wherever it stays. */
export const bookKinds = ['name', 'owner', 'run', 'arrives', 'release', 'marker', 'word', 'spelling'] as const
export type BookKind = (typeof bookKinds)[number]

export interface BookChange {
  readonly id: string
  readonly residencyId: ResidencyId
  readonly dogId: DogId
  readonly what: BookKind
  /** The command whose cue word it is; empty for anything else. */
  readonly of: string
  readonly was: string
  readonly becomes: string
  readonly at: EpochMs
  readonly recordedBy: PersonId
}

export function insertBookChange(db: Db, change: BookChange): void {
  db.prepare(
    `INSERT INTO book_change (id, residency_id, dog_id, what, of, was, becomes, at, recorded_by)
      VALUES (@id, @residencyId, @dogId, @what, @of, @was, @becomes, @at, @recordedBy)`,
  ).run(change)
}

const columns = {
  name: ['dog', 'name'],
  owner: ['dog', 'owner_name'],
  run: ['residency', 'run_number'],
  arrives: ['residency', 'arrives_on'],
} as const
/** What stands in one column of the dog or of its residency. */
export type PlainKind = keyof typeof columns

/** Appends the change and brings the dog or its residency up to it. */
export function appendBookChange(db: Db, change: BookChange & { readonly what: PlainKind }): void {
  insertBookChange(db, change)
  const [table, column] = columns[change.what]
  db.prepare(`UPDATE ${table} SET ${column} = ? WHERE id = ?`).run(
    change.becomes,
    table === 'dog' ? change.dogId : change.residencyId,
  )
}

const changeRow = z.object({
  id: z.string(),
  what: z.enum(bookKinds),
  of: z.string(),
  was: z.string(),
  becomes: z.string(),
  at: z.number(),
  by: z.string(),
})
export type ToldBookChange = z.infer<typeof changeRow>

/** What was changed of a residency and of its dog, by whom, newest first. */
export const readBookChanges = (db: Db, residencyId: ResidencyId, dogId: DogId): readonly ToldBookChange[] =>
  db
    .prepare(
      `SELECT c.id, c.what, c.of, c.was, c.becomes, c.at, p.name AS by
        FROM book_change c
        JOIN person p ON p.id = c.recorded_by
        WHERE c.dog_id = ? AND (c.residency_id = ? OR c.what NOT IN ('run', 'arrives'))
        ORDER BY c.at DESC, c.id DESC`,
    )
    .all(dogId, residencyId)
    .map((r) => changeRow.parse(r))

const newWord = z.object({ at: z.number(), command: z.string() })

/** Moments from which a command of this dog has another cue word, in order of time. */
export const readNewWords = (db: Db, dogId: DogId): readonly z.infer<typeof newWord>[] =>
  db
    .prepare(`SELECT at, of AS command FROM book_change WHERE dog_id = ? AND what = 'word' ORDER BY at, id`)
    .all(dogId)
    .map((r) => newWord.parse(r))

const moments = z.object({ at: z.number().nullable() })

/** The moment of the first thing recorded of a residency, worked or tested; null for nothing. */
export const firstRecorded = (db: Db, residencyId: ResidencyId): number | null =>
  moments.parse(
    db
      .prepare(
        `SELECT min(at) AS at FROM (
           SELECT min(at) AS at FROM training_set WHERE residency_id = @id
           UNION ALL
           SELECT min(at) FROM baseline_rep WHERE residency_id = @id)`,
      )
      .get({ id: residencyId }),
  ).at
