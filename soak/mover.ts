import { createHash } from 'node:crypto'
import { z } from 'zod'
import { openDatabase, type Db } from '@/store/database'
import { carriedTables, columnsIn } from '@/store/tables'
import { kennelIn, kennelOut } from '@/work/actions/wholeKennel'

/** Takes a backup out into a folder, makes a kennel of that, and tells whether the two are equal, row for row. */
const asked = z.object({ copy: z.string(), out: z.string(), back: z.string() })

/** A digest of every row that is carried, in its order. */
function digestOf(of: Db): string {
  const hash = createHash('sha256')
  for (const table of carriedTables(of)) {
    hash.update(`${table} ${columnsIn(of, table).join()}`)
    for (const row of of.prepare(`SELECT * FROM "${table}" ORDER BY rowid`).raw().iterate())
      hash.update(JSON.stringify(row))
  }
  return hash.digest('hex')
}
const seconds = (from: number) => ((performance.now() - from) / 1000).toFixed(1)

/** Takes a kennel out and in again, and tells whether it is the same. */
async function move(raw: unknown): Promise<void> {
  const { copy, out, back } = asked.parse(raw)
  const db = openDatabase(copy)
  let from = performance.now()
  const went = kennelOut(db, out, Date.now())
  const outTook = `out ${seconds(from)} s`
  from = performance.now()
  const came = await kennelIn(out, back, Date.now())
  const took = `${outTook}, in ${seconds(from)} s`
  const again = came.ok ? openDatabase(back) : undefined
  const same = again !== undefined && digestOf(db) === digestOf(again)
  process.send?.({ same, took, wrong: went.ok && came.ok ? '' : JSON.stringify({ went, came }) }, () => process.exit(0))
}

process.once('message', (raw) => void move(raw))
