import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { copyFileSync, rmSync } from 'node:fs'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { v4 } from 'uuid'
import { z } from 'zod'
import type { WireFact } from '@/core/facts/wire'
import { wireBatch } from '@/core/facts/wire'
import { openDatabase, type Db } from '@/store/database'
import { missingOf } from '@/store/facts/missing'
import { readPeople } from '@/store/kennel'
import { addPerson } from '../actions/begin'
import { lookThrough, oddSaid } from '../context/soundness'
import { dog, monday, msPerDay, newFile, newKennel, Tablet, trainer } from '../tests/kennel'
import { readLog } from '@/store/facts/log'
import { recordFacts } from './accept'
import type { EpochMs } from '@/core/epochMs'

const number = z.object({ n: z.number() })
const n = (db: Db, sql: string): number => number.parse(db.prepare(sql).get()).n
const numbers = (db: Db) =>
  db
    .prepare('SELECT seq FROM fact ORDER BY seq')
    .all()
    .map((r) => z.object({ seq: z.number() }).parse(r).seq)

function scene() {
  const db = newKennel()
  const ada = trainer(db)
  return { db, ada, residencyId: dog(db), tablet: new Tablet() }
}

describe('what a device sent and the kennel has no more', () => {
  it('is asked for by its numbers, when the device says how far it was, and when it goes on from further', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    const facts: WireFact[] = [set, ...Array.from({ length: 9 }, () => tablet.rep(set.id))]
    // Numbers 3, 4 and 7 never came.
    const came = facts.filter((f) => ![3, 4, 7].includes(f.seq))
    expect(recordFacts(db, tablet.batch(came), tablet.at).wanted).toEqual([])
    const ask = (sentTo: number) => recordFacts(db, { ...tablet.batch([]), sentTo }, tablet.at).wanted
    expect(ask(9)).toEqual([
      [3, 4],
      [7, 7],
    ])
    expect(ask(12)).toEqual([
      [3, 4],
      [7, 7],
      [10, 12],
    ])
    expect(ask(3)).toEqual([[3, 3]])
    // Further than it had come: number 10 was sent by somebody who thought it was here.
    tablet.rep(set.id)
    expect(recordFacts(db, tablet.batch([tablet.rep(set.id)]), tablet.at).wanted).toEqual([
      [3, 4],
      [7, 7],
      [10, 10],
    ])
    recordFacts(db, tablet.batch(facts), tablet.at)
    expect(ask(9)).toEqual([])
  })

  it('what was refused is not missing, and numbers that no disk gave are not counted', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    const nowhere = tablet.set(residencyId, ada, { placeId: 'the moon' })
    const odd = { ...tablet.rep(set.id), seq: 2 ** 39 + 77 }
    const { results } = recordFacts(db, tablet.batch([set, nowhere, tablet.rep(set.id), odd]), tablet.at)
    expect(results.map((r) => r.status)).toEqual(['stored', 'refused', 'stored', 'stored'])
    expect(missingOf(db, tablet.device, 2 ** 39 + 80)).toEqual([])
    expect(missingOf(db, tablet.device, 1)).toEqual([])
    // Number 2 was drawn for what came under another.
    expect(missingOf(db, tablet.device, 5)).toEqual([
      [2, 2],
      [4, 5],
    ])
    expect(n(db, "SELECT count(*) AS n FROM refused_fact WHERE reason LIKE 'placeId%'")).toBe(1)
  })

  it('says who was signed in beside who did it', () => {
    const { db, ada, residencyId, tablet } = scene()
    const ben = addPerson(db, { name: 'Ben', role: 'trainer', weekdays: ['1'], from: '09:00', to: '12:00' }, monday)
    const signedIn = readPeople(db).find((p) => ben.ok && p.id === ben.id)
    const set = tablet.set(residencyId, ada)
    recordFacts(db, tablet.batch([set]), tablet.at, signedIn)
    expect(db.prepare('SELECT recorded_by, sent_by FROM fact WHERE id = ?').get(set.id)).toEqual({
      recorded_by: ada,
      sent_by: signedIn?.id,
    })
    // And the log of the dog tells it, where they are two.
    const own = tablet.set(residencyId, ada)
    recordFacts(
      db,
      tablet.batch([own]),
      tablet.at,
      readPeople(db).find((p) => p.id === ada),
    )
    const told = new Map(readLog(db, residencyId, {}, 9).map((row) => [row.id, row.broughtBy]))
    expect([told.get(set.id), told.get(own.id)]).toEqual(['Ben', undefined])
  })

  it('what never came, what belongs to nothing and what lies outside a stay is said for thirty days', () => {
    const { db, ada, residencyId, tablet } = scene()
    const set = tablet.set(residencyId, ada)
    tablet.rep(set.id)
    const block = { ...tablet.block(residencyId, ada), deviceAt: monday - 9 * msPerDay }
    recordFacts(db, tablet.batch([set, tablet.rep(set.id), tablet.rep(v4()), tablet.rep(v4()), block]), tablet.at)
    const said = (at: EpochMs) => oddSaid(lookThrough(db, at), { timeZone: 'UTC', dates: 'day-first' })
    // On the day itself it may be on its way; what lies outside a stay is said at once.
    expect(said(tablet.at + 1000)).toHaveLength(1)
    expect(said(tablet.at + 2 * msPerDay)).toEqual([
      expect.stringMatching(/^One fact of one device never came, before what it sent on .*2 Mar/),
      expect.stringMatching(/^2 reps of 2 sets whose beginning never came/),
      expect.stringMatching(/1 block of .*21 Feb\. Look/),
    ])
    expect(said(tablet.at + 40 * msPerDay)).toEqual([])
  })
})

