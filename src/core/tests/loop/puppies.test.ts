import { sum } from 'simple-statistics'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../../curriculum/house'
import { allRungs } from '../../curriculum/lookup'
import type { Rung } from '../../curriculum/types'
import { adaptCurriculum } from '../../dog/adaptCurriculum'
import { plainDog } from '../../dog/traits'
import { defaultMethod, type Method } from '../../method/method'
import { judged } from '../../method/judging'
import { expectedRepsToPass } from '../../rulebench/exact'
import { laws, tempers, type TemperName } from './dogs'
import { judgingOptions, live } from './live'

/** Puppies shape on easy steps and many wins; strictness comes just before the word. Common practice. */
const rates = [0.5, 0.6, 0.7, 0.8, 0.9]
const shapes = ['sit', 'down', 'touch', 'watch', 'place', 'leave-it', 'heel'] as const
const ladder = (young: boolean, method: Method = defaultMethod) =>
  adaptCurriculum(judged(houseCurriculum, method), { traits: plainDog, side: 'left', young })

const isShaping = (rung: Rung) => rung.stage === 'shape' || rung.stage === 'empty-hand'
const shapingIds = new Set(
  allRungs(houseCurriculum)
    .filter(isShaping)
    .map((r) => r.id),
)

/** Reps that the shaping of a command takes at this rate: Feller’s chains, as the rule bench computes them. */
const shaping = (young: boolean, command: string, rate: number, method?: Method): number =>
  sum(
    (ladder(young, method).commands.find((c) => c.id === command)?.runs ?? []).flatMap((run) =>
      run.rungs
        .filter((r) => isShaping(r) && r.kind !== 'settle')
        .map((r) => expectedRepsToPass({ ...r.rule, days: 1 }, rate)),
    ),
  )

describe('the shaping of a dog under six months', () => {
  it.each(shapes)('costs at most 1.3 times the reps of a grown dog’s: %s', (command) => {
    const most = Math.max(...rates.map((p) => shaping(true, command, p) / shaping(false, command, p)))
    expect([command, most <= 1.3, most]).toEqual([command, true, most])
  })

  it('and so under every option of the method', () => {
    for (const option of judgingOptions)
      for (const command of shapes)
        for (const rate of rates) {
          const method = { ...defaultMethod, ...option }
          const ratio = shaping(true, command, rate, method) / shaping(false, command, rate, method)
          expect([option, command, rate, ratio <= 1.3]).toEqual([option, command, rate, true])
        }
  })

  it('holds ten in a row nowhere, and eight of ten only on the last step', () => {
    for (const command of shapes)
      for (const run of ladder(true).commands.find((c) => c.id === command)?.runs ?? [])
        run.rungs.forEach((rung, i) => {
          if (rung.stage !== 'shape' || rung.kind === 'settle') return
          const next = run.rungs[i + 1]?.stage
          const wins = rung.rule.kind === 'window' ? `${rung.rule.k} of ${rung.rule.n}` : 'in a row'
          expect([rung.id, wins]).toEqual([rung.id, next === 'word-before-signal' ? '8 of 10' : '4 of 5'])
        })
  })

  it('as it is lived by the same dogs, young and grown: reps until the word is put to it', () => {
    const promises = ['sit.word-hand', 'down.word-lure', 'place.word'].map((rungId) => ({
      rungId,
      level: 0,
      places: 1,
      people: 1,
    }))
    const reps = (young: boolean) =>
      sum(
        (Object.keys(laws) as (keyof typeof laws)[]).flatMap((law) =>
          (Object.keys(tempers) as TemperName[]).flatMap((temper) =>
            [1, 2, 3, 4].map((seed) =>
              sum(
                live({
                  curriculum: houseCurriculum,
                  promises,
                  days: 30,
                  setsADay: 12,
                  dog: laws[law](temper, seed),
                  ...(young ? { ageDays: 90 } : {}),
                })
                  .worked.filter((w) => shapingIds.has(w.set.rungId))
                  .map((w) => w.set.reps.length),
              ),
            ),
          ),
        ),
      )
    const ratio = reps(true) / reps(false)
    console.log(`reps of shaping, puppies over grown dogs: ${ratio.toFixed(2)}`)
    expect(ratio).toBeLessThan(1.3)
    expect(ratio).toBeGreaterThan(0.3)
  })
})
