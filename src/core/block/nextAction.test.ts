import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import type { Verdict } from '../progress/voice'
import type { LadderStatus } from '../promise/status'
import { finishAhead, goesOnAt, setsOfOne, nextAction } from './nextAction'
import type { RungId } from '../ids'

const said = (kind: Verdict['kind'], toRungId: RungId): Verdict => ({
  kind,
  toRungId,
  endsSet: true,
  rule: '',
  counts: '',
  why: '',
})
const run = (promised: number | undefined): LadderStatus => ({
  id: 'duration',
  name: 'Duration',
  size: 20,
  position: 0,
  top: -1,
  slipped: [],
  promised,
  memory: undefined,
})
const stay = houseCurriculum.commands.find((c) => c.id === 'sit-stay')?.runs[0]
const at = (name: string) => stay?.rungs.find((r) => r.name === name)?.id ?? ''

describe('where the next set goes on', () => {
  it.each([
    ['back', '8 s'],
    ['again', '10 s'],
    ['moves-on', '15 s'],
  ] as const)('%s: at the rung the verdict names, whatever else could be worked', (kind, name) => {
    expect(goesOnAt(houseCurriculum, said(kind, at(name)), [{ ...run(20), id: stay?.id ?? '' }])).toBe(at(name))
  })

  it(
    'is left to the suggestion once the rule was met again, when nothing was moved, and beyond what was ' + 'promised',
    () => {
      const promised = stay?.rungs.findIndex((r) => r.name === '15 s')
      const runs = [{ ...run(promised), id: stay?.id ?? '' }]
      expect(goesOnAt(houseCurriculum, said('met-again', at('15 s')), runs)).toBeUndefined()
      expect(goesOnAt(houseCurriculum, said('moves-nothing', at('15 s')), runs)).toBeUndefined()
      expect(goesOnAt(houseCurriculum, said('moves-on', at('20 s')), runs)).toBeUndefined()
      expect(goesOnAt(houseCurriculum, said('moves-on', at('15 s')), runs)).toBe(at('15 s'))
      // A dog that slips beyond its promise is still worked where it slipped.
      expect(goesOnAt(houseCurriculum, said('back', at('20 s')), runs)).toBe(at('20 s'))
    },
  )

  it('is open when there is no verdict, or one about a rung this ladder does not have', () => {
    expect(goesOnAt(houseCurriculum, undefined, [])).toBeUndefined()
    expect(goesOnAt(houseCurriculum, said('back', 'sit-stay.none'), [])).toBeUndefined()
  })
})

describe('what the one key does once a set is over', () => {
  const open = {
    role: 'work',
    refresher: false,
    sets: 1,
    mayGoOn: true,
    hasNextPart: true,
    hasFinish: true,
    stressful: false,
    inTurns: false,
  } as const

  it('after signs of stress nothing is gone on with: something sure, where it still stands, or the end', () => {
    for (const more of [{}, { sets: 9 }, { refresher: true }, { inTurns: true }, { mayGoOn: false }] as const) {
      expect(nextAction({ ...open, ...more, stressful: true })).toBe('sure')
      expect(nextAction({ ...open, ...more, stressful: true, hasFinish: false })).toBe('end')
    }
    expect(nextAction({ ...open, role: 'finish', hasFinish: false, stressful: true })).toBe('end')
    const items = (['warm-up', 'work', 'work', 'finish'] as const).map((role) => ({ role }))
    expect([0, 1, 2, 3].map((item) => finishAhead(items, item))).toEqual([3, 3, 3, -1])
  })

  it('goes on with the same command for a few sets, then to the next part', () => {
    expect([1, 2, 3, 4].map((sets) => nextAction({ ...open, sets }))).toEqual(['again', 'again', 'part', 'part'])
    expect(nextAction({ ...open, mayGoOn: false })).toBe('part')
  })

  it('comes to an end when no part follows, as with a new dog that is sure of nothing', () => {
    expect([1, 2, 3, 4].map((sets) => nextAction({ ...open, sets, hasNextPart: false }))).toEqual([
      'again',
      'again',
      'end',
      'end',
    ])
    expect(nextAction({ ...open, mayGoOn: false, hasNextPart: false })).toBe('close')
  })

  it('shows what is going stale once, and goes on to the next part or the end', () => {
    expect(nextAction({ ...open, refresher: true })).toBe('part')
    expect(nextAction({ ...open, refresher: true, hasNextPart: false })).toBe('end')
  })

  it('never asks for a second set of what is sure', () => {
    expect(nextAction({ ...open, role: 'warm-up' })).toBe('part')
    expect(nextAction({ ...open, role: 'finish', hasNextPart: false })).toBe('end')
  })

  it('lets kit that is tried in turns have its four sets', () => {
    expect(
      [1, 2, 3, 4].map((sets) => nextAction({ ...open, sets, mayGoOn: false, hasNextPart: false, inTurns: true })),
    ).toEqual(['close', 'close', 'close', 'close'])
  })

  it('ends every block that is followed, whatever it is made of', () => {
    for (const parts of [
      ['work'],
      ['work', 'work'],
      ['warm-up', 'work', 'finish'],
      ['warm-up', 'work', 'work'],
    ] as const) {
      let part = 0
      let sets = 0
      let pressed = 0
      for (; pressed < 30; pressed++) {
        sets++
        const way = nextAction({
          role: parts[part] ?? 'work',
          refresher: false,
          sets,
          mayGoOn: true,
          hasNextPart: part + 1 < parts.length,
          hasFinish: false,
          stressful: false,
          inTurns: false,
        })
        if (way === 'end') break
        if (way === 'part') part++
        if (way === 'part') sets = 0
      }
      expect(pressed).toBeLessThan(setsOfOne * parts.length)
    }
  })
})
