import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { cleanReps, passTo, setsFrom, work, type SetPlan } from '../tests/facts'
import { halfLifeDays } from './retention'
import { always } from './regime'
import { cleanOf } from './result'
import { masteredSince, isPassed, type DogState } from './state'

/** The house curriculum with no prerequisites, so that a sequence stands alone. */
const open: Curriculum = {
  ...houseCurriculum,
  commands: houseCurriculum.commands.map((c) => ({
    ...c,
    runs: c.runs.map((r) => ({ ...r, rungs: r.rungs.map((g) => ({ ...g, needs: [] })) })),
  })),
}

const rungOf = (id: string) => {
  const found = findRung(open, id)
  if (!found) throw new Error(id)
  return found
}
const passed = (state: DogState, id: string) =>
  isPassed(rungOf(id).ladder, state.runs[rungOf(id).ladderKey], rungOf(id).index)
const held = (state: DogState, id: string) =>
  masteredSince(rungOf(id).ladder, state.runs[rungOf(id).ladderKey], rungOf(id).index)
const halfLife = (state: DogState) => {
  const memory = state.runs['sit-stay/duration']?.memory
  return memory && halfLifeDays(memory)
}
const after = (at: string, ...sets: SetPlan[]) => work(open, [...passTo(open, at), ...sets])

describe('sequences of reps and what happens (common practice; the numbers are the house’s)', () => {
  it('sit-stay 4 s: C C C C C: passed, 5 s opens now', () => {
    const { state, verdicts } = after('sit-stay.4s', { rung: 'sit-stay.4s', reps: 'C C C C C' })
    expect(verdicts.at(-1)).toMatchObject({ kind: 'moves-on', toRungId: 'sit-stay.5s', endsSet: true })
    expect(passed(state, 'sit-stay.4s')).toBe(true)
  })

  it('5 s: C C, broke at 4 s: the set ends, next set at 3 s', () => {
    expect(after('sit-stay.5s', { rung: 'sit-stay.5s', reps: 'C C M4' }).verdicts.at(-1)).toMatchObject({
      kind: 'back',
      toRungId: 'sit-stay.3s',
      endsSet: true,
      why: 'Broke at 4 s of 5 s. Drop back to the highest rung below that.',
    })
  })

  it('3 s: C C, broke at 2.5 s: the set ends, next set at 2 s', () => {
    expect(after('sit-stay.3s', { rung: 'sit-stay.3s', reps: 'C C M2.5' }).verdicts.at(-1)).toMatchObject({
      kind: 'back',
      toRungId: 'sit-stay.2s',
      endsSet: true,
    })
  })

  it('place 20 s: broke at 2 s: the shortest hold, and not what was taught before the holds', () => {
    expect(after('place.20s', { rung: 'place.20s', reps: 'M2' }).verdicts.at(-1)).toMatchObject({
      kind: 'back',
      toRungId: 'place.5s',
      why: 'Broke at 2 s of 20 s. Drop back to the shortest stay.',
    })
  })

  it('place, a piece offered clean twice: enough, and no count of a rule that was not met beside it', () => {
    const offered = after('place.paws', { rung: 'place.paws', reps: 'C C' }).verdicts.at(-1)
    expect(offered).toMatchObject({
      kind: 'moves-on',
      counts: '',
      why: 'Offered clean twice. That is enough for this piece.',
    })
  })

  it('what is counted of a set is what its rule counts: a crooked recall at level 2 is not clean', () => {
    const [crooked] = setsFrom([{ rung: 'recall.line-30', reps: 'C C C', level: 2, faults: ['crooked'] }])
    const [near] = setsFrom([{ rung: 'recall.line-30', reps: 'C C H', level: 1, faults: ['crooked'] }])
    const { rung } = rungOf('recall.line-30')
    const { judging } = always(open)[0]
    expect([crooked, near].map((set) => set && cleanOf(rung, set, judging, false))).toEqual([0, 2])
  })

  it('the top of a ladder: passed, and moves on to nothing', () => {
    const top = rungOf('sit.word').ladder.rungs.at(-1)
    if (!top) throw new Error('no top')
    expect(
      after(top.id, { rung: top.id, reps: cleanReps(top.rule), placeKind: top.criterion.place ?? 'room' }).verdicts.at(
        -1,
      ),
    ).toMatchObject({
      kind: 'waits',
      toRungId: top.id,
      why: expect.stringMatching(/^Rule met: /),
    })
  })

  it('60 s: broke at 2 s: three rungs down, 20 s', () => {
    expect(after('sit-stay.60s', { rung: 'sit-stay.60s', reps: 'M2' }).verdicts.at(-1)).toMatchObject({
      kind: 'back',
      toRungId: 'sit-stay.20s',
      why: 'Broke at 2 s of 60 s. Drop back three rungs, the most at once.',
    })
  })

  it('5 s: C C H C C: not passed, again at 5 s', () => {
    const { state, verdicts } = after('sit-stay.5s', { rung: 'sit-stay.5s', reps: 'C C H C C' })
    expect(verdicts.at(-1)).toMatchObject({ kind: 'again', toRungId: 'sit-stay.5s', endsSet: true })
    expect(passed(state, 'sit-stay.5s')).toBe(false)
  })

  it('sit, word alone: C M C C C C C C M C in one set: eight of ten, passed', () => {
    const { verdicts } = after('sit.word', { rung: 'sit.word', reps: 'C M C C C C C C M C' })
    expect(verdicts.at(-1)).toMatchObject({ kind: 'moves-on', toRungId: 'sit.from-down' })
  })

  it('sit, word alone, not yet passed: M M M: smaller hand again', () => {
    expect(after('sit.word', { rung: 'sit.word', reps: 'M M M' }).verdicts.at(-1)).toMatchObject({
      kind: 'back',
      toRungId: 'sit.small-hand',
      endsSet: true,
    })
  })

  it('down lure, run of nine, then M: run is 0, not passed, no drop', () => {
    const { state, verdicts } = after('down.lure-stand', { rung: 'down.lure-stand', reps: 'C C C C C C C C C M' })
    expect(verdicts.at(-1)).toMatchObject({
      kind: 'again',
      toRungId: 'down.lure-stand',
      counts: '0 of 10 clean in a row',
    })
    expect(passed(state, 'down.lure-stand')).toBe(false)
  })

  it('180 s passed on Monday, 180 s clean on Tuesday: held from Tuesday', () => {
    const monday = after('sit-stay.180s', { rung: 'sit-stay.180s', reps: 'C' })
    expect(held(monday.state, 'sit-stay.180s')).toBeUndefined()
    const both = after(
      'sit-stay.180s',
      { rung: 'sit-stay.180s', reps: 'C' },
      { rung: 'sit-stay.180s', reps: 'C', day: 1 },
    )
    expect(held(both.state, 'sit-stay.180s')).toBe('2026-03-03')
  })
})

