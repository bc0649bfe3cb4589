import { describe, expect, it } from 'vitest'
import { addDays } from '@/core/days'
import type { Db } from '@/store/database'
import { readTurnedAway, turnedAwayDays } from '@/store/turnedAway'
import { turnedAwayText } from '../page/staff'
import { monday, msPerDay, newKennel, trainer, unguessable } from '../tests/kennel'
import { changePasscode, signIn } from './signIn'
import { turnAway } from './turnAway'
import type { PersonId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const count = (db: Db) => Number(db.prepare('SELECT count(*) FROM turned_away').pluck().get())

describe('who was turned away', () => {
  it('by a wrong passcode stands a line a day: how often, from where, when last; nobody unknown does', async () => {
    const db = newKennel()
    const ada = trainer(db, 'Ada')
    await changePasscode(db, ada, 'willow ferry rod', monday, unguessable)
    const from = (personId: PersonId, passcode: string, at: EpochMs) =>
      signIn(db, { personId, passcode }, '192.0.2.7', at)
    await from(ada, 'wrong one', monday)
    await from(ada, 'wrong two', monday + 60_000)
    await from('nobody', 'wrong', monday + 60_000)
    expect(readTurnedAway(db, '2026-01-01')).toMatchObject([
      { personId: ada, day: '2026-03-02', why: 'passcode', times: 2, lastAt: monday + 60_000 },
    ])
    expect((await from(ada, 'willow ferry rod', monday + msPerDay)).ok).toBe(true)
    expect(count(db)).toBe(1)
    expect(turnedAwayText(db, monday + msPerDay)[0]).toMatch(
      /^Ada, Mon 2 Mar: a wrong passcode 2 times, last at \d\d:\d\d, from 192\.0\.2/,
    )
  })

  it('by the role is told with what was asked for, the last first; rows do not grow with the tries', () => {
    const db = newKennel()
    const [ada, ben] = [trainer(db, 'Ada'), trainer(db, 'Ben')]
    for (let n = 0; n < 500; n++) turnAway(db, { personId: ben, why: 'role', place: `/house?${n}` }, monday + n)
    turnAway(db, { personId: ada, why: 'role', place: `/${'x'.repeat(5000)}` }, monday + 1000)
    expect(count(db)).toBe(2)
    const [last, before] = turnedAwayText(db, monday + 2000)
    expect(last).toMatch(/^Ada, Mon 2 Mar: asked for more than the role allows at \d\d:\d\d, \/x{199}$/)
    expect(before).toMatch(/^Ben, .* 500 times, last at \d\d:\d\d, \/house\?499$/)
  })

  it('is kept for its weeks and then dropped', () => {
    const db = newKennel()
    const ada = trainer(db, 'Ada')
    turnAway(db, { personId: ada, why: 'role', place: '/house' }, monday)
    turnAway(db, { personId: ada, why: 'role', place: '/house' }, monday + turnedAwayDays * msPerDay)
    expect(count(db)).toBe(2)
    turnAway(db, { personId: ada, why: 'role', place: '/house' }, monday + (turnedAwayDays + 1) * msPerDay)
    expect(readTurnedAway(db, '2026-01-01').map((t) => t.day)).toEqual(
      [91, 90].map((days) => addDays('2026-03-02', days)),
    )
  })

  it('on a disk that takes nothing more is turned away all the same', () => {
    const db = newKennel()
    const ada = trainer(db, 'Ada')
    db.pragma('query_only = ON')
    turnAway(db, { personId: ada, why: 'role', place: '/house' }, monday)
    db.pragma('query_only = OFF')
    expect(count(db)).toBe(0)
  })
})
