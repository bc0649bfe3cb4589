import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { ownRung } from '../curriculum/lookup'
import { between, nextOffer, offersFor, type Tried } from './stuck'

const tried = (what: string, went: Tried['went'], at = 1, rungId = 'down.lure-sit'): Tried => ({
  rungId,
  what,
  went,
  note: '',
  at,
  by: 'Ada',
})
const rung = (id: string) => {
  const found = ownRung(houseCurriculum, id)
  if (!found) throw new Error(id)
  return found.rung
}

describe('what to try when a rung is stuck (common practice)', () => {
  it('raise the pay, change the surroundings, split the rung, then the other roads', () => {
    expect(
      offersFor(houseCurriculum, 'down.lure-sit', [])
        .slice(0, 3)
        .map((o) => o.id),
    ).toEqual(['pay', 'surroundings', 'split'])
  })

  it('the down has five other roads, the recall four', () => {
    const roads = (id: string) =>
      offersFor(houseCurriculum, id, [])
        .filter((o) => o.id.startsWith('road-'))
        .map((o) => o.id.slice(5))
    expect(roads('down.lure-sit')).toEqual(['lure', 'bow', 'head', 'capture', 'bridge'])
    expect(roads('recall.line-15')).toEqual(['signal', 'bowl', 'fist', 'hide'])
  })

  it('shows what was tried at this rung, newest first, and not what was tried elsewhere', () => {
    const log = [tried('pay', 'same', 1), tried('pay', 'better', 5), tried('pay', 'worse', 9, 'sit.full')]
    expect(offersFor(houseCurriculum, 'down.lure-sit', log)[0]?.tried.map((t) => [t.went, t.at])).toEqual([
      ['better', 5],
      ['same', 1],
    ])
    expect(offersFor(houseCurriculum, 'no.such', log)).toEqual([])
  })

  it('offers what went better again, else the first not tried', () => {
    const next = (log: Tried[]) => nextOffer(offersFor(houseCurriculum, 'down.lure-sit', log))?.id
    expect([next([]), next([tried('pay', 'same')]), next([tried('pay', 'same'), tried('split', 'better')])]).toEqual([
      'pay',
      'surroundings',
      'split',
    ])
    expect(next([tried('split', 'better', 1), tried('split', 'worse', 2)])).toBe('pay')
  })
})

describe('a rung split in two', () => {
  it.each([
    ['sit-stay.30s', 'sit-stay.45s', '37.5 s'],
    ['sit.1m', 'sit.3m', '2 m'],
    ['recall.line-5', 'recall.line-15', '10 steps'],
    ['sit.word-hand', 'sit.small-hand', 'Every other rep'],
  ])('%s and %s: %s', (below, at, words) => {
    expect(between(rung(below), rung(at))).toContain(words)
  })
  it('at the first rung there is only the first move', () => {
    expect(between(undefined, rung('sit.rear'))).toContain('first move')
  })
})