describe('what the sequences leave out', () => {
  it('a run goes across sets: C C H C C, then C C C passes', () => {
    const { verdicts } = after(
      'sit-stay.5s',
      { rung: 'sit-stay.5s', reps: 'C C H C C' },
      { rung: 'sit-stay.5s', reps: 'C C C' },
    )
    expect(verdicts.at(-1)?.kind).toBe('moves-on')
  })

  it('a window starts again at a change of rung', () => {
    const { verdicts } = after(
      'sit-stay.5s',
      { rung: 'sit-stay.5s', reps: 'C C C' },
      { rung: 'sit-stay.3s', reps: 'C' },
      { rung: 'sit-stay.5s', reps: 'C C C' },
    )
    expect(verdicts.at(-1)).toMatchObject({ kind: 'go-on', counts: '3 of 5 clean in a row' })
  })

  it('a window starts again after three days without the rung, not before', () => {
    const gap = (day: number) =>
      after(
        'sit-stay.5s',
        { rung: 'sit-stay.5s', reps: 'C C C' },
        { rung: 'sit-stay.5s', reps: 'C C', day },
      ).verdicts.at(-1)?.kind
    expect(gap(2)).toBe('moves-on')
    expect(gap(4)).toBe('go-on')
  })

  it('eight clean of eight is no pass: a window counts only when full', () => {
    const { verdicts } = after('sit.word', { rung: 'sit.word', reps: 'C C C C C C C C' })
    expect(verdicts.at(-1)?.kind).toBe('go-on')
  })

  it('four of the last ten brings the last help back, five does not', () => {
    expect(after('sit.word', { rung: 'sit.word', reps: 'C M H C M H C M H C' }).verdicts.at(-1)).toMatchObject({
      kind: 'back',
      toRungId: 'sit.small-hand',
    })
    expect(after('sit.word', { rung: 'sit.word', reps: 'C M H C M H C M C C' }).verdicts.at(-1)?.kind).toBe('again')
  })

  it('one late is no drop, two running are', () => {
    expect(after('sit-stay.5s', { rung: 'sit-stay.5s', reps: 'C L' }).verdicts.at(-1)?.kind).toBe('go-on')
    expect(after('sit-stay.5s', { rung: 'sit-stay.5s', reps: 'C L C L' }).verdicts.at(-1)?.kind).toBe('go-on')
    expect(after('sit-stay.5s', { rung: 'sit-stay.5s', reps: 'C L L' }).verdicts.at(-1)).toMatchObject({
      kind: 'back',
      toRungId: 'sit-stay.4s',
    })
  })

  it('a missed recall costs a distance at once', () => {
    expect(after('recall.line-15', { rung: 'recall.line-15', reps: 'C C M' }).verdicts.at(-1)).toMatchObject({
      kind: 'back',
      toRungId: 'recall.line-5',
      endsSet: true,
    })
  })

  it('a crooked recall is clean below level 2; from there not, and twice running shortens it', () => {
    const crooked = { rung: 'recall.line-30', faults: ['crooked'] }
    expect(after('recall.line-30', { ...crooked, reps: 'C C', level: 1 }).verdicts.at(-1)).toMatchObject({
      kind: 'go-on',
      counts: expect.stringContaining('2 clean of 2'),
    })
    expect(after('recall.line-30', { ...crooked, reps: 'C', level: 2 }).verdicts.at(-1)).toMatchObject({
      kind: 'go-on',
      counts: expect.stringContaining('0 clean of 1'),
    })
    expect(after('recall.line-30', { ...crooked, reps: 'C C', level: 2 }).verdicts.at(-1)).toMatchObject({
      kind: 'back',
      toRungId: 'recall.line-5',
    })
  })

  it('eight clean, then twice crooked at level 2: shorter, not on, whatever the window holds', () => {
    const line = { rung: 'recall.line-30', level: 2 }
    expect(
      after(
        'recall.line-30',
        { ...line, reps: 'C C C C C C C C' },
        { ...line, reps: 'C C', faults: ['crooked'] },
      ).verdicts.at(-1),
    ).toMatchObject({ kind: 'back', toRungId: 'recall.line-5' })
  })

  it('eight clean, then twice late: easier, not on; once late does not undo the eight', () => {
    const word = (reps: string) => after('sit.word', { rung: 'sit.word', reps }).verdicts.at(-1)
    expect(word('C C C C C C C C L L')).toMatchObject({ kind: 'back', why: 'Late twice in a row. Drop back one rung.' })
    expect(word('C C C C C C C L C L')).toMatchObject({ kind: 'moves-on' })
    expect(word('L C C C C C C C C L')).toMatchObject({ kind: 'moves-on' })
  })

  it('a closed fist is waited out: two slow ones running drop nothing, three misses do (common practice)', () => {
    const fist = (reps: string) => after('leave-it.fist', { rung: 'leave-it.fist', reps }).verdicts.at(-1)
    expect(fist('C L L')).toMatchObject({ kind: 'go-on' })
    expect(fist('L L C C C C C C C C')).toMatchObject({ kind: 'moves-on' })
    expect(fist('C M M M')).toMatchObject({ endsSet: true })
  })

  it('never below the first rung', () => {
    expect(after('sit-stay.1s', { rung: 'sit-stay.1s', reps: 'M0.5' }).verdicts.at(-1)).toMatchObject({
      kind: 'again',
      toRungId: 'sit-stay.1s',
      endsSet: true,
    })
    expect(after('sit.rear', { rung: 'sit.rear', reps: 'M M M' }).verdicts.at(-1)).toMatchObject({
      kind: 'again',
      toRungId: 'sit.rear',
      endsSet: true,
    })
  })

  it('the set after one that ended at the first rung is a set, and three of them are stuck', () => {
    const misses = (n: number) => Array.from({ length: n }, () => ({ rung: 'sit.rear', reps: 'M M M' }))
    const fourth = after('sit.rear', { rung: 'sit.rear', reps: 'M M M' }, { rung: 'sit.rear', reps: 'M C' })
    expect(fourth.verdicts.map((v) => v.endsSet).slice(-2)).toEqual([true, false])
    expect(after('sit.rear', ...misses(2)).state.runs['sit/sit']?.stuck).toBeUndefined()
    expect(after('sit.rear', ...misses(3)).state.runs['sit/sit']?.stuck).toEqual({
      rung: 'sit.rear',
      why: 'three-drops',
    })
    expect(
      after('sit-stay.1s', ...Array.from({ length: 3 }, () => ({ rung: 'sit-stay.1s', reps: 'M0.5' }))).state.runs[
        'sit-stay/duration'
      ]?.stuck?.rung,
    ).toBe('sit-stay.1s')
  })

  it('a failed warm-up at the first rung makes it the rung in hand', () => {
    const { state, verdicts } = after('sit.empty', { rung: 'sit.rear', reps: 'M M M' })
    expect(verdicts.at(-1)).toMatchObject({ kind: 'again', toRungId: 'sit.rear' })
    expect(state.runs['sit/sit']?.position).toBe(0)
  })

  it('on a distance rung the drop never asks for a longer hold', () => {
    expect(after('sit-stay.3m-5s', { rung: 'sit-stay.3m-5s', reps: 'M3' }).verdicts.at(-1)).toMatchObject({
      kind: 'back',
      toRungId: 'sit-stay.round-5s',
    })
    expect(after('sit-stay.3m-15s', { rung: 'sit-stay.3m-15s', reps: 'M8' }).verdicts.at(-1)).toMatchObject({
      kind: 'back',
      toRungId: 'sit-stay.3m-5s',
    })
  })

  it('climbing back needs the rule once a rung, and what was held stays held', () => {
    const up: SetPlan[] = [
      ...passTo(open, 'sit-stay.10s'),
      ...passTo(open, 'sit-stay.10s', 1),
      { rung: 'sit-stay.10s', reps: 'C C M6', day: 1 },
    ]
    const dropped = work(open, up)
    expect(dropped.verdicts.at(-1)).toMatchObject({ kind: 'back', toRungId: 'sit-stay.5s-hand' })
    expect(held(dropped.state, 'sit-stay.8s')).toBe('2026-03-03')
    const back = work(open, [...up, { rung: 'sit-stay.5s-hand', reps: cleanReps({ kind: 'row', r: 5 }), day: 1 }])
    expect(back.verdicts.at(-1)).toMatchObject({ kind: 'moves-on', toRungId: 'sit-stay.6s' })
  })

  it('a rule met at a harder rung of its axis on the second day holds the easier one, another axis does not', () => {
    const { state } = work(open, [...passTo(open, 'sit-stay.4s'), { rung: 'sit-stay.4s', reps: 'C C C C C', day: 1 }])
    expect(held(state, 'sit-stay.3s')).toBe('2026-03-03')
    const other = work(open, [
      ...passTo(open, 'sit.from-down'),
      { rung: 'sit.from-down', reps: 'C C C C C C C C C C', day: 1 },
    ])
    expect(held(other.state, 'sit.word')).toBeUndefined()
  })
})

