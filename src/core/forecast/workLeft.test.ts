import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findRung } from '../curriculum/lookup'
import { emptyDogState } from '../progress/state'
import { everyday } from '../tests/loop/live'
import { futuresOf } from './futures'
import { shippedRates } from './rates'
import { workLeft } from './workLeft'

const left = (rungIds: readonly string[]) =>
  workLeft(
    houseCurriculum,
    emptyDogState(),
    rungIds.map((rungId) => ({ rungId, level: 0, places: 1, people: 1 })),
    shippedRates,
    [],
    '2026-03-02',
  )
const indexOf = (rungId: string) => (findRung(houseCurriculum, rungId)?.index ?? 0) + 1

describe('the work that is left', () => {
  it('climbs each rung once, though a promise and what another needs first lie on one run', () => {
    const legs = left(['sit.word', 'sit-stay.10s'])
    const need = legs.findIndex((leg) => !leg.promised && leg.command === 'sit')
    const promise = legs.find((leg) => leg.rungId === 'sit.word')
    expect([need >= 0, promise?.after]).toEqual([true, need])
    const steps = legs.filter((leg) => leg.command === 'sit').reduce((n, leg) => n + leg.steps.length, 0)
    expect(steps).toBe(indexOf('sit.word'))
    // What lies below is held by the work above it.
    expect(legs[need]?.days).toBe(0)
    // An everyday dog’s whole climb: every rung of it once.
    const all = workLeft(houseCurriculum, emptyDogState(), everyday, shippedRates, [], '2026-03-02')
    const highest = new Map<string, number>()
    for (const leg of all) {
      const at = findRung(houseCurriculum, leg.rungId)
      if (at) highest.set(at.runKey, Math.max(highest.get(at.runKey) ?? 0, at.index + 1))
    }
    expect(all.reduce((n, leg) => n + leg.steps.length, 0)).toBe([...highest.values()].reduce((a, b) => a + b, 0))
  })

  it('waits for what lies below on its own run, and no longer than until that is passed', () => {
    const legs = left(['sit.word', 'sit-stay.10s'])
    const usual = { mean: Math.log(50), precision: 1e6, commands: new Map() }
    const played = futuresOf(legs, usual, { days: new Array<number>(9).fill(60), ratios: [1] }, 50, 1)
    // So quick a dog passes the whole of sit on the first day, and holds it on the second.
    const sit = played.legs.find((leg) => leg.rungId === 'sit.word')?.ready
    expect(Math.max(...(sit ?? [9]))).toBe(1)
    const stay = played.legs.find((leg) => leg.rungId === 'sit-stay.10s')?.ready
    expect(Math.min(...(stay ?? [0]))).toBe(2)
  })
})
