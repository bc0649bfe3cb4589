import { fork } from 'node:child_process'
import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { v4 } from 'uuid'
import { z } from 'zod'
import { dayIn } from '@/core/days'
import { openDatabase, type Db } from '@/store/database'
import { appendHouse, readHouse } from '@/store/house'
import { readKennel } from '@/store/kennel'
import { residentsOn } from '@/store/residents'
import { backUp } from '@/work/actions/backup'
import { cookieOf, folder, largeKennel, makeLead } from './kennel'
import { serve } from './server'

/**
 * Backups and archives of a kennel of 200,000 sets, taken while devices record into it: each holds every fact that was
 * acknowledged before it began, and what is made of it is equal to it, row for row. Times are printed; two are under
 * way at once, one for each of this machine's cores, with the server and forty devices beside them.
 */
const rounds = Number(process.env['KIBOU_SOAK_MOVES'] ?? 20)
const [devices, atOnce] = [40, 2]

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

const child = { execArgv: ['--import', 'tsx'] }
// In a process of their own: what is measured here keeps this one busy.
const acknowledged: string[] = []
const recorder = fork(
  'soak/recorder.ts',
  [kibou.url, cookie, String(devices), ...dogs.map((d) => d.residencyId)],
  child,
)
recorder.on('message', (id) => acknowledged.push(String(id)))
/** Without it nothing would be under load any more, and every round still equal. */
let recorderLeft = false
recorder.once('exit', () => {
  recorderLeft = true
})

const holdsAll = (of: Db, ids: readonly string[]): boolean => {
  const there = of.prepare('SELECT count(*) FROM fact WHERE id = ?').pluck()
  return ids.every((id) => there.get(id) === 1)
}

const told = z.object({ same: z.boolean(), took: z.string(), wrong: z.string() })
/** Out, in and compared, in a process of its own. */
const moved = (asked: { copy: string; out: string; back: string }): Promise<z.infer<typeof told>> =>
  new Promise((done) => {
    const mover = fork('soak/mover.ts', [], child)
    mover.once('message', (raw) => done(told.parse(raw)))
    mover.once('exit', (code, signal) => done({ same: false, took: '', wrong: `ended: ${code ?? signal ?? ''}` }))
    mover.send(asked)
  })

const wrong: string[] = []
const own = openDatabase(file)
let equal = 0
async function round(n: number): Promise<void> {
  const before = [...acknowledged]
  const from = performance.now()
  const made = backUp(own, Date.now())
  const backupTook = ((performance.now() - from) / 1000).toFixed(1)
  if (!made.ok) {
    wrong.push(`round ${n}: ${made.reason}`)
    return
  }
  const copy = openDatabase(made.file)
  const whole = holdsAll(copy, before)
  copy.close()
  const [out, back] = [join(into, `out-${n}`), join(into, `back-${n}.db`)]
  const { same, took, wrong: why } = await moved({ copy: made.file, out, back })
  if (whole && same && why === '') equal++
  else wrong.push(`round ${n}: ${whole ? '' : 'a fact is missing '}${why}${same ? '' : ' not equal'}`)
  console.log(
    `${n}: ${before.length} facts acknowledged before it; backup ${backupTook} s, ${took}; ` +
      (same ? 'equal' : 'not equal'),
  )
  for (const gone of [out, back, made.file]) rmSync(gone, { recursive: true, force: true })
  // What was acknowledged meanwhile is heard of.
  await new Promise((done) => setTimeout(done, 1000))
}

await new Promise((done) => setTimeout(done, 3000))
let begun = 0
await Promise.all(
  Array.from({ length: atOnce }, async () => {
    while (begun < rounds) await round(++begun)
  }),
)
if (recorderLeft) wrong.push('the devices stopped recording before the end')
recorder.kill()
await kibou.stop()
console.log(`${equal} of ${rounds} equal, while ${acknowledged.length} facts came in`)
own.close()
db.close()
rmSync(into, { recursive: true, force: true })
for (const line of wrong) console.log(line)
process.exit(wrong.length === 0 ? 0 : 1)
