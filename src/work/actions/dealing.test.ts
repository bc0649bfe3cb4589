import { describe, expect, it } from 'vitest'
import { longestWait } from '@/core/dealing'
import { readHouse } from '@/store/house'
import { noHooks } from '../base/hooks'
import { loadWall } from '../page/wall'
import { recordFacts } from '../record/accept'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import { dealFew } from './dealing'
import { renewForecasts } from './forecasts'

/** A kennel of one trainer and fourteen dogs, who works ten blocks a day. */
function kennel() {
  const db = newKennel()
  const ada = trainer(db)
  const ids = Array.from({ length: 14 }, (_, i) =>
    dog(db, { name: `Dog ${i}`, run: String(20 + i), promised: [{ rung: 'recall.line-5', places: '2', people: '1' }] }),
  )
  // Each was asked once on the day before, so that none waits for its baseline.
  const tablet = new Tablet()
  const work = (id: string) => {
    const set = tablet.set(id, ada)
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), tablet.at)
  }
  ids.forEach(work)
  const now = monday + msPerDay
  renewForecasts(db, now, noHooks, 100)
  return { db, ada, ids, now, work }
}

describe('a day with fewer blocks than dogs', () => {
  it('is told to a lead, who chooses how they are dealt; others are told nothing', () => {
    const { db, ada, now } = kennel()
    const wall = () => loadWall(db, now, { isLead: true })
    expect(loadWall(db, now).fewBlocks).toBeUndefined()
    expect(wall().fewBlocks).toMatchObject({ blocks: 10, dogs: 14, dealing: 'most' })
    // Nobody comes first only for having had none today.
    expect(new Set(wall().upNext.map((row) => row.turn))).toEqual(new Set(['again']))
    expect(dealFew(db, { fewBlocks: 'each', recordedBy: ada }, now).ok).toBe(true)
    expect(readHouse(db).fewBlocks).toBe('each')
    expect(wall().fewBlocks?.dealing).toBe('each')
    expect(new Set(wall().upNext.map((row) => row.turn))).toEqual(new Set(['first']))
    expect(dealFew(db, { fewBlocks: 'most', recordedBy: 'nobody' }, now).ok).toBe(false)
  })

  it('leaves no dog without one for longer than it may be', () => {
    const { db, now } = kennel()
    const later = now + (longestWait - 1) * msPerDay
    renewForecasts(db, later, noHooks, 100)
    const { upNext } = loadWall(db, later)
    expect(upNext[0]).toMatchObject({ turn: 'waited', reason: `No block for ${longestWait} days.` })
  })
})
