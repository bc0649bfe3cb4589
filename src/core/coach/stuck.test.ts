import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { ownRung } from '../curriculum/lookup'
import { startsOf, type Starts } from './starts'
import { setsFrom } from '../tests/facts'
import { between, nextOffer, offersFor, startOffered, type Tried } from './stuck'

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

  it('what its misses share comes before all else, where anything was seen', () => {
    const shared = ['Clean 2 of 8 said loud, 16 of 18 otherwise. Say it quietly.']
    const [first, second] = offersFor(houseCurriculum, 'down.lure-sit', [], { shared })
    expect([first?.id, first?.words, second?.id]).toEqual(['shared', shared[0], 'pay'])
    expect(nextOffer(offersFor(houseCurriculum, 'down.lure-sit', [], { shared }))?.id).toBe('shared')
  })

  it('another start, of those it was taught from before, with how each went; none where the rung says its own', () => {
    const starts = (id: string, noted: Starts = {}) =>
      offersFor(houseCurriculum, id, [], { starts: noted }).filter((o) => o.id.startsWith('start-'))
    expect(starts('down.no-lure').map((o) => [o.id, o.name])).toEqual([
      ['start-sit', 'Start from a sit'],
      ['start-stand', 'Start from a stand'],
    ])
    expect(['down.lure-sit', 'down.lure-stand', 'sit.rear', 'sit-stay.5s'].flatMap((id) => starts(id))).toEqual([])
    const sets = setsFrom([
      { rung: 'down.no-lure', reps: 'C M M H' },
      { rung: 'down.no-lure', reps: 'C C M' },
      { rung: 'down.word-lure', reps: 'M M' },
    ]).map((s, i) => ({ ...s, startPosition: (['sit', 'stand', 'sit'] as const)[i] ?? null }))
    const noted = startsOf(rung('down.no-lure'), sets)
    expect(noted).toEqual({ sit: { clean: 1, reps: 4 }, stand: { clean: 2, reps: 3 } })
    expect(starts('down.no-lure', noted)[0]?.words).toContain('1 of 4 clean from a sit, 2 of 3 clean from a stand')
    expect(startOffered('start-stand')).toBe('stand')
    expect([startOffered('pay'), startOffered(undefined)]).toEqual([undefined, undefined])
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
    ['sit.word-hand', 'sit.small-hand', 'Alternate the reps'],
  ])('%s and %s: %s', (below, at, words) => {
    expect(between(rung(below), rung(at))).toContain(words)
  })
  it('at the first rung there is only the first move', () => {
    expect(between(undefined, rung('sit.rear'))).toContain('first move')
  })
})
