import { spawnSync } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { v7 } from 'uuid'
import { z } from 'zod'
import { dayIn } from '@/core/days'
import { seeded } from '@/core/seeded'
import { pages } from '@/screens/pages'
import { openDatabase } from '@/store/database'
import { readSpaces } from '@/store/house'
import { readKennel, readPeople } from '@/store/kennel'
import { residentsOn } from '@/store/residents'
import { program } from '../scripts/lib/program.mjs'
import { Device } from './device'
import { cookieOf, folder } from './kennel'
import { megabytesOf } from '../e2e/support/processes'
import { serve } from './server'

/**
 * A hundred thousand odd requests over HTTP, signed in as lead, as hand and not at all: facts that are nearly right,
 * deeds with anything in them, addresses that lead nowhere, methods and headers nobody sends. No answer is a fault of
 * the server, nobody who is not signed in is let in, nothing is half written, and it does not grow.
 */
const inputs = Number(process.env['KIBOU_SOAK_REQUESTS'] ?? 100_000)
const atOnce = 16
const seed = Number(process.env['KIBOU_SOAK_SEED'] ?? 1)
const chance = seeded(seed)
const one = <T>(of: readonly T[]): T => of[Math.floor(chance() * of.length)] as T

const into = folder()
const file = join(into, 'kennel.db')
const made = spawnSync(process.execPath, [program('scripts/prepare.ts'), file, 'demo'], { encoding: 'utf8' })
if (made.status !== 0) throw new Error(made.stderr)
const db = openDatabase(file)
const people = readPeople(db)
const lead = people.find((p) => p.role === 'lead')?.id ?? ''
const hand = people.find((p) => p.role === 'hand')?.id ?? ''
const dogs = residentsOn(db, dayIn(readKennel(db).timeZone, Date.now())).map((r) => r.residencyId)
const placeId = readSpaces(db)[0]?.id ?? ''
const cookies: string[] = ['', await cookieOf(db, lead, Date.now()), await cookieOf(db, hand, Date.now())]
const manifest = z.object({ node: z.record(z.string(), z.unknown()) })
const actions = Object.keys(
  manifest.parse(JSON.parse(readFileSync('.next/server/server-reference-manifest.json', 'utf8'))).node,
)

const words = [
  '',
  '0',
  '-1',
  'NaN',
  '1e999',
  '2026-02-30',
  '=1+1',
  '\u0000',
  '🐕',
  'sit',
  'sit.word',
  'kg',
  '__proto__',
  'constructor',
  'x'.repeat(3000),
  'yes',
  '../../etc/passwd',
  "'; DROP TABLE rep; --",
  '<b>',
  '%00',
  '٣',
  lead,
  hand,
]
const word = () => (chance() < 0.2 ? one(dogs) : one(words))
const anything = (deep = 0): unknown =>
  one([
    () => word(),
    () => Math.floor(chance() * 2 ** 53) - 2 ** 52,
    () => chance() * 100,
    () => null,
    () => chance() < 0.5,
    () => (deep > 3 ? [] : Array.from({ length: Math.floor(chance() * 4) }, () => anything(deep + 1))),
    () =>
      deep > 3
        ? {}
        : Object.fromEntries(Array.from({ length: Math.floor(chance() * 6) }, () => [one(keys), anything(deep + 1)])),
  ])()
const keys = [
  'id',
  'residencyId',
  'command',
  'rungId',
  'item',
  'weight',
  'unit',
  'reason',
  'key',
  'step',
  'typed',
  'name',
  'role',
  'personId',
  'passcode',
  'section',
  'arrivesOn',
  'leavesOn',
  'recordedBy',
  'at',
  'day',
  'text',
  'promised',
  '__proto__',
  'then',
  'toString',
  'length',
  'kind',
]

const { tablet } = new Device('', '')
/** A fact as a device makes it, of which something is changed into anything now and then. */
function nearlyRight(): Record<string, unknown> {
  const fact: Record<string, unknown> = one([
    () => tablet.rep(v7(), one(['clean', 'miss'])),
    () => tablet.set(one(dogs), hand, { rungId: 'sit.word', leashHolder: lead, placeId }),
    () => tablet.voided(v7(), lead),
  ])()
  for (let n = 0; chance() < 0.6 && n < 3; n++) fact[one([...Object.keys(fact), ...keys])] = anything()
  return fact
}

