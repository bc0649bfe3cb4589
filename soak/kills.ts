import { spawn, spawnSync } from 'node:child_process'
import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { dayIn } from '@/core/days'
import { seeded } from '@/core/seeded'
import { openDatabase } from '@/store/database'
import { readSpaces } from '@/store/house'
import { missingOf } from '@/store/facts/missing'
import { readKennel, readPeople } from '@/store/kennel'
import { residentsOn } from '@/store/residents'
import { lookThrough, soundnessSaid } from '@/work/context/soundness'
import { program } from '../scripts/lib/program.mjs'
import { Device } from './device'
import { Editor, ownerForm, whatWentWrong } from './editors'
import { cookieOf, folder } from './kennel'
import { childrenOf, processesOver } from '../e2e/support/processes'

/**
 * The server killed five hundred times at moments drawn by chance, while eight devices record and send again what was
 * not acknowledged, and two people edit one form: at the end each fact is there once, no number is missing, nothing
 * typed is lost or written over by somebody who had not seen it, the file is sound, the standings are what the facts
 * come to, and no process is left over.
 */
const kills = Number(process.env['KIBOU_SOAK_KILLS'] ?? 500)
const devices = 8
const port = 4875
const chance = seeded(Number(process.env['KIBOU_SOAK_SEED'] ?? 1))
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))

const into = folder()
const file = join(into, 'kennel.db')
const made = spawnSync(process.execPath, [program('scripts/prepare.ts'), file, 'demo'], { encoding: 'utf8' })
if (made.status !== 0) throw new Error(made.stderr)
const db = openDatabase(file)
const who = readPeople(db).find((p) => p.role === 'lead')?.id ?? ''
const dogs = residentsOn(db, dayIn(readKennel(db).timeZone, Date.now())).map((r) => r.residencyId)
const placeId = readSpaces(db)[0]?.id ?? ''
const cookie = await cookieOf(db, who, Date.now())
const other = readPeople(db).find((p) => p.role === 'trainer')?.id ?? ''
const otherCookie = await cookieOf(db, other, Date.now())

const url = `http://127.0.0.1:${port}`
const isUp = () =>
  fetch(`${url}/api/health`).then(
    (r) => r.ok,
    () => false,
  )
if (await isUp()) throw new Error(`something answers at ${url} already`)
const launcher = spawn(process.execPath, ['e2e/support/serve.mjs'], {
  env: { ...process.env, PORT: String(port), HOST: '127.0.0.1', KIBOU_DB: file },
  stdio: ['ignore', 'ignore', 'pipe'],
})
process.on('exit', () => launcher.kill('SIGTERM'))
/** What the launcher and its server said last. */
const lastWords: string[] = []
launcher.stderr?.on('data', (said: Buffer) => {
  lastWords.push(...said.toString().trimEnd().split('\n'))
  lastWords.splice(0, lastWords.length - 30)
})
/** One of the two processes of the server: the one that listens, or in three of ten cases the one that draws pages. */
function onePid(): number {
  const listens = childrenOf(launcher.pid ?? 0)[0] ?? 0
  const draws = chance() < 0.3 && listens > 0 ? childrenOf(listens)[0] : undefined
  return draws ?? listens
}
function kill(pid: number): void {
  try {
    process.kill(pid, 'SIGKILL')
  } catch {
    // It went a moment ago.
  }
}
async function up(): Promise<void> {
  for (const late = Date.now() + 60_000; !(await isUp()); await wait(50))
    if (Date.now() > late || launcher.exitCode !== null)
      throw new Error(`the server does not come again:\n${lastWords.join('\n')}`)
}

const all: Device[] = []
let going = true
async function record(dog: string): Promise<void> {
  const device = new Device(url, cookie)
  all.push(device)
  let set = ''
  while (going || device.waits) {
    for (let n = 0; going && n < 1 + chance() * 4; n++)
      if (set === '' || chance() < 0.15) {
        const opened = device.tablet.set(dog, who, { rungId: 'sit.word', placeId })
        set = opened.id
        device.add(opened)
      } else device.add(device.tablet.rep(set, chance() < 0.8 ? 'clean' : 'miss'))
    // It was killed in between: sent again.
    await device.send().catch(() => undefined)
    await wait(60 + chance() * 200)
  }
}

const edited = dogs[devices] ?? ''
const editors = new Map(
  [
    { id: who, name: 'A', by: cookie },
    { id: other, name: 'B', by: otherCookie },
  ].map(({ id, name, by }) => [id, new Editor(name, url, by, edited, () => ownerForm(db, edited), chance)]),
)

await up()
const begun = Date.now()
const editing = [...editors.values()].map(async (editor) => {
  while (going) await editor.edit()
})
const recording = Array.from({ length: devices }, (_, i) => record(dogs[i] ?? ''))
for (let n = 1; n <= kills; n++) {
  // One in ten before it listens, the others while it works.
  await wait(chance() < 0.1 ? chance() * 300 : 300 + chance() * 1200)
  const pid = onePid()
  if (pid > 0) kill(pid)
  await wait(20)
  if (chance() < 0.9) await up()
  if (n % 50 === 0)
    console.log(`${n} kills, ${all.reduce((sum, d) => sum + d.acknowledged.size, 0)} facts acknowledged`)
}
await up()
going = false
await Promise.all([...recording, ...editing])
db.close()
launcher.kill('SIGTERM')
// They have two seconds by their own clocks, on a machine that is busy more.
for (const late = Date.now() + 15_000; processesOver(file).length > 0 && Date.now() < late;) await wait(250)
const orphans = processesOver(file)

const after = openDatabase(file)
const count = after.prepare('SELECT count(*) FROM fact WHERE id = ?').pluck()
const facts = all.flatMap((d) => d.made)
const lost = facts.filter((id) => count.get(id) !== 1).length
const gaps = all.flatMap((d) => d.names.flatMap(({ device, upTo }) => missingOf(after, device, upTo))).length
const refused = all.flatMap((d) => d.refused)
for (const reason of new Set(refused)) console.log(`refused: ${reason}`)
const said = soundnessSaid(lookThrough(after, Date.now()))
const wrong = whatWentWrong(after, edited, editors)
for (const what of wrong) console.log(what)
after.close()
console.log(
  `${kills} kills in ${((Date.now() - begun) / 60_000).toFixed(1)} minutes: ${facts.length} facts made, ` +
    `${lost} lost ` +
    `or twice, ${gaps} numbers missing, ${refused.length} refused, ${orphans.length} processes left over; ` +
    (said.length === 0 ? 'file and standings sound' : said.join(' ')),
)
const sum = (of: (editor: Editor) => number) => [...editors.values()].reduce((n, e) => n + of(e), 0)
console.log(
  `two editors of one form: ${sum((e) => e.saved.length)} saves, ${sum((e) => e.clashes)} laid together, ` +
    `${sum((e) => e.unanswered)} times sent again; ${wrong.length} lost or written over unseen`,
)
rmSync(into, { recursive: true, force: true })
process.exit(lost + gaps + refused.length + orphans.length + said.length + wrong.length === 0 ? 0 : 1)