describe('refreshers', () => {
  const heldAt20: SetPlan[] = [...passTo(open, 'sit-stay.30s'), { rung: 'sit-stay.20s', reps: 'C C C C C', day: 1 }]

  it(
    'a failed one takes the rung away, says from where to rebuild and halves the half-life; one pass brings it ' +
      'back',
    () => {
      const failed: SetPlan[] = [...heldAt20, { rung: 'sit-stay.20s', reps: 'C M9', day: 4, purpose: 'refresh' }]
      const { state, verdicts } = work(open, failed)
      expect(verdicts.at(-1)).toMatchObject({ kind: 'back', toRungId: 'sit-stay.8s' })
      expect(held(state, 'sit-stay.20s')).toBeUndefined()
      expect(held(state, 'sit-stay.8s')).toBe('2026-03-03')
      expect(halfLife(state)).toBe(1.5)
      const rebuilt = work(open, [
        ...failed,
        { rung: 'sit-stay.10s', reps: 'C C C C C', day: 4 },
        { rung: 'sit-stay.15s', reps: 'C C C C C', day: 4 },
        { rung: 'sit-stay.20s', reps: 'C C C C C', day: 4 },
      ])
      expect(held(rebuilt.state, 'sit-stay.20s')).toBe('2026-03-03')
    },
  )

  it('a clean one that was due doubles the half-life, one in the same hour does not', () => {
    const clean: SetPlan = { rung: 'sit-stay.20s', reps: 'C C C C C', day: 3, purpose: 'refresh' }
    expect(halfLife(work(open, [...heldAt20, clean]).state)).toBe(6)
    expect(halfLife(work(open, [...heldAt20, clean, clean]).state)).toBe(6)
  })

  it('an ordinary miss at the top held rung drops back and takes nothing away', () => {
    const { state } = work(open, [...heldAt20, { rung: 'sit-stay.20s', reps: 'C M9', day: 4 }])
    expect(held(state, 'sit-stay.20s')).toBe('2026-03-03')
  })
})

