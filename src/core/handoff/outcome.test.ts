import { describe, expect, it } from 'vitest'
import type { ShowRecord } from '../demonstration/record'
import { outcomeOf } from './outcome'

type Try = ShowRecord['tries'][number]

/** A demonstration of two items that are tried, and one of words alone; by item what the owner’s tries came to. */
const shown = (tries: Readonly<Record<string, readonly Try['outcome'][]>>, turn: 'owner' | 'trainer' = 'owner') =>
  outcomeOf({
    items: [
      { id: 'sit', rungId: 'sit.word' },
      { id: 'recall', rungId: 'recall.line-5' },
      { id: 'questions', rungId: null },
    ],
    tries: Object.entries(tries).flatMap(([itemId, outcomes]) =>
      outcomes.map((outcome) => ({ itemId, turn, outcome })),
    ),
    ended: [],
  } as unknown as ShowRecord)

describe('how a handoff went, by its record', () => {
  it.each<[string, Readonly<Record<string, readonly Try['outcome'][]>>, ReturnType<typeof outcomeOf>]>([
    ['all the first time', { sit: ['clean'], recall: ['clean'] }, 'came-off'],
    ['all, one of it later', { sit: ['clean'], recall: ['miss', 'clean'] }, 'came-off'],
    ['one of two', { sit: ['miss', 'clean'], recall: ['miss'] }, 'partly'],
    ['one of two, the other not tried', { sit: ['clean'] }, 'partly'],
    ['nothing', { sit: ['miss'], recall: ['helped'] }, 'not'],
    ['nothing, and one not tried', { sit: ['miss'] }, 'not'],
    ['no try of the owner’s', {}, undefined],
  ])('%s', (_, tries, outcome) => {
    expect(shown(tries)).toBe(outcome)
  })

  it('is not what the trainer’s turn came to', () => {
    expect(shown({ sit: ['clean'], recall: ['clean'] }, 'trainer')).toBeUndefined()
  })
})
