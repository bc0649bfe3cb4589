import { buildSync } from 'esbuild'
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openDatabase, type Db } from '@/store/database'
import { databaseErrorOf } from '@/store/databaseError'
import { readMethodChanges } from '@/store/method'
import { allResidencyIds } from '@/store/residents'
import { forgettingFittedAt } from '@/store/forgetting'
import { renewForecasts } from '@/work/actions/forecasts'
import { refitForgetting } from '@/work/upkeep/refitForgetting'
import { previewMethod } from '@/work/page/methodPreview'
import { recordFacts } from '@/work/record/accept'
import { dog, later, monday, newFile, Tablet, trainer } from '@/work/tests/kennel'
import { JobKilled, runJob, stopJobs } from './pool'
import { cachedForecasts } from '@/work/record/cachedStanding'
import type { PersonId } from '@/core/ids'

const dogs = 12
let db: Db
let file: string
let ada: string
let folder: string
beforeAll(() => {
  // Beside the sources, so that what it imports is found.
  mkdirSync('tmp', { recursive: true })
  folder = mkdtempSync(join(process.cwd(), 'tmp/jobs-'))
  const outfile = join(folder, 'jobs.mjs')
  buildSync({
    entryPoints: ['src/jobs/worker.ts'],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
  })
  process.env['KIBOU_JOBS'] = outfile
  file = newFile()
  db = openDatabase(file)
  ada = trainer(db)
  for (let n = 1; n <= dogs; n++) {
    const id = dog(db, { name: `Dog ${n}`, run: String(n) })
    const tablet = new Tablet()
    const set = tablet.set(id, ada)
    recordFacts(db, tablet.batch([set, ...Array.from({ length: 10 }, () => tablet.rep(set.id))]), later)
  }
})
afterAll(async () => {
  await stopJobs()
  delete process.env['KIBOU_JOBS']
  rmSync(folder, { recursive: true, force: true })
})

/** How far each thread of this process stands back: its niceness, as proc(5) says it in the 19th field of `stat`. */
const threadsStandBack = (): readonly number[] =>
  readdirSync('/proc/self/task').map((id) => {
    const stat = readFileSync(`/proc/self/task/${id}/stat`, 'utf8')
    // The name, in brackets, may hold blanks.
    return Number(stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19 - 3])
  })

const ask = { raw: { row: 'counts', option: 'ten-in-a-row' }, now: monday }

describe('a job', () => {
  it('gives what the same work gives on this thread, and says how far it is', async () => {
    const told: number[] = []
    const done = await runJob('method-preview', ask, { file, onProgress: (share) => told.push(share) })
    expect(done).toEqual(previewMethod(db, ask.raw, ask.now))
    expect('now' in done && done.now).toHaveLength(dogs)
    expect(told).toHaveLength(dogs)
    expect(told.at(-1)).toBe(1)
  })

  it('says of every dog’s being ready what this thread says, chance for chance', async () => {
    const told = () => [...cachedForecasts(db, '2026-03-02')].map(([id, f]) => [id, f.told])
    expect((await runJob('renew-forecasts', { now: monday }, { file })).made).toBe(dogs)
    const there = told()
    db.exec('DELETE FROM forecast_now')
    expect(renewForecasts(db, monday).made).toBe(dogs)
    expect(told()).toEqual(there)
  })

  it('that is asked to stop keeps what it has', async () => {
    const stop = new AbortController()
    stop.abort()
    const done = await runJob('method-preview', ask, { file, signal: stop.signal })
    expect(done).toEqual({ now: [], always: [] })
    await runJob('refit-forgetting', { now: later }, { file, signal: stop.signal })
    expect(forgettingFittedAt(db)).toBe(0)
  })

  it('that takes too long is killed, and the next one runs', async () => {
    await expect(runJob('method-preview', ask, { file, limitMs: 0 })).rejects.toBeInstanceOf(JobKilled)
    expect(await runJob('refit-forgetting', { now: later }, { file })).toEqual({ fitted: true })
    expect(forgettingFittedAt(db)).toBe(later)
  })

  it('with input that is none is refused, and what it throws comes back', async () => {
    await expect(runJob('renew-standings', { now: Number.NaN }, { file })).rejects.toThrow(/now/)
    await expect(runJob('renew-standings', { now: later }, { file: '/proc/none/kennel.db' })).rejects.toThrow()
  })

  it('that meets an error of the database says which, though its error lost its class on the way', async () => {
    const broken = newFile()
    writeFileSync(broken, 'no database at all, but long enough to be looked at as one'.repeat(100))
    const met = await runJob('renew-standings', { now: later }, { file: broken }).catch(databaseErrorOf)
    expect(met).toBe('broken')
  })

  it('renews the standings that no longer hold, once', async () => {
    expect(await runJob('renew-standings', { now: monday }, { file })).toEqual({ renewed: 0 })
    db.prepare('UPDATE standing SET holds_until = ?').run(monday - 1)
    expect(await runJob('renew-standings', { now: monday }, { file })).toEqual({ renewed: dogs })
    expect(await runJob('renew-standings', { now: monday }, { file })).toEqual({ renewed: 0 })
    expect(allResidencyIds(db)).toHaveLength(dogs)
  })

  it('switches the house method while others read', async () => {
    const form = { row: 'late', option: 'not-paid', recordedBy: 'nobody' }
    const switched = (recordedBy: PersonId) =>
      runJob('switch-method', { form: { ...form, recordedBy }, now: later }, { file })
    expect(await switched('nobody')).toMatchObject({ ok: false })
    expect(readMethodChanges(db)).toEqual([])
    expect(await switched(ada)).toEqual({ ok: true })
    expect(readMethodChanges(db)).toMatchObject([{ row: 'late', option: 'not-paid' }])
  })

  it.runIf(process.platform === 'linux')(
    'stands back a little where somebody waits, and far where nobody does',
    async () => {
      await stopJobs()
      const back = () => threadsStandBack().filter((n) => n > 0)
      await runJob('renew-standings', { now: monday }, { file, last: true })
      expect(new Set(back())).toEqual(new Set([15]))
      await runJob('method-preview', ask, { file })
      expect(new Set(back())).toEqual(new Set([15, 5]))
    },
  )

  it('writes what the same work writes here', async () => {
    await runJob('refit-forgetting', { now: later + 1 }, { file })
    const there = db.prepare('SELECT * FROM forgetting').get()
    refitForgetting(db, later + 1)
    expect(db.prepare('SELECT * FROM forgetting').get()).toEqual(there)
  })
})