interface Asked {
  readonly path: string
  readonly init: RequestInit
}
const json = { 'content-type': 'application/json' }
const asks: readonly (() => Asked)[] = [
  () => ({
    path: '/api/facts',
    init: {
      method: 'POST',
      headers: json,
      body: JSON.stringify(
        chance() < 0.8
          ? {
              device: chance() < 0.9 ? tablet.device : anything(),
              deviceNow: Date.now(),
              facts: Array.from({ length: Math.floor(chance() * 5) }, nearlyRight),
              ...(chance() < 0.3 ? { sentTo: chance() < 0.5 ? Math.floor(chance() * 1e6) : anything() } : {}),
            }
          : anything(),
      ),
    },
  }),
  () => ({
    path: '/',
    init: {
      method: 'POST',
      headers: {
        'next-action':
          chance() < 0.95
            ? one(actions)
            : word()
                .replace(/[^\x21-\x7e]/g, '')
                .slice(0, 60),
        'content-type': 'text/plain;charset=UTF-8',
      },
      body: JSON.stringify(Array.from({ length: Math.floor(chance() * 3) }, () => anything())),
    },
  }),
  () => ({
    path: one(pages)
      .address.replace(/\[(\w+)\]/g, () => encodeURIComponent(word().slice(0, 200)))
      .concat(chance() < 0.5 ? `?${one(keys)}=${encodeURIComponent(word().slice(0, 200))}` : ''),
    init: {},
  }),
  () => ({
    path: Array.from(
      { length: 1 + Math.floor(chance() * 4) },
      () => `/${encodeURIComponent(word().slice(0, 100))}`,
    ).join(''),
    init: { method: one(['GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS', 'HEAD']) },
  }),
]

const kibou = await serve('scripts/server.mjs', [], 4873, { KIBOU_DB: file, HOST: '127.0.0.1', KIBOU_SOAK_QUIET: '1' })
const memory = (): number => kibou.pids().reduce((sum, pid) => sum + megabytesOf(pid), 0)
const statuses = new Map<number, number>()
const wrong: string[] = []
let asked = 0
async function askAway(): Promise<void> {
  while (asked < inputs && wrong.length < 20) {
    asked++
    // A deed may have signed them out.
    if (asked % 500 === 0)
      for (const [i, id] of [lead, hand].entries()) cookies[i + 1] = await cookieOf(db, id, Date.now())
    if (asked % 10_000 === 0) console.log(`${asked} asked, ${memory().toFixed(0)} MB`)
    const who = Math.floor(chance() * 3)
    const { path, init } = one(asks)()
    const headers = { ...init.headers, ...(who === 0 ? {} : { cookie: cookies[who] ?? '' }) }
    try {
      const answer = await fetch(kibou.url + path, { ...init, headers, redirect: 'manual' })
      const said = await answer.text()
      statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1)
      if (answer.status >= 500)
        wrong.push(
          `${answer.status} ${init.method ?? 'GET'} ${path.slice(0, 80)} ${String(init.body).slice(0, 5000)}: ` +
            `${said.slice(0, 300)}; last said: ${kibou.said().slice(-1500)}`,
        )
      if (who === 0 && answer.ok && /Bramble|Siskin|Mallet/.test(said)) wrong.push(`told to nobody: ${path}`)
    } catch (error) {
      wrong.push(
        `${init.method ?? 'GET'} ${path.slice(0, 80)}: ` +
          (error instanceof Error ? String(error.cause ?? error.message) : String(error)),
      )
    }
  }
}
const early = memory()
await Promise.all(Array.from({ length: atOnce }, askAway))
const late = memory()
const well = (await fetch(`${kibou.url}/`, { headers: { cookie: cookies[1] ?? '' } })).status
const halves = z.number().parse(
  db
    .prepare(
      `SELECT (SELECT count(*) FROM dog d WHERE NOT EXISTS (SELECT 1 FROM residency r WHERE r.dog_id = d.id))
          + (SELECT count(*) FROM pragma_foreign_key_check)`,
    )
    .pluck()
    .get(),
)
await kibou.stop()
const sound = db.pragma('quick_check', { simple: true })
db.close()
console.log(
  `${asked} odd requests (seed ${seed}): ${[...statuses]
    .sort(([a], [b]) => a - b)
    .map(([s, n]) => `${n} × ${s}`)
    .join(', ')}; ` +
    `${early.toFixed(0)} MB before, ${late.toFixed(0)} MB after; ` +
    `the wall answers ${well}; halves ${halves}; file ${String(sound)}`,
)
// The lead may have been signed out by a deed that ended its sign-ins; what matters is an answer.
if (well >= 500) wrong.push('the wall does not answer')
if (halves > 0) wrong.push(`${halves} halves`)
if (sound !== 'ok') wrong.push('the file is damaged')
if (late > 1500) wrong.push(`${late.toFixed(0)} MB`)
for (const line of wrong) console.log(line)
console.log(wrong.length === 0 ? 'all as it must be' : 'not as it must be')
rmSync(into, { recursive: true, force: true })
process.exit(wrong.length === 0 ? 0 : 1)
