import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Outcome } from '../facts/fact'
import {
  agreementOf,
  itemResult,
  kappaOf,
  recordOf,
  triesWithBeside,
  type OpenedItem,
  type DemonstrationEvent,
} from './record'
import { rehearsed, usualHandler } from './rehearsal'
import type { ItemId, RungId, SetId } from '../ids'

const item = (id: string, rungId: RungId | null = `${id}.1`): OpenedItem => ({
  id,
  title: id,
  command: rungId === null ? null : id,
  rungId,
  seconds: null,
  chance: 0.8,
  low: 0.6,
  high: 0.9,
})
const items = [item('equipment', null), item('heel'), item('down')]
let clock = 0
const at = (device = 'a') => ({ at: ++clock, device, seq: clock, id: `f${clock}` })
const opened = (what: 'rehearsal' | 'demonstration' = 'demonstration'): DemonstrationEvent => ({
  ...at(),
  id: 'show',
  kind: 'opened',
  what,
  placeId: 'barn',
  leashHolder: 'ada',
  items,
  whole: 0.5,
})
const set = (
  id: string,
  itemId: ItemId,
  turn: 'trainer' | 'owner',
  device = 'a',
  beside = false,
): DemonstrationEvent => ({
  ...at(device),
  id,
  kind: 'set',
  itemId,
  turn,
  beside,
})
const rep = (setId: SetId, outcome: Outcome, device = 'a'): DemonstrationEvent => ({
  ...at(device),
  kind: 'rep',
  setId,
  outcome,
  heldSeconds: null,
})
const over = (itemId: ItemId, turn: 'trainer' | 'owner', how: 'shown' | 'left' = 'shown'): DemonstrationEvent => ({
  ...at(),
  kind: 'item',
  itemId,
  turn,
  how,
  why: '',
  note: '',
})
const closed = (how: 'done' | 'stopped'): DemonstrationEvent => ({ ...at(), kind: 'closed', how, why: '', note: '' })

/** A whole demonstration on one device, a second one scoring the owner’s heel beside it. */
function whole(): DemonstrationEvent[] {
  const miss = rep('s3', 'miss')
  return [
    opened(),
    over('equipment', 'trainer'),
    set('s1', 'heel', 'trainer'),
    rep('s1', 'clean'),
    over('heel', 'trainer'),
    set('s2', 'down', 'trainer'),
    rep('s2', 'miss'),
    rep('s2', 'clean'),
    over('down', 'trainer'),
    over('equipment', 'owner'),
    set('s3', 'heel', 'owner'),
    miss,
    { ...at(), kind: 'hands', itemId: 'heel', repId: miss.id, right: ['calm'], wrong: ['slack'] },
    set('b1', 'heel', 'owner', 'b', true),
    rep('b1', 'helped', 'b'),
    rep('s3', 'clean'),
    over('heel', 'owner'),
    over('down', 'owner', 'left'),
    closed('done'),
  ]
}

