import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import type { Verdict } from '../progress/fold'
import type { RunStanding } from '../progress/standing'
import { goesOnAt } from './onward'

const said = (kind: Verdict['kind'], toRungId: string): Verdict => ({ kind, toRungId, endsSet: true, rule: '', counts: '', why: '' })
const run = (promised: number | undefined): RunStanding => ({ id: 'duration', name: 'Duration', size: 20, position: 0, top: -1, slipped: [], promised, memory: undefined })
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

  it('is left to the suggestion once the rule was met again, when nothing was moved, and beyond what was promised', () => {
    const promised = stay?.rungs.findIndex((r) => r.name === '15 s')
    const runs = [{ ...run(promised), id: stay?.id ?? '' }]
    expect(goesOnAt(houseCurriculum, said('met-again', at('15 s')), runs)).toBeUndefined()
    expect(goesOnAt(houseCurriculum, said('moves-nothing', at('15 s')), runs)).toBeUndefined()
    expect(goesOnAt(houseCurriculum, said('moves-on', at('20 s')), runs)).toBeUndefined()
    expect(goesOnAt(houseCurriculum, said('moves-on', at('15 s')), runs)).toBe(at('15 s'))
    // A dog that slips beyond its promise is still worked where it slipped.
    expect(goesOnAt(houseCurriculum, said('back', at('20 s')), runs)).toBe(at('20 s'))
  })

  it('is open when there is no verdict, or one about a rung this ladder does not have', () => {
    expect(goesOnAt(houseCurriculum, undefined, [])).toBeUndefined()
    expect(goesOnAt(houseCurriculum, said('back', 'sit-stay.none'), [])).toBeUndefined()
  })
})
