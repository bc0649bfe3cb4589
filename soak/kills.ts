import { spawn, spawnSync } from 'node:child_process'
import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { v4, v7 } from 'uuid'
import { dayIn } from '@/core/days'
import { nothingSaid, nothingSeen } from '@/core/facts/words'
import { seeded } from '@/core/seeded'
import { openDatabase } from '@/store/database'
import { missingOf } from '@/store/facts/missing'
import { readKennel, readPeople } from '@/store/kennel'
import { residentsOn } from '@/store/residents'
import { lookThrough, soundnessSaid } from '@/work/scene/soundness'
import { cookieOf, folder } from './kennel'

/**
 * The server killed five hundred times at moments drawn by chance, while eight devices record and send again what was
 * not acknowledged: at the end each fact is there once, no number is missing, the file is sound and the standings are
 * what the facts come to.
 */
const kills = Number(process.env['KIBOU_SOAK_KILLS'] ?? 500)
const devices = 8
const port = 4875
const chance = seeded(Number(process.env['KIBOU_SOAK_SEED'] ?? 1))
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))

const into = folder()
const file = join(into, 'kennel.db')
const made = spawnSync(process.execPath, ['--import', 'tsx', 'scripts/prepare.ts', file, 'demo'], { encoding: 'utf8' })
if (made.status !== 0) throw new Error(made.stderr)
const db = openDatabase(file)
const who = readPeople(db).find((p) => p.role === 'lead')?.id ?? ''
const dogs = residentsOn(db, dayIn(readKennel(db).timeZone, Date.now())).map((r) => r.residencyId)
const cookie = await cookieOf(db, who, Date.now())
db.close()

const launcher = spawn(process.execPath, ['e2e/support/serve.mjs'], {
  env: { ...process.env, PORT: String(port), HOST: '127.0.0.1', KIBOU_DB: file },
  stdio: 'ignore',
})
const url = `http://127.0.0.1:${port}`
const serverPid = () =>
  Number(
    spawnSync('pgrep', ['-P', String(launcher.pid)], { encoding: 'utf8' })
      .stdout.trim()
      .split('\n')[0],
  )
const isUp = () =>
  fetch(`${url}/api/health`).then(
    (r) => r.ok,
    () => false,
  )
async function up(): Promise<void> {
  for (const late = Date.now() + 60_000; !(await isUp()); await wait(50))
    if (Date.now() > late || launcher.exitCode !== null) throw new Error('the server does not come again')
}

interface Device {
  readonly id: string
  readonly made: string[]
  readonly acknowledged: Set<string>
}
const all: Device[] = []
let [going, odd] = [true, 0]
async function record(dog: string | undefined): Promise<void> {
  const device: Device = { id: v4(), made: [], acknowledged: new Set() }
  all.push(device)
  let seq = 0
  let set = ''
  let unsent: { readonly id: string }[] = []
  while (going || unsent.length > 0) {
    for (let n = 0; going && n < 1 + chance() * 4; n++) {
      const stamp = { id: v7(), seq: seq++, deviceAt: Date.now() }
      const opens = set === '' || chance() < 0.15
      if (opens) set = stamp.id
      const fact = opens
        ? {
            kind: 'set-opened',
            ...stamp,
            residencyId: dog,
            rungId: 'sit.word',
            purpose: 'work',
            blockId: v4(),
            recordedBy: who,
            leashHolder: who,
            placeId: 'barn',
            level: 0,
            distanceBand: null,
            kit: '1.8 m leash',
            temperatureC: null,
            minutesIn: null,
            exerciseMinutesAgo: null,
            ...nothingSaid.set,
            replaces: null,
          }
        : { kind: 'rep', ...stamp, setId: set, ...nothingSeen, outcome: chance() < 0.8 ? 'clean' : 'miss', paid: true }
      device.made.push(stamp.id)
      unsent.push(fact)
    }
    try {
      const answer = await fetch(`${url}/api/facts`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie },
        body: JSON.stringify({ device: device.id, deviceNow: Date.now(), facts: unsent.slice(0, 100) }),
      })
      const { results } = (await answer.json()) as { results?: { id: string; status: string }[] }
      for (const r of results ?? [])
        if (r.status === 'refused') odd++
        else device.acknowledged.add(r.id)
      unsent = unsent.filter((f) => !device.acknowledged.has(f.id))
    } catch {
      // It was killed in between: sent again.
    }
    await wait(60 + chance() * 200)
  }
}

await up()
const begun = Date.now()
const recording = Array.from({ length: devices }, (_, i) => record(dogs[i]))
for (let n = 1; n <= kills; n++) {
  // One in ten before it listens, the others while it works.
  await wait(chance() < 0.1 ? chance() * 300 : 300 + chance() * 1200)
  const pid = serverPid()
  if (pid > 0) process.kill(pid, 'SIGKILL')
  await wait(20)
  if (chance() < 0.9) await up()
  if (n % 50 === 0)
    console.log(`${n} kills, ${all.reduce((sum, d) => sum + d.acknowledged.size, 0)} facts acknowledged`)
}
await up()
going = false
await Promise.all(recording)
launcher.kill('SIGTERM')
await wait(2500)

const after = openDatabase(file)
const count = after.prepare('SELECT count(*) FROM fact WHERE id = ?').pluck()
const facts = all.flatMap((d) => d.made)
const lost = facts.filter((id) => count.get(id) !== 1).length
const gaps = all.flatMap((d) => missingOf(after, d.id, d.made.length - 1)).length
const said = soundnessSaid(lookThrough(after, Date.now()))
after.close()
console.log(
  `${kills} kills in ${((Date.now() - begun) / 60_000).toFixed(1)} minutes: ${facts.length} facts made, ` +
    `${lost} lost ` +
    `or twice, ${gaps} numbers missing, ${odd} refused; ` +
    (said.length === 0 ? 'file and standings sound' : said.join(' ')),
)
rmSync(into, { recursive: true, force: true })
process.exit(lost + gaps + odd + said.length === 0 ? 0 : 1)
