import { fork } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { v4 } from 'uuid'
import { dayIn } from '@/core/days'
import { openDatabase, type Db } from '@/store/database'
import { appendHouse, readHouse } from '@/store/house'
import { readKennel } from '@/store/kennel'
import { residentsOn } from '@/store/residents'
import { carriedTables, columnsIn } from '@/store/tables'
import { backUp } from '@/work/do/backup'
import { kennelIn, kennelOut } from '@/work/do/wholeKennel'
import { cookieOf, folder, largeKennel, makeLead } from './kennel'
import { serve } from './server'

/**
 * Backups and archives of a kennel of 200,000 sets, taken while devices record into it: each holds every fact that was
 * acknowledged before it began, and what is made of it is equal to it, row for row. Times are printed.
 */
const rounds = Number(process.env['KIBOU_SOAK_MOVES'] ?? 20)
const devices = 40

const into = folder()
const file = join(into, 'kennel.db')
const db = largeKennel(file)
const now = Date.now()
makeLead(db, 'a')
const backups = join(into, 'backups')
mkdirSync(backups, { mode: 0o700 })
appendHouse(db, v4(), { ...readHouse(db), backupFolder: backups }, 'a', now)
const dogs = residentsOn(db, dayIn(readKennel(db).timeZone, now))
const cookie = await cookieOf(db, 'a', now)
const kibou = await serve('scripts/server.mjs', [], 4874, { KIBOU_DB: file, HOST: '127.0.0.1' })

// In a process of their own: what is measured here keeps this one busy.
const acknowledged: string[] = []
const recorder = fork('soak/recorder.ts', [kibou.url, cookie, String(devices), ...dogs.map((d) => d.residencyId)], {
  execArgv: ['--import', 'tsx'],
})
recorder.on('message', (id) => acknowledged.push(String(id)))

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
const holdsAll = (of: Db, ids: readonly string[]): boolean => {
  const there = of.prepare('SELECT count(*) FROM fact WHERE id = ?').pluck()
  return ids.every((id) => there.get(id) === 1)
}
const seconds = (from: number) => ((performance.now() - from) / 1000).toFixed(1)

const wrong: string[] = []
const own = openDatabase(file)
let equal = 0
await new Promise((done) => setTimeout(done, 3000))
for (let round = 1; round <= rounds; round++) {
  const before = [...acknowledged]
  const took: string[] = []
  let from = performance.now()
  const made = backUp(own, Date.now())
  took.push(`backup ${seconds(from)} s`)
  if (!made.ok) {
    wrong.push(`round ${round}: ${made.reason}`)
    continue
  }
  const copy = openDatabase(made.file)
  const whole = holdsAll(copy, before)
  const [out, back] = [join(into, `out-${round}`), join(into, `back-${round}.db`)]
  from = performance.now()
  const went = kennelOut(copy, out, Date.now())
  took.push(`out ${seconds(from)} s`)
  from = performance.now()
  const came = kennelIn(out, back, Date.now())
  took.push(`in ${seconds(from)} s`)
  const again = came.ok ? openDatabase(back) : undefined
  const same = again !== undefined && digestOf(copy) === digestOf(again)
  if (whole && went.ok && came.ok && same) equal++
  else wrong.push(`round ${round}: ${JSON.stringify({ whole, went, came, same })}`)
  console.log(
    `${round}: ${before.length} facts acknowledged before it; ${took.join(', ')}; ${same ? 'equal' : 'not equal'}`,
  )
  copy.close()
  again?.close()
  for (const gone of [out, back, made.file]) rmSync(gone, { recursive: true, force: true })
  // What was acknowledged meanwhile is heard of.
  await new Promise((done) => setTimeout(done, 1000))
}
recorder.kill()
await kibou.stop()
console.log(`${equal} of ${rounds} equal, while ${acknowledged.length} facts came in`)
own.close()
db.close()
rmSync(into, { recursive: true, force: true })
for (const line of wrong) console.log(line)
process.exit(wrong.length === 0 ? 0 : 1)
