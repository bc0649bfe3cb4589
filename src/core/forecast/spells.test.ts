import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays } from '../days'
import { seeded } from '../seeded'
import { spellsIn, usualSpells, type Spells } from './spells'
import type { Speed } from './speed'
import type { FrontierSet } from './rungExposures'
import { plainRates } from './tests/plain'
import { hazardAt } from './waitingTime'

const usual: Speed = { mean: 0, precision: 4, commands: new Map() }
/** Rates by which a set of a usual dog passes seven times in ten, whatever came before. */
const rates = { ...plainRates, of: () => 1.2, shape: 100 }

const setOn = (day: number, i: number, passed: boolean): FrontierSet => ({
  setId: `${day} ${i}`,
  day: addDays('2026-03-02', day),
  rungId: 'x',
  command: 'sit',
  kind: 'word',
  nth: 1,
  passed,
})

/** Days of six sets each; on a bad one a set brings little. */
function days(bad: (day: number, was: boolean) => boolean, n: number, seed: number): readonly FrontierSet[] {
  const chance = seeded(seed)
  const all: FrontierSet[] = []
  let isBad = false
  for (let day = 0; day < n; day++) {
    isBad = bad(day, isBad)
    for (let i = 0; i < 6; i++)
      all.push(setOn(day, i, chance() < -Math.expm1(-(isBad ? usualSpells.pace : 1) * hazardAt(1.2, 1, 100))))
  }
  return all
}

describe('bad days that come in runs', () => {
  it('are told from days that are alike, the surer the more were seen', () => {
    const evidence = (spelled: boolean, n: number) =>
      [1, 2, 3, 4, 5, 6].map((seed) => {
        const chance = seeded(seed * 7)
        const bad = (_: number, was: boolean) => spelled && chance() < (was ? usualSpells.again : usualSpells.after)
        return spellsIn(days(bad, n, seed), rates, usual).evidence
      })
    const mean = (of: readonly number[]) => of.reduce((a, b) => a + b, 0) / of.length
    expect(mean(evidence(true, 40))).toBeGreaterThan(mean(evidence(true, 10)))
    expect(mean(evidence(true, 40))).toBeGreaterThan(4)
    expect(mean(evidence(false, 40))).toBeLessThan(-1)
  })

  it('say how many days were bad, and whether the last was', () => {
    const last = (bad: (day: number) => boolean) => spellsIn(days(bad, 20, 3), rates, usual)
    expect(last((day) => day >= 16).last).toBeGreaterThan(0.8)
    expect(last((day) => day < 4).last).toBeLessThan(0.3)
    expect(last((day) => day < 6).share).toBeGreaterThan(last(() => false).share + 0.1)
    // Nothing seen: the share in the long run, after ÷ (1 − again + after).
    expect(spellsIn([], rates, usual)).toMatchObject({ evidence: 0, share: expect.closeTo(0.12 / 0.67, 9) as number })
  })

  it('are weighed as every run of good and bad days one by one is (a chain written out)', () => {
    const spells: Spells = { after: 0.2, again: 0.6, pace: 0.3, slip: 0 }
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.boolean(), { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 6 }),
        (all) => {
          const frontier = all.flatMap((sets, day) => sets.map((passed, i) => setOn(day, i, passed)))
          const h = hazardAt(1.2, 1, 100)
          const of = (sets: readonly boolean[], pace: number) =>
            sets.reduce((p, passed) => p * (passed ? 1 - Math.exp(-pace * h) : Math.exp(-pace * h)), 1)
          const usualShare = spells.after / (1 - spells.again + spells.after)
          const quicker = 1 / (1 - usualShare * (1 - spells.pace))
          let whole = 0
          for (let run = 0; run < 2 ** all.length; run++) {
            // The day before the first is bad as often as days are.
            let [p, turn] = [1, spells.after * (1 - usualShare) + spells.again * usualShare]
            all.forEach((sets, day) => {
              const bad = (run >> day) % 2 === 1
              p *= (bad ? turn : 1 - turn) * of(sets, quicker * (bad ? spells.pace : 1))
              turn = bad ? spells.again : spells.after
            })
            whole += p
          }
          const alike = all.reduce((p, sets) => p * of(sets, 1), 1)
          expect(spellsIn(frontier, rates, usual, spells).evidence).toBeCloseTo(Math.log(whole / alike), 9)
        },
      ),
      { numRuns: 40 },
    )
  })
})
