import { z } from 'zod'
import type { Db } from './database'
import { columnsIn } from './tables'
import type { DogId, PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Tables of dogs that were added: how far each came, and what it takes to take a row back. */

const importRow = z.object({
  id: z.string(),
  fileName: z.string(),
  rows: z.number(),
  at: z.number(),
  recordedBy: z.string(),
  /** Whether what is still to come is there. */
  hasContent: z.number().transform((n) => n === 1),
})
export type TableImport = z.infer<typeof importRow>

const columns = `id, file_name AS fileName, row_count AS rows, at, recorded_by AS recordedBy,
  content IS NOT NULL AS hasContent`

export const findImport = (db: Db, id: string): TableImport | undefined =>
  importRow.optional().parse(db.prepare(`SELECT ${columns} FROM table_import WHERE id = ?`).get(id))

/** The newest one since a moment. */
export const newestImport = (db: Db, since: EpochMs): TableImport | undefined =>
  importRow
    .optional()
    .parse(db.prepare(`SELECT ${columns} FROM table_import WHERE at >= ? ORDER BY at DESC LIMIT 1`).get(since))

export function insertImport(db: Db, made: Omit<TableImport, 'hasContent'> & { readonly content: string }): void {
  db.prepare(
    `INSERT OR IGNORE INTO table_import (id, file_name, content, row_count, at, recorded_by)
      VALUES (@id, @fileName, @content, @rows, @at, @recordedBy)`,
  ).run(made)
}

const contentRow = z.object({ content: z.string().nullable() }).optional()

export const contentOf = (db: Db, id: string): string | undefined =>
  contentRow.parse(db.prepare('SELECT content FROM table_import WHERE id = ?').get(id))?.content ?? undefined

export const forgetContent = (db: Db, id: string): void =>
  void db.prepare('UPDATE table_import SET content = NULL WHERE id = ?').run(id)

const rowOf = z.object({
  row: z.number(),
  said: z.string(),
  problem: z.string().nullable(),
  residencyId: z.string().nullable(),
  dogBefore: z.string().nullable(),
  dogAfter: z.string().nullable(),
  at: z.number(),
  takenBackAt: z.number().nullable(),
})
export type ImportedRow = z.infer<typeof rowOf>

/** What became of its rows, in order. */
export const importedRows = (db: Db, id: string): readonly ImportedRow[] =>
  db
    .prepare(
      `SELECT row_number AS row, said, problem, residency_id AS residencyId, dog_before AS dogBefore,
          dog_after AS dogAfter, at, taken_back_at AS takenBackAt
        FROM table_import_row WHERE import_id = ? ORDER BY row_number`,
    )
    .all(id)
    .map((r) => rowOf.parse(r))

/** Whether a row is still to come: nothing became of it yet, and its table was not taken back. */
export const isToCome = (db: Db, importId: string, row: number): boolean =>
  db
    .prepare(
      `SELECT 1 FROM table_import
        WHERE id = ? AND content IS NOT NULL
          AND NOT EXISTS (SELECT 1 FROM table_import_row WHERE import_id = table_import.id AND row_number = ?)`,
    )
    .get(importId, row) !== undefined

/** Keeps what became of a row. */
export function keepImportedRow(db: Db, importId: string, row: Omit<ImportedRow, 'takenBackAt'>): void {
  db.prepare(
    `INSERT INTO table_import_row
        (import_id, row_number, said, problem, residency_id, dog_before, dog_after, at, taken_back_at)
      VALUES (@importId, @row, @said, @problem, @residencyId, @dogBefore, @dogAfter, @at, NULL)`,
  ).run({ ...row, importId })
}

export const markTakenBack = (db: Db, importId: string, row: number, at: EpochMs): void =>
  void db
    .prepare('UPDATE table_import_row SET taken_back_at = ? WHERE import_id = ? AND row_number = ?')
    .run(at, importId, row)

const words = z.array(z.object({ command: z.string(), word: z.string() }))
const dogCells = z.record(z.string(), z.union([z.string(), z.number(), z.null()]))
const dogKept = z.object({ dog: dogCells, words })

/** A dog as the database holds it, with its words, as text. */
export function dogAsText(db: Db, dogId: DogId): string {
  const dog = dogCells.parse(db.prepare('SELECT * FROM dog WHERE id = ?').get(dogId))
  const rows = db.prepare('SELECT command, word FROM cue_word WHERE dog_id = ? ORDER BY command').all(dogId)
  return JSON.stringify({ dog, words: words.parse(rows) })
}

function putBackDog(db: Db, text: string): void {
  const { dog, words: said } = dogKept.parse(JSON.parse(text))
  const known = columnsIn(db, 'dog').filter((c) => c !== 'id' && c in dog)
  db.prepare(`UPDATE dog SET ${known.map((c) => `"${c}" = @${c}`).join(', ')} WHERE id = @id`).run(dog)
  db.prepare('DELETE FROM cue_word WHERE dog_id = ?').run(dog['id'])
  for (const { command, word } of said)
    db.prepare('INSERT INTO cue_word (dog_id, command, word) VALUES (?, ?, ?)').run(dog['id'], command, word)
}

/**
 * What a booking from a table writes of a residency beside the residency, and what the house makes of that by itself;
 * what is due for a forecast is written again when a promise goes.
 */
const written = [
  'promise',
  'intake_entry',
  'book_change',
  'standing',
  'forecast',
  'forecast_now',
  'forecast_due',
] as const
/** Of these, what was written at another moment, or by somebody else, was not written by the table. */
const dated = new Set<string>(['intake_entry', 'book_change'])

const tablesOf = (db: Db, column: string): readonly string[] =>
  z
    .array(z.object({ name: z.string() }))
    .parse(
      db
        .prepare(
          `SELECT m.name FROM sqlite_schema m JOIN pragma_table_info(m.name) c ON c.name = ?
            WHERE m.type = 'table' AND m.name NOT IN ('residency', 'cue_word') AND m.name NOT LIKE 'table_import%'`,
        )
        .all(column),
    )
    .map((r) => r.name)

/**
 * Takes out the residency that a row of a table made, with its dog where that came with it; a dog that was known before
 * is as it was. False, and nothing is changed, where anything was recorded of it since. Call inside a transaction.
 */
export function takeOutBooking(
  db: Db,
  { residencyId, dogBefore, dogAfter, at }: ImportedRow & { readonly residencyId: ResidencyId },
  recordedBy: PersonId,
): boolean {
  const dogId = z
    .object({ id: z.string() })
    .optional()
    .parse(db.prepare('SELECT dog_id AS id FROM residency WHERE id = ?').get(residencyId))?.id
  if (dogId === undefined) return false
  if (dogAfter !== dogAsText(db, dogId)) return false
  const some = (sql: string, ...values: readonly unknown[]) => db.prepare(sql).get(...values) !== undefined
  for (const table of tablesOf(db, 'residency_id')) {
    const ours = (written as readonly string[]).includes(table)
    if (ours && !dated.has(table)) continue
    const since = ours ? ' AND NOT (at = ? AND recorded_by = ?)' : ''
    const values = ours ? [residencyId, at, recordedBy] : [residencyId]
    if (some(`SELECT 1 FROM "${table}" WHERE residency_id = ?${since}`, ...values)) return false
  }
  // Somebody is typing about it, or keeps another dog from meeting it.
  if (some('SELECT 1 FROM intake_draft WHERE key = ?', residencyId)) return false
  const named = "SELECT 1 FROM intake_entry WHERE step = 'health' AND residency_id <> ? AND instr(entry, ?) > 0"
  if (dogBefore === null && some(named, residencyId, dogId)) return false
  for (const table of written) db.prepare(`DELETE FROM ${table} WHERE residency_id = ?`).run(residencyId)
  db.prepare('DELETE FROM weight WHERE dog_id = ? AND at = ? AND recorded_by = ?').run(dogId, at, recordedBy)
  db.prepare('DELETE FROM residency WHERE id = ?').run(residencyId)
  if (dogBefore !== null) putBackDog(db, dogBefore)
  else {
    if (some('SELECT 1 FROM residency WHERE dog_id = ?', dogId)) return true
    if (tablesOf(db, 'dog_id').some((table) => some(`SELECT 1 FROM "${table}" WHERE dog_id = ?`, dogId))) return true
    db.prepare('DELETE FROM cue_word WHERE dog_id = ?').run(dogId)
    db.prepare('DELETE FROM dog WHERE id = ?').run(dogId)
  }
  return true
}
