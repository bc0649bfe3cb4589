import { readCsv } from '@/core/csv/csv'
import type { Db } from '@/store/database'
import { refuse, type Deed } from './deed'

export interface TableProblem {
  /** As a spreadsheet counts: the header is row 1. */
  readonly row: number
  readonly column: string
  readonly problem: string
}

/** What a table came to: each row in a few words, or what is wrong where. */
export type TableResult = Deed<{ readonly rows: readonly string[] }, { readonly problems: readonly TableProblem[] }>

export interface TableSpec<Column extends string> {
  readonly columns: readonly Column[]
  readonly needed: readonly Column[]
  /** Takes one row; what is wrong by column, or what was taken in a few words. */
  readonly take: (value: (column: Column) => string) => Readonly<Partial<Record<Column | '', string>>> | string
}

class Undone extends Error {}

/**
 * Takes every row of a table, or none of them. `keep` false: does all the same and takes it back, to see what would be
 * wrong.
 */
export function tableIn<Column extends string>(
  db: Db,
  bytes: Uint8Array,
  { columns, needed, take }: TableSpec<Column>,
  keep: boolean,
): TableResult {
  const refused = (reason: string): TableResult => ({ ...refuse(reason), problems: [] })
  const read = readCsv(bytes)
  if (!read.ok) return refused(read.reason)
  const missing = needed.filter((c) => !read.header.includes(c))
  if (missing.length > 0)
    return refused(`These columns are missing: ${missing.join(', ')}. The first row names the columns.`)
  const named = read.header.filter((h) => h !== '')
  const unknown = named.filter((h) => !(columns as readonly string[]).includes(h))
  if (unknown.length > 0) return refused(`Kibou does not know these columns: ${unknown.join(', ')}.`)
  if (new Set(named).size < named.length) return refused('A column is there twice.')
  const problems: TableProblem[] = []
  const rows: string[] = []
  try {
    db.transaction(() => {
      read.rows.forEach((cells, i) => {
        const row = i + 2
        if (cells.length > read.header.length && cells.slice(read.header.length).some((c) => c.trim() !== ''))
          return void problems.push({ row, column: '', problem: 'More cells than columns.' })
        const taken = take((column) => (cells[read.header.indexOf(column)] ?? '').trim())
        if (typeof taken === 'string') rows.push(taken)
        else
          for (const [column, problem] of Object.entries(taken) as [string, string][])
            problems.push({ row, column, problem })
      })
      if (problems.length > 0 || !keep) throw new Undone()
    }).immediate()
  } catch (error) {
    if (!(error instanceof Undone)) throw error
  }
  if (read.rows.length === 0) return refused('There is a header and nothing below it.')
  if (problems.length > 0)
    return {
      ...refuse(
        `${problems.length} ${problems.length === 1 ? 'thing is' : 'things are'} not right; nothing was added.`,
      ),
      problems,
    }
  return { ok: true, rows }
}
