import { existsSync, mkdtempSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { backUpNightly, isBackedUp } from '@/work/actions/backup'
import { openDatabase } from '@/store/database'
import { appendHouse, readHouse } from '@/store/house'
import { monday, msPerDay, newKennel, trainer } from '@/work/tests/kennel'
import { startClock, type ScheduledTask } from './clock'
import { nextNight } from './scheduledTasks'
import type { EpochMs } from '@/core/epochMs'

const hour = 3_600_000

describe('the clock', () => {
  it('does each duty when it is due, in order, and goes on after one that fails', async () => {
    let time = 0
    const said: string[] = []
    const did: string[] = []
    const task = (name: string, every: number, fails = false): ScheduledTask => ({
      name,
      next: (now) => now + every,
      run: (now) => {
        did.push(`${name} ${now}`)
        return fails ? Promise.reject(new Error('no disk')) : Promise.resolve()
      },
    })
    const clock = startClock([task('a', 10), task('b', 20, true), task('c', 20)], {
      time: () => time,
      say: (text) => said.push(text),
      every: hour,
    })
    expect(await clock.tick()).toEqual([])
    time = 10
    expect(await clock.tick()).toEqual(['a'])
    time = 20
    expect(await clock.tick()).toEqual(['a', 'c'])
    expect(said).toEqual(['b failed: no disk'])
    time = 39
    expect(await clock.tick()).toEqual(['a'])
    time = 40
    expect(await clock.tick()).toEqual(['c'])
    expect(did).toEqual(['a 10', 'a 20', 'b 20', 'c 20', 'a 39', 'b 40', 'c 40'])
    clock.stop()
  })

  it('goes on with the night’s work once a clock that was years ahead is put right', async () => {
    const year = 365 * 24 * hour
    let time = 4 * year
    const did: number[] = []
    const nightly: ScheduledTask = {
      name: 'backup',
      next: (now, last) => (last === undefined ? now : Math.floor(last / (24 * hour) + 1) * 24 * hour),
      run: (now) => Promise.resolve(did.push(now)),
    }
    const clock = startClock([nightly], { time: () => time, say: () => undefined, every: hour })
    expect(await clock.tick()).toEqual(['backup'])
    time = hour
    expect(await clock.tick()).toEqual(['backup'])
    expect(await clock.tick()).toEqual([])
    time = 25 * hour
    expect(await clock.tick()).toEqual(['backup'])
    expect(did).toEqual([4 * year, hour, 25 * hour])
    clock.stop()
  })

  it('goes on when it cannot be told when a duty is due, and asks again', async () => {
    let time = 0
    let broken = false
    const said: string[] = []
    const clock = startClock(
      [
        {
          name: 'odd',
          next: (now) => {
            if (broken) throw new Error('database is locked')
            return now + 10
          },
          run: () => Promise.resolve(),
        },
      ],
      { time: () => time, say: (text) => said.push(text), every: hour },
    )
    broken = true
    time = 10
    expect(await clock.tick()).toEqual(['odd'])
    expect(said).toEqual(['odd: not known when it is due: database is locked'])
    broken = false
    time = 20
    expect(await clock.tick()).toEqual([])
    time = hour
    expect(await clock.tick()).toEqual(['odd'])
    clock.stop()
  })

  it('stopped in the middle of a duty says of none that it failed, and begins no other', async () => {
    let time = 0
    const said: string[] = []
    const did: string[] = []
    let end = () => {}
    const task = (name: string): ScheduledTask => ({
      name,
      next: (now) => now + 10,
      run: () => {
        did.push(name)
        return new Promise((_, fail) => (end = () => fail(new Error('Terminating worker thread'))))
      },
    })
    const clock = startClock([task('a'), task('b')], { time: () => time, say: (text) => said.push(text), every: hour })
    time = 10
    const ticking = clock.tick()
    clock.stop()
    end()
    expect([await ticking, said, did]).toEqual([[], [], ['a']])
  })

  it('begins nothing twice that still runs', async () => {
    let end: () => void = () => undefined
    let begun = 0
    const clock = startClock(
      [
        {
          name: 'slow',
          next: () => 0,
          run: () => {
            begun++
            return new Promise<void>((done) => {
              end = done
            })
          },
        },
      ],
      { time: () => 1, say: () => undefined, every: hour },
    )
    const first = clock.tick()
    expect(await clock.tick()).toEqual([])
    end()
    expect(await first).toEqual(['slow'])
    expect(begun).toBe(1)
    clock.stop()
  })

  it('finds the next night by the kennel’s own clock, also where a day has 23 or 25 hours', () => {
    // Clocks go forward on 29 March and back on 25 October 2026 in London (EU summer time, Directive 2000/84/EC).
    const night = (at: EpochMs) => new Date(nextNight('Europe/London', at, 20)).toISOString()
    expect(night(Date.UTC(2026, 2, 28, 12))).toBe('2026-03-29T00:20:00.000Z')
    expect(night(Date.UTC(2026, 2, 29, 12))).toBe('2026-03-29T23:20:00.000Z')
    expect(night(Date.UTC(2026, 9, 24, 12))).toBe('2026-10-24T23:20:00.000Z')
    expect(night(Date.UTC(2026, 9, 25, 12))).toBe('2026-10-26T00:20:00.000Z')
    expect(night(Date.UTC(2026, 2, 28, 0, 20))).toBe('2026-03-29T00:20:00.000Z')
  })
})

describe('the backup of a night', () => {
  it('is made once a day where the house has a folder, is a kennel by itself, and the old ones go', async () => {
    const db = newKennel()
    expect(backUpNightly(db, monday)).toBeUndefined()
    const backupFolder = mkdtempSync(join(tmpdir(), 'kibou-nights-'))
    appendHouse(db, v7(), { ...readHouse(db), backupFolder }, trainer(db), monday)
    writeFileSync(join(backupFolder, 'kibou-2026-01-01T09-00-00.db'), 'by hand')
    expect(isBackedUp(db, monday)).toBe(false)
    for (let d = 0; d < 17; d++) expect(backUpNightly(db, monday + d * msPerDay)).toBeDefined()
    expect(backUpNightly(db, monday + 16 * msPerDay + 1)).toBeUndefined()
    const files = readdirSync(backupFolder).sort()
    // Fourteen, and the first of the month.
    const nights = files.filter((f) => f.startsWith('kibou-night-'))
    expect([nights.length, nights[0]]).toEqual([15, 'kibou-night-2026-03-02.db'])
    expect(files).toContain('kibou-2026-01-01T09-00-00.db')
    expect(files.filter((f) => f.endsWith('.part'))).toEqual([])
    const copy = openDatabase(join(backupFolder, files.at(-1) ?? ''))
    expect(readHouse(copy)).toEqual(readHouse(db))
  })

  it('that cannot be written is said, and leaves nothing half-written', async () => {
    const db = newKennel()
    appendHouse(db, v7(), { ...readHouse(db), backupFolder: '/nowhere/at/all' }, trainer(db), monday)
    expect(() => backUpNightly(db, monday)).toThrow(/There is no folder/)
    expect(existsSync('/nowhere')).toBe(false)
  })
})
