import { describe, expect, it } from 'vitest'
import type { Looked } from '@/core/facts/looked'
import type { Outcome } from '@/core/facts/fact'
import { recordFacts } from '../record/accept'
import { dog, newKennel, Tablet, trainer } from '../tests/kennel'
import { loadBlock } from './block'
import { loadCommand } from './command'
import { loadResident } from './resident'
import type { RungId } from '@/core/ids'

function scene() {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db, {
    arrivesOn: '2026-02-20',
    leavesOn: '2026-03-30',
    promised: ['sit.word', 'recall.line-5'].map((rung) => ({ rung, places: '1', people: '1' })),
  })
  const tablet = new Tablet()
  const work = (rungId: RungId, reps: readonly (readonly [Outcome, Looked | null])[]) => {
    const set = tablet.set(residencyId, ada, { rungId })
    const made = reps.map(([outcome, looked]) => ({ ...tablet.rep(set.id, outcome), looked }))
    const { results } = recordFacts(db, tablet.batch([set, ...made]), tablet.at)
    tablet.at += 60_000
    return results.map((r) => r.status)
  }
  return { db, ada, residencyId, tablet, work }
}
const times = (n: number, outcome: Outcome, looked: Looked | null = null) =>
  Array.from({ length: n }, () => [outcome, looked] as const)

describe('what was looked at in a rep', () => {
  it('is on the page of its command, and its days are in the charts of the dog', () => {
    const { db, residencyId, tablet, work } = scene()
    work('recall.attention', [
      ['clean', { arriveSeconds: 3, speed: 'kept' }],
      ['clean', { arriveSeconds: 6, speed: 'slowed' }],
      ['clean', null],
      ['clean', { arriveSeconds: 4 }],
    ])
    const page = loadCommand(db, residencyId, 'recall', tablet.at)
    expect(page?.evidence?.looked.measures).toMatchObject({ arriveSeconds: 4, speeds: { kept: 1, slowed: 1 }, reps: 3 })
    const days = loadResident(db, residencyId, tablet.at)?.progress.days ?? []
    expect(days.flatMap((d) => d.arriveSeconds ?? [])).toEqual([4])
  })

  it('where a dog is stuck, what its misses share is the first thing to try: on its page, in its block', () => {
    const { db, ada, residencyId, tablet, work } = scene()
    for (let again = 0; again < 3; again++) {
      work('sit.rear', times(10, 'clean'))
      work('sit.full', times(3, 'miss', { hands: ['straight'] }))
    }
    const words = 'Clean 0 of 9 when the back was bent over the dog, 30 of 30 otherwise. Remember: straight back.'
    const page = loadCommand(db, residencyId, 'sit', tablet.at)
    expect(page?.stuck?.rungName).toBe('Full sit')
    expect([page?.stuck?.offers[0]?.id, page?.stuck?.offers[0]?.words, page?.stuck?.first]).toEqual([
      'shared',
      words,
      'shared',
    ])
    expect(loadBlock(db, residencyId, undefined, ada, tablet.at)?.shared).toEqual({ sit: [words] })
  })

  it('that nobody could have seen is refused, and nothing of the batch is lost', () => {
    const { work } = scene()
    expect(
      work('sit.rear', [
        ['clean', { level: 9 } as Looked],
        ['clean', null],
      ]),
    ).toEqual(['stored', 'refused', 'stored'])
  })
})