describe('stuck', () => {
  const climb: SetPlan[] = [{ rung: 'sit-stay.4s', reps: 'C C C C C' }]
  const fall: SetPlan = { rung: 'sit-stay.5s', reps: 'C M4.5' }

  it('three drops at one rung within seven days, and a pass at a lower rung does not clear it', () => {
    const twice = work(open, [...passTo(open, 'sit-stay.5s'), fall, ...climb, fall])
    expect(twice.state.runs['sit-stay/duration']?.stuck).toBeUndefined()
    const thrice = work(open, [...passTo(open, 'sit-stay.5s'), fall, ...climb, fall, ...climb, fall, ...climb])
    expect(thrice.state.runs['sit-stay/duration']?.stuck).toMatchObject({ why: 'three-drops' })
    const passedAgain = work(open, [{ rung: 'sit-stay.5s', reps: 'C C C C C' }], thrice.state)
    expect(passedAgain.state.runs['sit-stay/duration']?.stuck).toBeUndefined()
  })

  it('three drops spread over more than seven days are not', () => {
    const slow = work(open, [...passTo(open, 'sit-stay.5s'), fall, { ...fall, day: 4 }, { ...fall, day: 9 }])
    expect(slow.state.runs['sit-stay/duration']?.stuck).toBeUndefined()
  })

  it('three blocks that worked it without a pass; a block that came back to it counts once', () => {
    const set = (block: string): SetPlan => ({ rung: 'sit.word', reps: 'C C C M C H C M C H', block })
    const once = work(open, [...passTo(open, 'sit.word'), set('a'), set('a'), set('b')])
    expect(once.state.runs['sit/sit']?.stuck).toBeUndefined()
    const three = work(open, [...passTo(open, 'sit.word'), set('a'), set('b'), set('c')])
    expect(three.state.runs['sit/sit']?.stuck).toMatchObject({ why: 'three-blocks' })
  })
})

describe('prerequisites', () => {
  it('a rep beyond an unmet prerequisite is kept, marked, and moves nothing on', () => {
    const { state, verdicts } = work(houseCurriculum, [{ rung: 'sit-stay.1s', reps: 'C C C C C' }])
    expect(verdicts.at(-1)).toMatchObject({
      kind: 'moves-nothing',
      endsSet: true,
      why: expect.stringContaining('Empty hand'),
    })
    expect(state.beyond['sit-stay.1s']).toBe(5)
    expect(state.runs['sit-stay/duration']).toBeUndefined()
  })

  it('a rung of a kind of place counts only there', () => {
    const { state } = after('down.street', { rung: 'down.street', reps: 'C C C C C C C C C C', placeKind: 'yard' })
    expect(passed(state, 'down.street')).toBe(false)
    const there = after('down.street', { rung: 'down.street', reps: 'C C C C C C C C C C', placeKind: 'street' })
    expect(passed(there.state, 'down.street')).toBe(true)
  })
})
