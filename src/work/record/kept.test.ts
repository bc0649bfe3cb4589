import { expect, it } from 'vitest'
import { dayIn } from '@/core/days'
import { recordFacts } from './accept'
import { keptSummaries } from './kept'
import { atOnce } from '../scene/breaths'
import { standingOf, summarySteps } from './refold'
import { dog, newKennel, Tablet, trainer } from '../tests/kennel'

it.each(['null', '[]', '{"runs":7}', '{"tick":1,"runs":{"sit/sit":[]}}', '{"commands":[{}],"needs":[]}'])(
  'what is kept and cannot be read, %s, is made again from the facts',
  (garbage) => {
    const db = newKennel()
    const ada = trainer(db)
    const residencyId = dog(db)
    const tablet = new Tablet()
    const set = tablet.set(residencyId, ada)
    recordFacts(db, tablet.batch([set, ...Array.from({ length: 10 }, () => tablet.rep(set.id))]), tablet.at)
    const { state, summary } = standingOf(db, residencyId, tablet.at)
    expect(state.runs['sit/sit']?.tallies['sit.rear']?.clean).toBe(10)
    db.prepare('UPDATE standing SET state = ?, summary = ?, stamp = stamp + 1').run(garbage, garbage)
    expect(standingOf(db, residencyId, tablet.at)).toMatchObject({ state, summary })
    const today = dayIn('Europe/London', tablet.at)
    expect(keptSummaries(db, today, tablet.at).size).toBe(0)
    expect(atOnce(summarySteps)(db, today, tablet.at, [{ residencyId }])).toEqual([[{ residencyId }, summary]])
  },
)

it.each(['', '7', '{"last":7}', '{"sets":[{}],"days":[]}'])(
  'facts go on from a mark that cannot be read, %s, as if there was none',
  (garbage) => {
    const db = newKennel()
    const ada = trainer(db)
    const residencyId = dog(db)
    const tablet = new Tablet()
    const set = tablet.set(residencyId, ada)
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), tablet.at)
    db.prepare('UPDATE standing SET mark = ?').run(garbage)
    expect(recordFacts(db, tablet.batch([tablet.rep(set.id)]), tablet.at).results[0]?.status).toBe('stored')
    expect(standingOf(db, residencyId, tablet.at).state.runs['sit/sit']?.tallies['sit.rear']?.clean).toBe(2)
  },
)
