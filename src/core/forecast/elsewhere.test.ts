import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { addDays, daysBetween } from '../days'
import { foldDog } from '../progress/fold'
import { lackOf, promiseGoal } from '../promise/goals'
import { targetsOf } from '../promise/standing'
import { liveInBlocks } from '../tests/loop/blocks'
import { laws } from '../tests/loop/dogs'
import { arrival, everyday, regimesIn } from '../tests/loop/live'
import { metElsewhere } from './elsewhere'
import { baseFrom, ratesFile, ratesOut } from './learned'
import { learnedFrom, ratesOf } from './learning'
import { shippedBase, usualElsewhere } from './rates'
import { frontierOf } from './stretches'

const world = (law: keyof typeof laws, seed: number) => ({
  curriculum: houseCurriculum,
  promises: everyday,
  days: 40,
  setsADay: 0,
  blocksADay: 3,
  dog: laws[law]('usual', seed),
})

describe('how often another place or pair of hands was to be had', () => {
  it.each([
    ['edge', 5],
    ['strength', 11],
    ['insight', 3],
  ] as const)('is counted as the facts of each evening say, folded anew: %s', (law, seed) => {
    const of = world(law, seed)
    const { sets } = liveInBlocks(of)
    const regimes = regimesIn(of)
    const evening = (day: string) => {
      const state = foldDog(
        regimes,
        sets.filter((s) => s.day <= day),
      )
      return targetsOf(houseCurriculum, of.promises).map(({ promise, at }) => ({
        climbed: frontierOf(at.run, state.runs[at.runKey]) > at.index,
        lack: lackOf(state, promiseGoal(promise, at)),
      }))
    }
    let [due, came] = [0, 0]
    const days = [...new Set(sets.map((s) => s.day))].sort()
    days.forEach((day, i) => {
      const before = evening(days[i - 1] ?? addDays(arrival, -1))
      if (!before.every((b) => b.climbed)) return
      const now = evening(day)
      const had = (of: (typeof now)[number] | undefined) =>
        (of?.lack.places ?? []).flatMap((e) => e.days).length + (of?.lack.people ?? []).flatMap((e) => e.days).length
      before.forEach((b, k) => {
        if (!b.lack.held || b.lack.met) return
        due++
        came += Number(had(now[k]) > had(b))
      })
    })
    expect(due).toBeGreaterThan(3)
    expect(metElsewhere(regimes, sets, of.promises)).toEqual({ due, came })
  })

  it('is nothing while something is still to be climbed, without promises and without sets', () => {
    const of = world('strength', 7)
    const { sets } = liveInBlocks(of)
    const regimes = regimesIn(of)
    const early = sets.filter((s) => daysBetween(arrival, s.day) < 4)
    for (const [facts, promises] of [
      [early, of.promises],
      [sets, []],
      [[], of.promises],
    ] as const)
      expect(metElsewhere(regimes, facts, promises)).toEqual({ due: 0, came: 0 })
  })

  it('draws the chance that is reckoned with: much by much, little by little, never beyond sure', () => {
    const after = (due: number, came: number) => ratesOf(learnedFrom([], shippedBase, [{ due, came }])).elsewhere
    expect(ratesOf(learnedFrom([])).elsewhere).toBe(usualElsewhere)
    // As often as seven in ten is what the shipped chance comes to.
    expect(after(1000, 700)).toBeCloseTo(usualElsewhere, 9)
    expect(after(1000, 350)).toBeCloseTo(usualElsewhere / 2, 1)
    expect(after(4, 0)).toBeGreaterThan(usualElsewhere * 0.8)
    expect(after(1000, 1000)).toBe(1)
  })

  it('goes out and comes in, and a kennel that begins on it is drawn from there', () => {
    const learned = learnedFrom([], shippedBase, [{ due: 400, came: 140 }])
    const file = ratesFile.parse(JSON.parse(JSON.stringify(ratesOut(learned, shippedBase, 'x', () => undefined))))
    const base = baseFrom(file)
    const { elsewhere } = ratesOf(learned)
    expect(base.elsewhere).toBeCloseTo(elsewhere, 3)
    expect(ratesOf(learnedFrom([], base), base).elsewhere).toBe(base.elsewhere)
    const alike = Math.round(400 * 0.7 * (base.elsewhere / usualElsewhere))
    expect(ratesOf(learnedFrom([], base, [{ due: 400, came: alike }]), base).elsewhere).toBeCloseTo(base.elsewhere, 2)
    // A file from before it was learned says what is shipped.
    const { elsewhere: _, ...older } = file
    expect(baseFrom(ratesFile.parse(older)).elsewhere).toBe(usualElsewhere)
  })
})
