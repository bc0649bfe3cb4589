import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { addDays, daysBetween } from '../days'
import { foldDog } from '../progress/fold'
import { lackOf, promiseGoal } from '../promise/goals'
import { targetsOf } from '../promise/status'
import { liveInBlocks } from '../tests/loop/blocks'
import { furtherLaws as laws } from '../tests/loop/dogs'
import { arrival, everyday, regimesIn } from '../tests/loop/live'
import { noMaintenance, maintenanceOf } from './maintenance'
import { baseFrom, ratesFile, ratesOut } from './learned'
import { learnedFrom, ratesOf } from './learning'
import { usualElsewhere, usualSlips } from './rates'
import { frontierOf } from './rungExposures'
import { plainBase } from './tests/plain'

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
    ['strength', 13],
    ['insight', 49],
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
        climbed: frontierOf(at.ladder, state.runs[at.ladderKey]) > at.index,
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
    expect(maintenanceOf(regimes, sets, of.promises)).toMatchObject({ due, came })
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
      expect(maintenanceOf(regimes, facts, promises)).toMatchObject({ due: 0, came: 0 })
  })

  it('draws the chance that is reckoned with: much by much, little by little, never beyond sure', () => {
    const after = (due: number, came: number) => {
      const proving = { ...noMaintenance, due, came }
      return ratesOf(learnedFrom([{ exposures: [], proving }], plainBase), plainBase).elsewhere
    }
    expect(ratesOf(learnedFrom([]), plainBase).elsewhere).toBe(usualElsewhere)
    // As often as seven in ten is what the shipped chance comes to.
    expect(after(1000, 700)).toBeCloseTo(usualElsewhere, 9)
    expect(after(1000, 350)).toBeCloseTo(usualElsewhere / 2, 1)
    expect(after(4, 0)).toBeGreaterThan(usualElsewhere * 0.8)
    expect(after(1000, 1000)).toBe(1)
  })

  it('goes out and comes in, and a kennel that begins on it is drawn from there', () => {
    const learned = learnedFrom([{ exposures: [], proving: { ...noMaintenance, due: 400, came: 140 } }], plainBase)
    const file = ratesFile.parse(JSON.parse(JSON.stringify(ratesOut(learned, plainBase, 'x', () => undefined))))
    const base = baseFrom(file)
    const { elsewhere } = ratesOf(learned, plainBase)
    expect(base.elsewhere).toBeCloseTo(elsewhere, 3)
    expect(ratesOf(learnedFrom([], base), base).elsewhere).toBe(base.elsewhere)
    const alike = Math.round(400 * 0.7 * (base.elsewhere / usualElsewhere))
    expect(
      ratesOf(learnedFrom([{ exposures: [], proving: { ...noMaintenance, due: 400, came: alike } }], base), base)
        .elsewhere,
    ).toBeCloseTo(base.elsewhere, 2)
    // A file from before it was learned says what is shipped.
    const { elsewhere: _, ...older } = file
    expect(baseFrom(ratesFile.parse(older)).elsewhere).toBe(usualElsewhere)
  })
})

describe('how often something met slips, and is put right', () => {
  it.each([
    ['badDay', 12],
    ['badDay', 29],
    ['strength', 11],
  ] as const)('is counted as the facts of each evening say, folded anew: %s, %i', (law, seed) => {
    const of = world(law, seed)
    const { sets } = liveInBlocks(of)
    const regimes = regimesIn(of)
    const ever = new Set<number>()
    const evening = (day: string) => {
      const state = foldDog(
        regimes,
        sets.filter((s) => s.day <= day),
      )
      return targetsOf(houseCurriculum, of.promises).map(({ promise, at }, k) => {
        const { met } = lackOf(state, promiseGoal(promise, at))
        if (met) ever.add(k)
        const once = (state.runs[at.ladderKey]?.tallies[at.rung.id]?.met.length ?? 0) > 0
        const above = frontierOf(at.ladder, state.runs[at.ladderKey]) > at.index
        return {
          once: once || above,
          slipped: !met && ((state.runs[at.ladderKey]?.position ?? 0) < at.index || ever.has(k)),
        }
      })
    }
    let [kept, slipped] = [0, 0]
    const days = [...new Set(sets.map((s) => s.day))].sort()
    let before = evening(addDays(arrival, -1))
    for (const day of days) {
      const now = evening(day)
      before.forEach((b, k) => {
        if (!b.once || b.slipped) return
        kept++
        slipped += Number(now[k]?.slipped)
      })
      before = now
    }
    expect(kept).toBeGreaterThan(5)
    const proving = maintenanceOf(regimes, sets, of.promises)
    expect(proving).toMatchObject({ kept, slipped })
    if (proving.sets > 0) expect(proving.back).toBeLessThan(proving.sets)
    if (law === 'badDay') expect([slipped > 0, proving.back > 0]).toEqual([true, true])
  })

  it('draws what is reckoned with: much by much, little by little, never beyond what is possible', () => {
    const after = (of: Partial<typeof noMaintenance>) =>
      ratesOf(learnedFrom([{ exposures: [], proving: { ...noMaintenance, ...of } }], plainBase), plainBase).slips
    expect(ratesOf(learnedFrom([]), plainBase).slips).toEqual(usualSlips)
    expect(after({ kept: 50_000, slipped: 1000, sets: 2000, back: 1000 })).toEqual(usualSlips)
    const often = after({ kept: 50_000, slipped: 5000, sets: 20_000, back: 2000 })
    expect(often.out).toBeCloseTo(0.1, 2)
    expect(often.back).toBeCloseTo(0.1, 2)
    expect(after({ kept: 20, slipped: 2 }).out).toBeLessThan(0.03)
    expect(after({ kept: 5000, slipped: 5000, sets: 5000, back: 5000 })).toEqual({
      out: 0.5,
      back: expect.closeTo(1, 1),
    })
    const learned = learnedFrom(
      [{ exposures: [], proving: { ...noMaintenance, kept: 9000, slipped: 700, sets: 900, back: 100 } }],
      plainBase,
    )
    const file = ratesFile.parse(JSON.parse(JSON.stringify(ratesOut(learned, plainBase, 'x', () => undefined))))
    expect(baseFrom(file).slips.out).toBeCloseTo(ratesOf(learned, plainBase).slips.out, 3)
    expect(baseFrom(file).slips.back).toBeCloseTo(ratesOf(learned, plainBase).slips.back, 3)
    const { slips: _, ...older } = file
    expect(baseFrom(ratesFile.parse(older)).slips).toEqual(usualSlips)
  })
})