describe('what happened in a demonstration', () => {
  it('is the same whatever order its facts came in and however often', () => {
    const all = whole()
    const told = recordOf(all)
    fc.assert(
      fc.property(fc.shuffledSubarray([...all, ...all], { minLength: all.length * 2 }), (mixed) => {
        expect(recordOf(mixed)).toEqual(told)
      }),
      { numRuns: 60 },
    )
    expect(told).toMatchObject({ status: 'done', whole: 0.5, next: undefined })
  })

  it('says of each item at which try it came off, and what was left', () => {
    const told = recordOf(whole())
    if (!told) throw new Error('no record')
    const of = (turn: 'trainer' | 'owner', itemId: ItemId) => itemResult(told, { turn, itemId })
    expect(['heel', 'down'].map((i) => of('trainer', i))).toEqual(['first', 'later'])
    expect(['heel', 'down', 'equipment'].map((i) => of('owner', i))).toEqual(['later', 'left', undefined])
  })

  it('a try scored beside is no further try, and what was seen there of the hands is taken in', () => {
    const all = whole()
    const beside = all.find((s) => s.kind === 'rep' && s.setId === 'b1')
    all.push({ ...at('b'), kind: 'hands', itemId: 'heel', repId: beside?.id ?? '', right: [], wrong: ['calm'] })
    const told = recordOf(all)
    if (!told) throw new Error('no record')
    const owners = triesWithBeside(told).filter((t) => t.turn === 'owner')
    expect(owners.map((t) => [t.outcome, t.wrong])).toEqual([
      ['miss', ['slack', 'calm']],
      ['clean', []],
    ])
    expect(owners[0]?.right).toEqual([])
    expect(agreementOf(told)).toMatchObject({ both: 1, same: 0 })
  })

  it('goes on where it was touched last, over a stop, and not once it is done', () => {
    const all = whole().slice(0, 6)
    expect(recordOf(all)?.next).toEqual({ turn: 'trainer', itemId: 'down' })
    const stopped = [...all, closed('stopped')]
    expect(recordOf(stopped)).toMatchObject({ status: 'stopped', next: { turn: 'trainer', itemId: 'down' } })
    expect(recordOf([...stopped, rep('s2', 'clean')])?.status).toBe('stopped')
    expect(recordOf([...stopped, over('down', 'trainer')])).toMatchObject({
      status: 'open',
      next: { turn: 'owner', itemId: 'equipment' },
    })
    expect(recordOf([...all, closed('done'), over('down', 'trainer')])?.status).toBe('done')
  })

  it('what was taken back is gone, and without a beginning there is nothing', () => {
    const all = whole()
    const miss = all.find((s) => s.kind === 'rep' && s.setId === 's2' && s.outcome === 'miss')
    const told = recordOf([...all, { ...at(), kind: 'voided', targetId: miss?.id ?? '' }])
    expect(told && itemResult(told, { turn: 'trainer', itemId: 'down' })).toBe('first')
    expect(recordOf(all.slice(1))).toBeUndefined()
  })
})

describe('Cohen’s kappa', () => {
  // The worked example of two readers of fifty proposals, in many textbooks after Cohen (1960); from memory.
  it('20 both yes, 5 and 10 apart, 15 both no: .40', () => {
    const pairs = (n: number, a: string, b: string) => Array.from({ length: n }, () => [a, b] as const)
    expect(
      kappaOf([...pairs(20, 'y', 'y'), ...pairs(5, 'y', 'n'), ...pairs(10, 'n', 'y'), ...pairs(15, 'n', 'n')]),
    ).toBeCloseTo(0.4, 10)
    expect(kappaOf(pairs(4, 'y', 'y'))).toBeUndefined()
    expect(kappaOf([])).toBeUndefined()
  })
})

describe('a rehearsal', () => {
  const gone = (more: readonly DemonstrationEvent[], end: readonly DemonstrationEvent[] = [closed('done')]) =>
    recordOf([opened('rehearsal'), over('equipment', 'trainer'), ...more, ...end])
  const heel = () => [set('s1', 'heel', 'trainer'), rep('s1', 'clean'), over('heel', 'trainer')]
  const down = (...outcomes: Outcome[]) => [
    set('s2', 'down', 'trainer'),
    ...outcomes.map((o) => rep('s2', o)),
    over('down', 'trainer'),
  ]
  const judged = (r: ReturnType<typeof gone>, usual = 'bea', handlers = 2) => r && rehearsed(r, { usual, handlers })

  it('passes when all came off at the first or second try by a second handler', () => {
    expect(judged(gone([...heel(), ...down('miss', 'clean')]))).toEqual({ passed: true, refresh: [], not: '' })
  })
  it('says what to refresh, and a third try is too late', () => {
    expect(judged(gone([...heel(), ...down('miss', 'late', 'clean')]))).toMatchObject({
      passed: false,
      refresh: ['down'],
    })
    expect(judged(gone(heel()))).toMatchObject({ passed: false, refresh: ['down'] })
  })
  it('has to be gone through, by somebody else than the usual hands where there is somebody', () => {
    const all = [...heel(), ...down('clean')]
    expect(judged(gone(heel(), []))).toMatchObject({ passed: false, not: expect.stringMatching(/not finished/) })
    // Left on the page that says its end, it was gone through.
    expect(judged(gone(all, []))).toMatchObject({ passed: true, not: '' })
    expect(judged(gone(all), 'ada')?.passed).toBe(false)
    expect(judged(gone(all), 'ada', 1)?.passed).toBe(true)
  })
  it('the usual hands are those of most reps, the owner’s never', () => {
    expect(
      usualHandler([
        { leashHolder: 'ada', reps: [1, 2] },
        { leashHolder: 'bea', reps: [1] },
        { leashHolder: 'owner', turn: 'owner', reps: [1, 2, 3] },
      ]),
    ).toBe('ada')
  })
})