describe('a device and its kennel', () => {
  afterEach(() => {
    vi.unstubAllGlobals()
    vi.useRealTimers()
  })

  it('end the same when the office machine loses a day, whoever has what', async () => {
    const { db: first, ada, residencyId } = scene()
    let db = first
    let at = monday
    vi.useFakeTimers({ toFake: ['Date'], now: at })
    vi.stubGlobal('indexedDB', new IDBFactory())
    vi.stubGlobal('localStorage', { length: 0, key: () => null, getItem: () => null, setItem() {}, removeItem() {} })
    vi.stubGlobal('window', { addEventListener() {}, removeEventListener() {} })
    vi.stubGlobal('document', { addEventListener() {}, removeEventListener() {} })
    vi.stubGlobal('fetch', async (_: string, init: { body: string }) =>
      Response.json(recordFacts(db, wireBatch.parse(JSON.parse(init.body)), at)),
    )
    vi.resetModules()
    const { Outbox } = await import('@/device/outbox')
    const maker = new Tablet()
    const open = async () => {
      const outbox = await Outbox.open()
      return { outbox, stop: outbox.start() }
    }
    const work = async (outbox: Awaited<ReturnType<typeof open>>['outbox'], sets: number) => {
      for (let s = 0; s < sets; s++) {
        vi.setSystemTime((at += 60_000))
        const { id: _, seq: __, deviceAt: ___, ...set } = maker.set(residencyId, ada)
        const opened = outbox.add(set)
        for (let r = 0; r < 4; r++) {
          vi.setSystemTime((at += 5000))
          const { id: _i, seq: _s, deviceAt: _d, ...rep } = maker.rep(opened.id)
          outbox.add(rep)
        }
      }
      await vi.waitFor(() => expect(outbox.hasUnsent()).toBe(false), { timeout: 20_000 })
    }
    const morning = await open()
    await work(morning.outbox, 3)
    const lost = newFile()
    db.pragma('wal_checkpoint(TRUNCATE)')
    copyFileSync(db.name, lost)
    await work(morning.outbox, 4)
    morning.stop()
    const whole = numbers(db)
    expect(whole).toHaveLength(35)
    // The machine comes up with what it had at noon; the device asks when it is opened again, and has it all.
    db.close()
    db = openDatabase(lost)
    expect(numbers(db)).toHaveLength(15)
    vi.setSystemTime((at += 11 * 60_000))
    const evening = await open()
    await vi.waitFor(() => expect(numbers(db)).toEqual(whole), { timeout: 20_000 })
    evening.stop()
    db.close()
    rmSync(lost, { force: true })
  })
})
