import fc from 'fast-check'
import { seeded as chances } from '../seeded'
import { describe, expect, it } from 'vitest'
import {
  alarmChance,
  blockReps,
  contextKey,
  countRep,
  expectedRate,
  falseAlarmsAtMost,
  limitFor,
  meanReps,
  medianReps,
  noPerformanceDrop,
  oddsRatio,
  scores,
} from './performanceDrop'

/** Reps until the alarm in one block, as the tablet counts them; undefined when there was none within `most`. */
function runOf(
  chance: () => number,
  rate: (rep: number) => number,
  expected: number,
  most: number,
): number | undefined {
  let drop = noPerformanceDrop
  for (let rep = 0; rep < most; rep++) {
    drop = countRep(drop, chance() < rate(rep), expected)
    if (drop.fell) return rep + 1
  }
  return undefined
}

describe('falling off', () => {
  it(
    'sends a dog that is as good as ever on a break in at most six of a hundred blocks of thirty reps: ' +
      'simulated, and exact',
    () => {
      const chance = chances(20260302)
      const blocks = 20_000
      let alarms = 0
      for (let i = 0; i < blocks; i++) if (runOf(chance, () => 0.85, 0.85, blockReps) !== undefined) alarms++
      const exact = alarmChance(0.85, 0.85, limitFor(0.85), blockReps)
      const simulated = alarms / blocks
      console.log(
        `false alarms per 100 blocks of ${blockReps} reps at 85 %: simulated ${(100 * simulated).toFixed(2)}, ` +
          `exact ${(100 * exact).toFixed(2)}`,
      )
      expect(simulated).toBeLessThanOrEqual(0.06)
      expect(Math.abs(simulated - exact)).toBeLessThan(4 * Math.sqrt((exact * (1 - exact)) / blocks))
    },
  )

  it('sees a fall to half within reps that agree with the exact chain', () => {
    const chance = chances(7)
    const runs = Array.from({ length: 4001 }, () => runOf(chance, () => 0.5, 0.85, 10_000) ?? Infinity).sort(
      (a, b) => a - b,
    )
    const exact = medianReps(0.5, 0.85, limitFor(0.85))
    console.log(
      `median reps until a fall from 85 % to 50 % is seen: simulated ${runs[2000]}, exact ${exact}; after 15 ` +
        `reps as expected: exact ${medianReps(0.5, 0.85, limitFor(0.85), 15)}`,
    )
    expect(Math.abs((runs[2000] ?? 0) - exact)).toBeLessThanOrEqual(1)
    expect(exact).toBeLessThan(15)
    // A fall after a good beginning is seen a little earlier, never later: the sum begins at nothing.
    expect(medianReps(0.5, 0.85, limitFor(0.85), 15)).toBeLessThanOrEqual(exact)
  })

  // Page, Biometrika 41 (1954): average run length of the cumulative sum; by Markov chain as in Brook & Evans,
  // Biometrika 59 (1972).
  it.each([
    [0.85, 0.85],
    [0.5, 0.85],
    [0.7, 0.7],
  ])('average run length at rate %f agrees with simulation', (rate, expected) => {
    const chance = chances(11)
    const runs = Array.from({ length: 4000 }, () => runOf(chance, () => rate, expected, 200_000) ?? 200_000)
    const mean = runs.reduce((s, r) => s + r, 0) / runs.length
    const deviation = Math.sqrt(runs.reduce((s, r) => s + (r - mean) ** 2, 0) / runs.length)
    const exact = meanReps(rate, expected, limitFor(expected))
    console.log(
      `average run length at ${rate}, ${expected} expected: exact ${exact.toFixed(1)}, simulated ${mean.toFixed(1)}`,
    )
    expect(Math.abs(mean - exact)).toBeLessThan((4 * deviation) / Math.sqrt(runs.length))
  })

  // A fair walk by ones that is held at 0 and begins there reaches h after h(h + 1) steps on average: gambler's ruin
  // with a reflecting barrier, Feller, vol. 1, ch. XIV.
  it.each([1, 2, 5, 12])('with scores of one, a limit of %i takes h(h+1) reps on average', (h) => {
    expect(meanReps(0.5, 0.85, h, { clean: -1, other: 1 })).toBeCloseTo(h * (h + 1), 8)
  })

  it('scores are the log-likelihood ratios of Page’s test on the whole-number scale', () => {
    const [p, q] = [0.85, 0.5]
    const unit = Math.log(oddsRatio) / 16
    expect(scores(0.85).clean * unit).toBeCloseTo(Math.log(q / p), 1)
    expect(scores(0.85).other * unit).toBeCloseTo(Math.log((1 - q) / (1 - p)), 1)
  })

  it('keeps its promise at every expected rate', () => {
    for (let rate = 0.3; rate <= 0.97; rate += 0.01)
      expect([rate, alarmChance(rate, rate, limitFor(rate), blockReps) <= falseAlarmsAtMost]).toEqual([rate, true])
    expect(alarmChance(0.85, 0.85, limitFor(0.85) - 1, blockReps)).toBeGreaterThan(falseAlarmsAtMost)
  })

  it('takes a promotion for no alarm: nothing is known of a new rung, and less is expected of it', () => {
    expect(expectedRate({ clean: 95, total: 100 })).toBeGreaterThan(0.9)
    expect(expectedRate(undefined)).toBeCloseTo(0.7, 10)
    // Ten clean at what is known, then a new rung at which half are clean.
    const chance = chances(3)
    let known = 0
    let fresh = 0
    for (let i = 0; i < 4000; i++) {
      let a = noPerformanceDrop
      let b = noPerformanceDrop
      for (let rep = 0; rep < 24; rep++) {
        const clean = rep < 10 ? chance() < 0.95 : chance() < 0.6
        a = countRep(a, clean, 0.93)
        b = countRep(b, clean, rep < 10 ? 0.93 : 0.7)
      }
      if (a.fell) known++
      if (b.fell) fresh++
    }
    expect(fresh).toBeLessThan(known / 3)
  })

  it(
    'never cries at clean reps, stays fallen once it fell, and no rep makes it stricter than the rung that asks ' +
      'most',
    () => {
      fc.assert(
        fc.property(
          fc.array(fc.record({ clean: fc.boolean(), expected: fc.double({ min: 0, max: 1, noNaN: true }) }), {
            maxLength: 60,
          }),
          (reps) => {
            let drop = noPerformanceDrop
            let fell = false
            for (const r of reps) {
              const next = countRep(drop, r.clean, r.expected)
              expect(next.limit).toBeGreaterThanOrEqual(drop.limit)
              if (r.clean) expect(next.sum).toBeLessThanOrEqual(drop.sum)
              fell = fell || next.fell
              expect(next.fell).toBe(fell)
              drop = next
            }
            expect(reps.map((r) => countRep(noPerformanceDrop, true, r.expected).fell)).not.toContain(true)
          },
        ),
      )
    },
  )

  it('expects of a context what was seen in it, not what was seen elsewhere', () => {
    const here = { rungId: 'sit.word', level: 0, placeId: 'room', kit: 'harness' }
    for (const other of [{ level: 2 }, { placeId: 'yard' }, { kit: 'none' }, { rungId: 'sit.full' }])
      expect(contextKey({ ...here, ...other })).not.toBe(contextKey(here))
  })
})
