import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findRung } from '../curriculum/lookup'
import { setsFrom } from '../tests/facts'
import { Stepper } from './fold'
import { always } from './regime'
import type { Ruling } from './ruling'
import { rulingText } from './voice'

const rung = (id: string) =>
  findRung(houseCurriculum, id)?.rung ??
  (() => {
    throw new Error(id)
  })()
const hold = rung('sit-stay.5s')
const at = { rung: hold, results: 'CCM' }
const says = (because: Ruling['because'], more: Partial<Ruling> = {}) =>
  rulingText({ kind: 'again', endsSet: true, toRungId: hold.id, at, because, ...more }).why

describe('a ruling said in words', () => {
  it('names the rule and the counts behind it, and nothing where nothing was judged', () => {
    expect(
      rulingText({
        kind: 'go-on',
        endsSet: false,
        toRungId: hold.id,
        at: { rung: hold, results: 'MCC' },
        because: { kind: 'counting', putBack: undefined },
      }),
    ).toMatchObject({ rule: 'five of five', counts: '2 of 5 clean in a row', why: '2 of 5 clean in a row' })
    expect(
      rulingText({
        kind: 'moves-nothing',
        endsSet: false,
        toRungId: 'x',
        at: undefined,
        because: { kind: 'moves-nothing', why: 'needs sit held' },
      }),
    ).toEqual({
      kind: 'moves-nothing',
      endsSet: false,
      toRungId: 'x',
      rule: '',
      counts: '',
      why: 'Saved, not counted: needs sit held.',
    })
  })

  it('says of a hold that broke whether it was held before, and where it goes on', () => {
    expect(says({ kind: 'counting', putBack: 'held before' }, { endsSet: false })).toBe(
      'Mastered before: put back at the same spot without a treat, and go on.',
    )
    expect(says({ kind: 'counting', putBack: 'not held' })).toBe(
      'Put back at the same spot without a treat. 0 of 5 clean in a row. The rule is five of five.',
    )
    expect(
      says({ kind: 'dropped', reason: { kind: 'broke', seconds: 3.2 }, to: rung('sit-stay.3s'), lowest: false }),
    ).toBe('Broke at 3.2 s of 5 s. Drop back to the highest rung below that.')
    expect(says({ kind: 'dropped', reason: { kind: 'two-late' }, to: hold, lowest: true })).toBe(
      'Late twice in a row. Lowest rung. Repeat it easier.',
    )
    expect(says({ kind: 'eased', reason: { kind: 'broke', seconds: 3 }, to: hold })).toMatch(
      /This is new here\. Repeat it, made easier\.$/,
    )
  })

  it('says what a rung that is met waits for', () => {
    expect(says({ kind: 'met' })).toBe('Rule met: five of five.')
    expect(says({ kind: 'met-waits', offered: false, next: rung('sit-stay.6s'), until: 'needs sit held' })).toBe(
      'Rule met: five of five. 6 s is locked: needs sit held.',
    )
  })

  it('changes nothing of what is folded: told, ruled or in silence', () => {
    const sets = setsFrom(
      ['sit.rear', 'sit.full', 'sit.rear', 'sit-stay.1s', 'recall.attention'].map((id, i) => ({
        rung: id,
        reps: 'C C H M C C L C C C',
        day: i,
        faults: i === 2 ? ['crooked'] : [],
      })),
    )
    const [told, ruled, silent] = [
      new Stepper(always(houseCurriculum)),
      new Stepper(always(houseCurriculum)),
      new Stepper(always(houseCurriculum)),
    ]
    for (const set of sets)
      for (const rep of set.reps) {
        expect(rulingText(ruled.step(set, rep))).toEqual(told.rep(set, rep))
        silent.step(set, rep, false)
      }
    expect(ruled.state).toEqual(told.state)
    expect(silent.state).toEqual(told.state)
  })
})
