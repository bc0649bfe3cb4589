import Database from 'better-sqlite3'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { newFile } from '@/work/tests/kennel'
import { answering } from './connection'
import type { Db } from './database'
import { retryWhileBusy } from './retryWhileBusy'
import { DatabaseError, databaseErrorOf } from './databaseError'

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
  const hold = () => other.exec('BEGIN IMMEDIATE')
  const letGo = () => other.exec('COMMIT')

  it('waits while others are answered, and writes once', async () => {
    hold()
    const seen: string[] = []
    const done = await retryWhileBusy(db, () => {
      seen.push('try')
      setImmediate(() => seen.push('other'))
      if (seen.length > 4) letGo()
      return db.transaction(() => call('Alder Weir')).immediate().changes
    })
    expect([done, called()]).toEqual([1, 'Alder Weir'])
    // Its pauses are no work: whoever asked meanwhile was answered between each two tries.
    expect(seen).toEqual(['try', 'other', 'try', 'other', 'try'])
  })

  it('says so where the other does not end', async () => {
    hold()
    const met = await retryWhileBusy(db, () => call('Alder Weir'), { forMs: 120, everyMs: 20 }).catch(databaseErrorOf)
    expect(met).toBe('busy')
    other.exec('ROLLBACK')
    expect(called()).not.toBe('Alder Weir')
  })

  it('does nothing twice: what wrote something before it was held is not run again', async () => {
    let tries = 0
    const met = await retryWhileBusy(db, () => {
      tries++
      call(`try ${tries}`)
      hold()
      return call('Alder Weir')
    }).catch(databaseErrorOf)
    letGo()
    expect([met, tries, called()]).toEqual(['busy', 1, 'try 1'])
  })

  it('nor what anything else was in the way of', async () => {
    for (const error of [new Error('mine'), new DatabaseError('busy'), new DatabaseError('full')]) {
      let tries = 0
      const met = await retryWhileBusy(db, () => {
        tries++
        throw error
      }).catch((caught: unknown) => caught)
      expect([met, tries]).toEqual([error, 1])
    }
  })
})
