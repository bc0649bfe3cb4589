import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { z } from 'zod'
import { dayIn } from '@/core/days'
import { openDatabase } from '@/store/database'
import { renewForecasts } from '@/work/actions/forecasts'
import { noHooks } from '@/work/base/hooks'
import { rebuildStandings } from '@/work/upkeep/renewStandings'
import { loadWall } from '@/work/page/wall'
import { fillKennel } from './support/kennel'
import { inTurns } from './support/turns'

/**
 * The wall with 60 residents and 200,000 sets in the history, most of them of dogs long gone home; and the ratio
 * against reading the same stored standings with bare SQL. Prints, never fails.
 */
const residents = 60
const past = 540
const allSets = 200_000
const now = Date.now()
const today = dayIn('Europe/London', now)
const file = process.env['KIBOU_BENCH_DB'] ?? join(mkdtempSync(join(tmpdir(), 'kibou-bench-')), 'kennel.db')

const db = openDatabase(file)
const filled = performance.now()
if (db.prepare('SELECT count(*) AS n FROM training_set').pluck().get() === 0) {
  fillKennel(db, { residents, past, allSets }, today, now)
  rebuildStandings(db, now)
  renewForecasts(db, now, noHooks, 50)
}
const n = (sql: string) => Number(db.prepare(sql).pluck().get())
console.log(
  `${n('SELECT count(*) FROM training_set')} sets, ${n('SELECT count(*) FROM rep')} reps, made and folded in
      ${((performance.now() - filled) / 1000).toFixed(0)} s: ${file}`,
)
const bare = db.prepare(
  `SELECT s.summary
    FROM residency r
    JOIN standing s ON s.residency_id = r.id
    WHERE r.leaves_on >= ? AND r.arrives_on <= ?`,
)
const summaries = () => bare.all(today, today)
const parse = () =>
  summaries().map((row) => JSON.parse(z.object({ summary: z.string() }).parse(row).summary) as unknown)
const [wall = 0, sql = 1, parsed = 1] = inTurns([() => loadWall(db, now), summaries, parse], { turns: 151, warmUp: 40 })
console.log(
  `wall’s view model, ${loadWall(db, now).rows.length} residents: median ${wall.toFixed(1)} ms (aim: at most 25)`,
)
console.log(
  `the same standings by bare SQL: median ${sql.toFixed(2)} ms; wall ÷ bare SQL = ${(wall / sql).toFixed(1)} ` +
    `(aim: at most 15); wall ÷ (SQL and JSON.parse) = ${(wall / parsed).toFixed(1)}`,
)
db.close()
