import { readCsv, readCsvText } from '@/core/csv/csv'
import type { Hooks } from '../base/hooks'
import type { RejectionCode } from '@/core/rejection'
import { reject, type ActionResult } from './actionResult'

export interface TableProblem {
  /** As a spreadsheet counts: the header is row 1. */
  readonly row: number
  readonly column: string
  readonly problem: string
}

/** What a table came to: each row in a few words, or what is wrong where. */
export type TableResult = ActionResult<
  { readonly rows: readonly string[] },
  { readonly problems: readonly TableProblem[] }
>

/** A cell of a row, by its column; empty where there is none. */
export type Cells<Column extends string> = (column: Column) => string

/** What is wrong with a row, by column. */
export type RowErrors<Column extends string> = Readonly<Partial<Record<Column | '', string>>>

export interface TableSpec<Column extends string> {
  readonly columns: readonly Column[]
  readonly needed: readonly Column[]
}

export interface TableRows<Column extends string> {
  readonly ok: true
  readonly rows: readonly { readonly row: number; readonly cells: Cells<Column>; readonly tooMany: boolean }[]
}

export const refusedTable = (code: RejectionCode, reason: string): TableResult & { readonly ok: false } => ({
  ...reject(code, reason),
  problems: [],
})

/** The rows of a table whose first row names these columns, or why it is none. */
export function readTable<Column extends string>(
  table: Uint8Array | string,
  { columns, needed }: TableSpec<Column>,
): TableRows<Column> | (TableResult & { readonly ok: false }) {
  const read = typeof table === 'string' ? readCsvText(table) : readCsv(table)
  if (!read.ok) return refusedTable(read.code, read.reason)
  const missing = needed.filter((c) => !read.header.includes(c))
  if (missing.length > 0)
    return refusedTable(
      'columns-missing',
      `These columns are missing: ${missing.join(', ')}. The first row names the columns.`,
    )
  const named = read.header.filter((h) => h !== '')
  const unknown = named.filter((h) => !(columns as readonly string[]).includes(h))
  if (unknown.length > 0)
    return refusedTable('columns-unknown', `Kibou does not know these columns: ${unknown.join(', ')}.`)
  if (new Set(named).size < named.length) return refusedTable('column-repeated', 'A column is there twice.')
  if (read.rows.length === 0) return refusedTable('no-rows', 'There is a header and nothing below it.')
  const at = new Map(read.header.map((name, i) => [name, i]))
  return {
    ok: true,
    rows: read.rows.map((cells, i) => ({
      row: i + 2,
      cells: (column) => (cells[at.get(column) ?? -1] ?? '').trim(),
      tooMany: cells.slice(read.header.length).some((c) => c.trim() !== ''),
    })),
  }
}

/**
 * Takes every row in turn: what is wrong where, or each row in a few words. A row that is wrong is passed over.
 * Undefined where it was asked to stop before the end.
 */
export function takeRows<Column extends string>(
  { rows }: TableRows<Column>,
  take: (cells: Cells<Column>, row: number) => RowErrors<Column> | string,
  hooks: Hooks,
): TableResult | undefined {
  const problems: TableProblem[] = []
  const taken: string[] = []
  for (const [i, { row, cells, tooMany }] of rows.entries()) {
    if (hooks.stopped()) return undefined
    const result = tooMany ? { '': 'More cells than columns.' } : take(cells, row)
    if (typeof result === 'string') taken.push(result)
    else
      for (const [column, problem] of Object.entries(result) as [string, string][])
        problems.push({ row, column, problem })
    hooks.progress((i + 1) / rows.length)
  }
  if (problems.length === 0) return { ok: true, rows: taken }
  const things = problems.length === 1 ? 'thing is' : 'things are'
  return { ...reject('invalid', `${problems.length} ${things} not right; nothing was added.`), problems }
}
