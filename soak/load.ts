import { spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { v4 } from 'uuid'
import { dayIn } from '@/core/days'
import { nothingSeen } from '@/core/facts/words'
import { seeded } from '@/core/seeded'
import { appendHouse, readHouse } from '@/store/house'
import { readKennel } from '@/store/kennel'
import { residentsOn } from '@/store/residents'
import { newestCurriculum } from '@/store/curricula'
import { Device } from './device'
import { cookieOf, folder, largeKennel, makeLead } from './kennel'
import { serve, type Served } from './server'
import { stolenSince, stolenSoFar } from './stolen.mjs'

/**
 * Forty devices that record beside eight people who read, for ten minutes on this machine, while the night’s work of
 * the house is done: no error, none lost, facts no more than four times as slow as a bare handler that keeps one row
 * (in the same run, before and after), no stall of the loop beyond a fifth of a second. Of a machine that is a part of
 * another, which may lend its cores for hundreds of milliseconds, what happened meanwhile is printed beside and not
 * held against it.
 */
const minutes = Number(process.env['KIBOU_SOAK_MINUTES'] ?? 10)
const [devices, readers] = [40, 8]
/** A rep takes so long on average, and a page is read for so long. */
const [betweenReps, betweenPages] = [5000, 5000]
const mostStall = 200
const mostRatio = 4
/** What is lent for no longer than the machine counts in changes nothing. */
const leastStolen = 10

const chance = seeded(Number(process.env['KIBOU_SOAK_SEED'] ?? 1))
const pause = (mean: number) => new Promise((done) => setTimeout(done, -mean * Math.log(1 - chance())))

interface Told {
  readonly took: number[]
  /** Of these, those while which no core of this machine was lent to another. */
  readonly whole: number[]
  readonly wrong: Map<string, number>
}

const nothingYet = (): Told => ({ took: [], whole: [], wrong: new Map() })
const note = ({ wrong }: Told, what: string) => wrong.set(what, (wrong.get(what) ?? 0) + 1)

async function timed(told: Told, ask: () => Promise<Response>): Promise<string | undefined> {
  const from = performance.now()
  const stolen = stolenSoFar()
  try {
    const answer = await ask()
    const text = await answer.text()
    const took = performance.now() - from
    told.took.push(took)
    if (stolenSince(stolen) <= leastStolen) told.whole.push(took)
    if (answer.ok) return text
    note(told, `${answer.status} ${text.slice(0, 80)}`)
  } catch (error) {
    note(told, error instanceof Error ? `${error.message} ${String(error.cause)}` : String(error))
  }
  return undefined
}

/** An address without the dog it is of and the time it took. */
const sayPage = (asked: string): string => asked.replace(/[\da-f-]{36}/g, '…')
const kindOf = (asked: string): string => sayPage(asked).replace(/ \d+$/, '')
function tally(of: readonly string[]): string {
  const times = new Map<string, number>()
  for (const one of of.map(kindOf)) times.set(one, (times.get(one) ?? 0) + 1)
  return [...times]
    .sort(([, a], [, b]) => b - a)
    .map(([one, n]) => `${n} × ${one}`)
    .join(', ')
}

const quantile = (of: readonly number[], share: number): number =>
  [...of].sort((a, b) => a - b)[Math.min(of.length - 1, Math.floor(share * of.length))] ?? Number.NaN
const said = (took: readonly number[]): string =>
  `${took.length} answers, median ${quantile(took, 0.5).toFixed(0)} ms, 99 of 100 within ` +
  `${quantile(took, 0.99).toFixed(0)} ms, slowest ${quantile(took, 1).toFixed(0)} ms`
const figures = (name: string, { took, whole, wrong }: Told): void =>
  console.log(
    `${name}: ${said(took)}; while no core was lent to another machine ${said(whole)}; ` +
      (wrong.size === 0 ? 'no error' : [...wrong].map(([what, n]) => `${n} × ${what}`).join('; ')),
  )

/** The bare application, built apart from the product. */
function buildBare(): string {
  const app = 'tmp/soak-bare'
  rmSync(app, { recursive: true, force: true })
  cpSync('soak/bare', app, { recursive: true })
  const built = spawnSync('node_modules/.bin/next', ['build', app], {
    encoding: 'utf8',
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
  })
  if (built.status !== 0) throw new Error(built.stderr + built.stdout)
  return app
}

const json = { 'content-type': 'application/json' }

/** Runs so many of each at once until a moment. */
async function crowd(
  until: number,
  record: (device: number, until: number) => Promise<unknown>,
  read: (reader: number, until: number) => Promise<unknown>,
): Promise<void> {
  await Promise.all([
    ...Array.from({ length: devices }, (_, i) => record(i, until)),
    ...Array.from({ length: readers }, (_, i) => read(i, until)),
  ])
}

async function bareFor(ms: number, url: string, told: Told): Promise<void> {
  const body = JSON.stringify({ device: v4(), facts: [{ kind: 'rep', ...nothingSeen, setId: v4() }] })
  await crowd(
    Date.now() + ms,
    async (_, until) => {
      for (await pause(betweenReps); Date.now() < until; await pause(betweenReps))
        await timed(told, () => fetch(`${url}/insert`, { method: 'POST', headers: json, body }))
    },
    async (_, until) => {
      for (await pause(betweenPages); Date.now() < until; await pause(betweenPages)) await (await fetch(url)).text()
    },
  )
}

const into = folder()
const file = join(into, 'kennel.db')
const db = largeKennel(file)
const begun = Date.now()
const today = dayIn(readKennel(db).timeZone, begun)
makeLead(db, 'a')
// Everything that the house does at night is due at once: the backup, the rates, the fit, the look through the file.
appendHouse(db, v4(), { ...readHouse(db), backupFolder: join(into, 'backups') }, 'a', begun)
mkdirSync(join(into, 'backups'), { mode: 0o700 })
db.prepare('UPDATE forgetting SET fitted_at = 0').run()
db.prepare('UPDATE standing SET holds_until = 1').run()
const dogs = residentsOn(db, today)
const cookies = await Promise.all(
  Array.from({ length: devices + readers }, (_, i) => cookieOf(db, 'abcd'[i % 4] ?? 'a', begun)),
)
const rungs = newestCurriculum(db).commands.flatMap((c) => c.runs.flatMap((r) => r.rungs.map((g) => g.id)))

const recorders: Device[] = []
async function recordOn(url: string, i: number, until: number, told: Told): Promise<void> {
  const device = new Device(url, cookies[i] ?? '')
  recorders.push(device)
  const { tablet } = device
  const dog = dogs[i % dogs.length]?.residencyId ?? ''
  const send = () => device.send((ask) => timed(told, ask))
  await pause(betweenReps)
  while (Date.now() < until) {
    const rungId = rungs[Math.floor(chance() * rungs.length)] ?? ''
    const set = tablet.set(dog, 'abcd'[i % 4] ?? 'a', { rungId })
    device.add(set)
    await send()
    for (let rep = 0; rep < 8 && Date.now() < until; rep++) {
      await pause(betweenReps)
      device.add(tablet.rep(set.id, chance() < 0.85 ? 'clean' : 'helped'))
      await send()
    }
  }
  // What was turned away last is brought after all.
  for (let tries = 0; device.waits && tries < 5; tries++) await send()
  for (const reason of device.refused) note(told, `refused: ${reason}`)
}

async function readOn(url: string, i: number, until: number, told: Told, between = betweenPages): Promise<void> {
  const paths = [
    '/',
    ...['', '/block', '/food', '/handoff', '/report'].map((p) => `/dogs/${dogs[i]?.residencyId ?? ''}${p}`),
    '/coming',
    '/bowls',
    '/handoffs',
    '/paper',
    '/forecasts',
  ]
  for (await pause(between); Date.now() < until; await pause(between)) {
    const path = paths[Math.floor(chance() * paths.length)] ?? '/'
    await timed(told, () => fetch(url + path, { headers: { cookie: cookies[devices + i] ?? '' } }))
  }
}

const wrong: string[] = []
const app = buildBare()
const serveBare = (): Promise<Served> =>
  serve(
    'node_modules/next/dist/bin/next',
    ['start', app, '-p', '4871', '-H', '127.0.0.1'],
    4871,
    { BARE_DB: join(into, 'bare.db') },
    '/',
  )
const bare = nothingYet()
const share = (minutes * 60_000) / 10
const first = await serveBare()
// What is asked for the first time is compiled then.
await bareFor(5000, first.url, nothingYet())
await bareFor(share, first.url, bare)
await first.stop()

const kibou = await serve('scripts/server.mjs', [], 4872, { KIBOU_DB: file, HOST: '127.0.0.1' })
const [facts, pages] = [nothingYet(), nothingYet()]
// What is asked for the first time is loaded and compiled then, as above.
await crowd(
  Date.now() + 20_000,
  (i, until) => recordOn(kibou.url, i, until, nothingYet()),
  (i, until) => readOn(kibou.url, i, until, nothingYet(), 1000),
)
const [cpu, from] = [process.cpuUsage(), Date.now()]
await crowd(
  Date.now() + minutes * 60_000,
  (i, until) => recordOn(kibou.url, i, until, facts),
  (i, until) => readOn(kibou.url, i, until, pages),
)
const stalls = kibou.stalls(from)
const secondsIn = (at: number): string => ((at - from) / 1000).toFixed(0)
await kibou.stop()
const again = await serveBare()
await bareFor(5000, again.url, nothingYet())
await bareFor(share, again.url, bare)
await again.stop()

console.log(
  `${devices} devices and ${readers} readers for ${minutes} minutes; ` +
    `${(process.cpuUsage(cpu).user / 1e6).toFixed(0)} s of CPU of their own`,
)
figures('a bare handler that keeps one row', bare)
figures('facts', facts)
figures('pages', pages)
const ratioOf = (what: 'took' | 'whole') => quantile(facts[what], 0.99) / quantile(bare[what], 0.99)
const ratio = ratioOf('whole')
// What a machine beside this one took of it is said, and no fault of a program.
const isLong = (s: { readonly ms: number; readonly steal: number }) => s.ms - s.steal > mostStall
const long = stalls.filter(isLong)
console.log(
  `facts over bare, 99 of 100: ${ratio.toFixed(1)} while no core was lent (at most ${mostRatio}), ` +
    `${ratioOf('took').toFixed(1)} of all`,
)
for (const program of ['server.mjs', 'pages.mjs']) {
  const its = stalls.filter((s) => s.program === program)
  const over = its.filter(isLong)
  const robbed = its.filter((s) => s.ms > mostStall && !isLong(s)).length
  console.log(
    `the loop of ${program} stood still for over ${mostStall} ms ${over.length} times, longest ` +
      `${Math.max(0, ...its.map((s) => s.ms))} ms` +
      over.map((s) => `; ${s.ms} ms at ${secondsIn(s.at)} s`).join('') +
      (robbed === 0 ? '' : `; and ${robbed} times because a core was lent to another machine`),
  )
  for (const s of [...its].sort((a, b) => b.ms - a.ms).slice(0, Math.max(over.length, 5)))
    console.log(
      `  ${s.ms} ms: ${s.cpu} of work, ${s.gc} of cleaning up, ${s.wait} of waiting for the machine, ${s.steal} of a ` +
        'core lent to another; ' +
        s.during.map(sayPage).join(', '),
    )
  console.log(
    `  over 100 ms: ${its.filter((s) => s.ms > 100).length}, in which was ${tally(
      its.filter((s) => s.ms > 100).flatMap((s) => s.during.slice(0, 1)),
    )}`,
  )
}
const there = db.prepare('SELECT count(*) FROM fact WHERE id = ?').pluck()
const acknowledged = recorders.flatMap((d) => [...d.acknowledged])
const lost = acknowledged.filter((id) => there.get(id) !== 1).length
console.log(`${acknowledged.length} facts acknowledged, ${lost} lost`)
if (lost > 0) wrong.push(`${lost} facts lost`)
if (facts.wrong.size > 0 || pages.wrong.size > 0) wrong.push('errors')
if (ratio > mostRatio) wrong.push(`facts ${ratio.toFixed(1)} times as slow as a bare handler`)
if (long.length > 0) wrong.push(`${long.length} stalls`)
db.close()
rmSync(into, { recursive: true, force: true })
console.log(wrong.length === 0 ? 'all as it must be' : `not as it must be: ${wrong.join('; ')}`)
process.exit(wrong.length === 0 ? 0 : 1)
