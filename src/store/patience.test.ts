import Database from 'better-sqlite3'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { newFile } from '@/work/tests/kennel'
import { answering } from './connection'
import type { Db } from './database'
import { patiently } from './patience'
import { Troubled, troubleOf } from './trouble'

describe('whoever writes while another does', () => {
  let db: Db
  let other: Database.Database
  beforeEach(() => {
    const file = newFile()
    db = answering(file, 5)
    other = new Database(file)
  })
  afterEach(() => [db, other].forEach((one) => one.close()))
  const called = () => db.prepare<[], string>('SELECT name FROM kennel').pluck().get()
  const call = (name: string) => db.prepare('UPDATE kennel SET name = ?').run(name)
  /** Holds the database for so long. */
  const hold = (ms: number) => {
    other.exec('BEGIN IMMEDIATE')
    return setTimeout(() => other.exec('COMMIT'), ms)
  }

  it('waits while others are answered, and writes once', async () => {
    hold(300)
    let tries = 0
    let elsewhere = 0
    const ticking = setInterval(() => elsewhere++, 10)
    const done = await patiently(db, () => {
      tries++
      return db.transaction(() => call('Alder Weir')).immediate().changes
    })
    clearInterval(ticking)
    expect([done, called()]).toEqual([1, 'Alder Weir'])
    expect(tries).toBeGreaterThan(2)
    // Its pauses are no work: the thread is free for most of them.
    expect(elsewhere).toBeGreaterThan(5)
  })

  it('says so where the other does not end', async () => {
    other.exec('BEGIN IMMEDIATE')
    const met = await patiently(db, () => call('Alder Weir'), { forMs: 120, everyMs: 20 }).catch(troubleOf)
    expect(met).toBe('busy')
    other.exec('ROLLBACK')
    expect(called()).not.toBe('Alder Weir')
  })

  it('does nothing twice: what wrote something before it was held is not run again', async () => {
    let tries = 0
    const met = await patiently(db, () => {
      tries++
      call(`try ${tries}`)
      hold(100)
      return call('Alder Weir')
    }).catch(troubleOf)
    expect([met, tries, called()]).toEqual(['busy', 1, 'try 1'])
    await new Promise((settle) => setTimeout(settle, 150))
  })

  it('nor what anything else was in the way of', async () => {
    for (const error of [new Error('mine'), new Troubled('busy'), new Troubled('full')]) {
      let tries = 0
      const met = await patiently(db, () => {
        tries++
        throw error
      }).catch((caught: unknown) => caught)
      expect([met, tries]).toEqual([error, 1])
    }
  })
})
