import { z } from 'zod'
import type { Db } from '@/store/database'
import { readPeople } from '@/store/kennel'
import { dogsKnown, findResident } from '@/store/residents'
import { shadowOf } from '@/store/shadow'
import {
  contentOf,
  dogAsText,
  findImport,
  forgetContent,
  importedRows,
  insertImport,
  isToCome,
  keepImportedRow,
  markTakenBack,
  newestImport,
  takeOutBooking,
  type ImportedRow,
  type TableImport,
} from '@/store/tableImports'
import type { Hooks } from '../base/hooks'
import { refoldDog } from '../record/refold'
import { reject, type ActionResult } from './actionResult'
import { addRow, neededColumns, tableColumns, type DogColumn } from './dogTable'
import { readTable, refusedTable, takeRows, type Cells, type RowErrors, type TableResult } from './tableIn'
import type { PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/**
 * Dogs from a table. What would be wrong is tried on a kennel in memory, so that nobody waits; then each dog is a
 * transaction of its own, and what it came to is kept with it. It may be stopped at any row, gone on with, and taken
 * back.
 */

const spec = { columns: tableColumns, needed: neededColumns }

/** How the import of a table stands. */
export interface ImportStanding {
  readonly id: string
  readonly fileName: string
  readonly at: EpochMs
  readonly by: string
  readonly rows: number
  /** Rows that are in, each with its dog, in order. */
  readonly in: readonly { readonly row: number; readonly said: string }[]
  readonly problems: readonly { readonly row: number; readonly said: string; readonly problem: string }[]
  readonly takenBack: number
  /** Whether there are rows that it has not come to. */
  readonly unfinished: boolean
}

export const importForm = z.object({
  id: z.uuid(),
  fileName: z.string().trim().min(1).max(200),
  bytes: z.instanceof(Uint8Array),
  recordedBy: z.string(),
})
type ImportForm = z.infer<typeof importForm>

export type ImportResult = ActionResult<
  { readonly standing: ImportStanding },
  { readonly problems: Extract<TableResult, { ok: false }>['problems'] }
>

/** Which dog was here before, by name and owner; empty where there is none, or more than one. */
class KnownDogs {
  private readonly ids = new Map<string, Set<string>>()

  constructor(db: Db) {
    for (const d of dogsKnown(db)) this.add(d.name, d.ownerName, d.id)
  }

  private key = (name: string, owner: string) => [name, owner].map((s) => s.trim().toLocaleLowerCase('en')).join('\n')

  add(name: string, owner: string, id: string): void {
    const key = this.key(name, owner)
    this.ids.set(key, (this.ids.get(key) ?? new Set()).add(id))
  }

  find(name: string, owner: string): string {
    const found = this.ids.get(this.key(name, owner))
    return found?.size === 1 ? ([...found][0] ?? '') : ''
  }
}

/** Taken back, since something in it is wrong. */
class Wrong extends Error {
  constructor(readonly errors: RowErrors<DogColumn>) {
    super()
  }
}

interface Added {
  readonly residencyId: ResidencyId
  readonly dogBefore: string | null
  readonly dogAfter: string
}

/** Adds one dog, with all that its row says; throws where something is wrong. Call inside a transaction. */
function addOne(
  db: Db,
  known: KnownDogs,
  cells: Cells<DogColumn>,
  who: { readonly recordedBy: PersonId; readonly now: EpochMs },
): Added {
  const dogId = known.find(cells('dog'), cells('owner'))
  const dogBefore = dogId === '' ? null : dogAsText(db, dogId)
  const result = addRow(db, cells, dogId, who)
  if (!result.ok) throw new Wrong(result.errors)
  const dog = findResident(db, result.residencyId)?.dogId ?? ''
  known.add(cells('dog'), cells('owner'), dog)
  return { residencyId: result.residencyId, dogBefore, dogAfter: dogAsText(db, dog) }
}

/** What this throws as wrong with a row, by column; undefined where nothing is. Nothing wrong stays written. */
function wrongWith(db: Db, run: () => void): RowErrors<DogColumn> | undefined {
  try {
    db.transaction(run).immediate()
    return undefined
  } catch (error) {
    if (error instanceof Wrong) return error.errors
    throw error
  }
}

/** What a table of dogs would come to; nothing is written, and nobody waits meanwhile. */
export function lookAtDogs(db: Db, bytes: Uint8Array, recordedBy: PersonId, now: EpochMs, hooks: Hooks): TableResult {
  const table = readTable(bytes, spec)
  if (!table.ok) return table
  const shadow = shadowOf(db)
  try {
    const known = new KnownDogs(shadow)
    const take = (cells: Cells<DogColumn>) =>
      wrongWith(shadow, () => void addOne(shadow, known, cells, { recordedBy, now })) ?? cells('dog')
    return takeRows(table, take, hooks) ?? refusedTable('stopped', 'Stopped. Nothing was added.')
  } finally {
    shadow.close()
  }
}

/**
 * Adds the dogs of a table one after the other, once all of them would do. Asked again under the same id it goes on
 * where it came to.
 */
export function importDogs(db: Db, form: ImportForm, now: EpochMs, hooks: Hooks): ImportResult {
  if (!findImport(db, form.id)) {
    // The look is half of the way.
    const look = { ...hooks, progress: (share: number) => hooks.progress(share / 2) }
    const seen = lookAtDogs(db, form.bytes, form.recordedBy, now, look)
    if (!seen.ok) return seen
    const { id, fileName, recordedBy, bytes } = form
    const content = new TextDecoder().decode(bytes)
    insertImport(db, { id, fileName, recordedBy, content, rows: seen.rows.length, at: now })
  }
  return goOn(db, form.id, now, hooks)
}

/** Goes on with a table that was stopped: the second half of the way. */
export function goOn(db: Db, id: string, now: EpochMs, hooks: Hooks): ImportResult {
  const made = findImport(db, id)
  const content = contentOf(db, id)
  if (!made) return { ...reject('table-not-found', 'Table not found.'), problems: [] }
  const table = content === undefined ? undefined : readTable(content, spec)
  if (!table?.ok) return { ok: true, standing: standingOf(db, made) }
  const known = new KnownDogs(db)
  const who = { recordedBy: made.recordedBy, now }
  const take = (cells: Cells<DogColumn>, row: number): string => {
    const imported = { row, said: cells('dog'), at: now }
    const none = { residencyId: null, dogBefore: null, dogAfter: null }
    // Others may go on with it at the same time, or take it back.
    const unlessThere = (run: () => void) => () => void (isToCome(db, id, row) && run())
    const wrong = wrongWith(
      db,
      unlessThere(() => keepImportedRow(db, id, { ...imported, ...addOne(db, known, cells, who), problem: null })),
    )
    if (wrong) {
      const problem = Object.values(wrong).join(' ')
      wrongWith(
        db,
        unlessThere(() => keepImportedRow(db, id, { ...imported, ...none, problem })),
      )
    }
    return cells('dog')
  }
  if (takeRows(table, take, { ...hooks, progress: (share) => hooks.progress((1 + share) / 2) })) forgetContent(db, id)
  return { ok: true, standing: standingOf(db, made) }
}

export type TakenBack = ActionResult<{ readonly standing: ImportStanding; readonly stay: readonly string[] }>

/**
 * Takes back the dogs that a table brought, the last one first. Those of which something was recorded since stay, and
 * are named.
 */
export function takeBackDogs(db: Db, id: string, now: EpochMs, hooks: Hooks): TakenBack {
  const made = findImport(db, id)
  if (!made) return reject('table-not-found', 'Table not found.')
  // What was not added yet is not to come, either.
  forgetContent(db, id)
  const rows = importedRows(db, id).filter(isIn).reverse()
  const stay: string[] = []
  for (const [i, row] of rows.entries()) {
    if (hooks.stopped()) break
    const dogId = findResident(db, row.residencyId)?.dogId
    const out = db
      .transaction(() => {
        if (!takeOutBooking(db, row, made.recordedBy)) return false
        markTakenBack(db, id, row.row, now)
        if (row.dogBefore !== null && dogId !== undefined) refoldDog(db, dogId, now)
        return true
      })
      .immediate()
    if (!out) stay.push(`row ${row.row}, ${row.said}`)
    hooks.progress((i + 1) / rows.length)
  }
  return { ok: true, standing: standingOf(db, made), stay: stay.reverse() }
}

const isIn = (row: ImportedRow): row is ImportedRow & { readonly residencyId: ResidencyId } =>
  row.residencyId !== null && row.takenBackAt === null

function standingOf(db: Db, made: TableImport): ImportStanding {
  const rows = importedRows(db, made.id)
  const there = rows.filter(isIn)
  return {
    id: made.id,
    fileName: made.fileName,
    at: made.at,
    by: readPeople(db).find((p) => p.id === made.recordedBy)?.name ?? '',
    rows: made.rows,
    in: there.map(({ row, said }) => ({ row, said })),
    problems: rows.flatMap(({ row, said, problem }) => (problem === null ? [] : [{ row, said, problem }])),
    takenBack: rows.filter((r) => r.takenBackAt !== null).length,
    unfinished: contentOf(db, made.id) !== undefined,
  }
}

/** Design choice: a table that was added is offered to be taken back for so many days. */
const offeredDays = 14

/** How the newest import stands; undefined where there is nothing of it to go on with or to take back. */
export function lastImport(db: Db, now: EpochMs): ImportStanding | undefined {
  const made = newestImport(db, now - offeredDays * 86_400_000)
  const standing = made && standingOf(db, made)
  return standing && (standing.unfinished || standing.in.length > 0) ? standing : undefined
}
