import { describe, expect, it } from 'vitest'
import { houseVersionFour } from '../curriculum/earlier'
import { houseCurriculum } from '../curriculum/house'
import { findRung } from '../curriculum/lookup'
import { addDays } from '../days'
import { foldDog } from '../progress/fold'
import { emptyDogState } from '../progress/state'
import { liveInBlocks } from '../tests/loop/blocks'
import { furtherLaws } from '../tests/loop/dogs'
import { arrival, everyday, regimesIn } from '../tests/loop/live'
import { futuresBy, setsOn } from './tests/futures'
import { lackOf, promiseGoal } from '../promise/goals'
import { shippedRates } from './tests/plain'
import { frontierOf, pastOf } from './rungExposures'
import { workLeft } from './workLeft'
import type { RungId } from '../ids'

const left = (rungIds: readonly string[]) =>
  workLeft(
    houseCurriculum,
    emptyDogState(),
    rungIds.map((rungId) => ({ rungId, level: 0, places: 1, people: 1 })),
    shippedRates,
    [],
    '2026-03-02',
  )
const indexOf = (rungId: RungId) => (findRung(houseCurriculum, rungId)?.index ?? 0) + 1

describe('the work that is left', () => {
  it('climbs each rung once, though a promise and what another needs first lie on one run', () => {
    const legs = left(['sit.word', 'sit-stay.10s'])
    // The empty hand is needed for the stay, and the word both for it and as it was promised: the last of them.
    const need = legs.findLastIndex((goal) => !goal.promised && goal.command === 'sit')
    const promise = legs.find((goal) => goal.rungId === 'sit.word')
    expect([need >= 0, promise?.after]).toEqual([true, need])
    const steps = legs.filter((goal) => goal.command === 'sit').reduce((n, goal) => n + goal.steps.length, 0)
    expect(steps).toBe(indexOf('sit.word'))
    // What lies below is held by the work above it.
    expect(legs[need]?.days).toBe(0)
    // An everyday dog’s whole climb: every rung of it once.
    const all = workLeft(houseCurriculum, emptyDogState(), everyday, shippedRates, [], '2026-03-02')
    const highest = new Map<string, number>()
    for (const goal of all) {
      const at = findRung(houseCurriculum, goal.rungId)
      if (at) highest.set(at.ladderKey, Math.max(highest.get(at.ladderKey) ?? 0, at.index + 1))
    }
    expect(all.reduce((n, goal) => n + goal.steps.length, 0)).toBe([...highest.values()].reduce((a, b) => a + b, 0))
  })

  it('waits for what lies below on its own run, and no longer than until that is passed', () => {
    const legs = left(['sit.turned', 'sit-stay.10s'])
    const usual = { mean: Math.log(50), precision: 1e6, commands: new Map() }
    const played = futuresBy(legs, usual, setsOn(new Array<number>(9).fill(60)), 50, 1)
    // So quick a dog passes the whole of sit on the first day, and holds it on the second.
    const sit = played.legs.find((leg) => leg.rungId === 'sit.turned')?.ready
    expect(Math.max(...(sit ?? [9]))).toBe(1)
    const stay = played.legs.find((leg) => leg.rungId === 'sit-stay.10s')?.ready
    expect(Math.min(...(stay ?? [0]))).toBe(2)
  })

  it('climbs again what was fallen back from, to the very rung whose second day is lacking', () => {
    // On the version before, on which this dog falls back in each of the ways.
    const four = houseVersionFour()
    const promises = everyday.slice(0, 5)
    const world = { curriculum: four, promises, days: 20, setsADay: 0, blocksADay: 3 }
    const regimes = regimesIn(world)
    let [met, unmet, held] = [0, 0, 0]
    const { sets } = liveInBlocks({ ...world, dog: furtherLaws.badDay('quick', 388) })
    for (let day = 2; day <= 20; day++) {
      const today = addDays(arrival, day)
      const before = sets.filter((s) => s.day < today)
      const state = foldDog(regimes, before)
      const { exposures } = pastOf(regimes, before)
      const legs = workLeft(four, state, promises, shippedRates, exposures, today)
      for (const { rungId } of promises) {
        const at = findRung(four, rungId)
        const goal = legs.find((l) => l.promised && l.rungId === rungId)
        if (!at || !goal) throw new Error(rungId)
        const position = state.runs[at.ladderKey]?.position ?? 0
        const frontier = frontierOf(at.ladder, state.runs[at.ladderKey])
        const back = goal.steps.filter((step) => step.back === true).length
        const isHeld = lackOf(state, promiseGoal({ rungId, level: 0, places: 1, people: 1 }, at)).held
        // Steps that another goal of the same run has are its own.
        if (goal.after !== undefined) continue
        if (frontier <= at.index) {
          expect(back, `${today} ${rungId}`).toBe(frontier - position)
          expect(goal.steps.length).toBe(at.index + 1 - position)
          unmet += back
        } else if (position < at.index && !isHeld) {
          // With the rung itself: met again on another day, it is held.
          expect([back, goal.steps.length], `${today} ${rungId}`).toEqual([at.index + 1 - position, back])
          expect(goal.days).toBe(0)
          met++
        } else if (back > 0) {
          expect(back).toBe(at.index - position)
          held++
        }
      }
    }
    expect([met > 0, unmet > 0, held > 0]).toEqual([true, true, true])
  })
})
