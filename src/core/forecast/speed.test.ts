import { randomGamma } from 'd3-random'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseVersionFour } from '../curriculum/earlier'
import { houseCurriculum } from '../curriculum/house'
import { seeded } from '../seeded'
import { learnedFrom, ratesOf } from './learning'
import { rateKindOf, rateKinds, usualCommandShape, type RungExposure } from './rates'
import { dogShape, speedFrom } from './speed'
import { hazardAt, passChance } from './waitingTime'
import { plainBase, plainRates } from './tests/plain'

const exposure = (command: string, sets: number, passed: boolean, rungId = `${command}.a`): RungExposure => ({
  rungId,
  command,
  ladderKey: `${command}/run`,
  kind: 'word',
  sets,
  passed,
})
const ended = (dogs: readonly (readonly RungExposure[])[]) => dogs.map((of) => ({ exposures: of }))
const exposures = fc.array(
  fc.record({
    rungId: fc.constantFrom('a', 'b', 'c', 'd'),
    command: fc.constantFrom('sit', 'heel', 'recall'),
    ladderKey: fc.constant('run'),
    kind: fc.constantFrom(...rateKinds),
    sets: fc.integer({ min: 1, max: 12 }),
    passed: fc.boolean(),
  }),
  { maxLength: 30 },
)

describe('a dog’s own speed', () => {
  it('is a usual dog’s, as sure as dogs are alike, before anything is known', () => {
    expect(speedFrom([], plainRates)).toEqual({
      mean: 0,
      precision: dogShape,
      commands: new Map(),
      shape: 3,
      commandShape: 5,
      evidence: 0,
    })
  })

  it('lies where nothing near it is likelier, by a likelihood written apart', () => {
    fc.assert(
      fc.property(exposures, (all) => {
        const found = speedFrom(all, plainRates)
        const at = (dog: number, move: ReadonlyMap<string, number>) => {
          let sum = (-dogShape * dog * dog) / 2
          for (const [id, c] of found.commands) {
            const m = c.mean + (move.get(id) ?? 0)
            sum -= (usualCommandShape * m * m) / 2
            for (const s of all.filter((x) => x.command === id)) {
              const lambda = plainRates.of(s.rungId, s.kind) * Math.exp(found.mean + c.mean)
              for (let n = 1; n <= s.sets; n++) {
                // One chance of a hazard that grows with the speed.
                const h = -Math.log(1 - passChance(lambda, n)) * Math.exp(dog - found.mean + (move.get(id) ?? 0))
                sum += s.passed && n === s.sets ? Math.log(-Math.expm1(-h)) : -h
              }
            }
          }
          return sum
        }
        const best = at(found.mean, new Map())
        for (const by of [-0.02, 0.02]) {
          expect(at(found.mean + by, new Map())).toBeLessThanOrEqual(best + 1e-6)
          for (const id of found.commands.keys())
            expect(at(found.mean, new Map([[id, by]]))).toBeLessThanOrEqual(best + 1e-6)
        }
      }),
      { numRuns: 60 },
    )
  })

  it('comes to what dogs of a known speed were drawn with, and is surer the more is known', () => {
    const chance = seeded(3)
    for (const g of [0.6, 1, 2]) {
      const all = Array.from({ length: 300 }, (_, i): RungExposure => {
        let sets = 1
        while (sets < 60 && chance() > passChance(plainBase.kinds.word * g, sets)) sets++
        return exposure(`c${i % 20}`, sets, sets < 60)
      })
      const found = speedFrom(all, plainRates)
      expect(Math.exp(found.mean)).toBeGreaterThan(g * 0.8)
      expect(Math.exp(found.mean)).toBeLessThan(g * 1.25)
      expect(found.precision).toBeGreaterThan(speedFrom(all.slice(0, 20), plainRates).precision)
    }
  })

  it('stands still: at what is found, what the sets say of dog and of each command is outweighed by the prior', () => {
    fc.assert(
      fc.property(exposures, (all) => {
        const { mean, commands } = speedFrom(all, plainRates)
        const score = (id: string, own: number) =>
          all
            .filter((s) => s.command === id)
            .flatMap((s) =>
              Array.from({ length: s.sets }, (_, i) => {
                const lambda = plainRates.of(s.rungId, s.kind) * Math.exp(mean + own)
                const h = hazardAt(lambda, i + 1, plainRates.shape)
                return s.passed && i + 1 === s.sets ? h / Math.expm1(h) : -h
              }),
            )
            .reduce((a, b) => a + b, 0)
        const scores = [...commands].map(([id, own]) => ({ own: own.mean, score: score(id, own.mean) }))
        for (const c of scores) expect(c.score).toBeCloseTo(plainRates.commandShape * c.own, 6)
        expect(scores.reduce((a, c) => a + c.score, 0)).toBeCloseTo(dogShape * mean, 6)
      }),
      { numRuns: 60 },
    )
  })

  it('a pass never makes it slower, nor a set without one faster', () => {
    fc.assert(
      fc.property(exposures, fc.integer({ min: 1, max: 8 }), (all, sets) => {
        const was = speedFrom([...all, exposure('sit', sets, false)], plainRates).mean
        expect(speedFrom([...all, exposure('sit', sets, true)], plainRates).mean).toBeGreaterThanOrEqual(was - 1e-9)
        expect(speedFrom([...all, exposure('sit', sets + 1, false)], plainRates).mean).toBeLessThanOrEqual(was + 1e-9)
      }),
      { numRuns: 60 },
    )
  })
})

describe('rates of rungs', () => {
  it('every rung of the shipped ladders has a kind, and every kind a rung', () => {
    const commands = [...houseVersionFour().commands, ...houseCurriculum.commands]
    const kinds = new Set(commands.flatMap((c) => c.runs.flatMap((r) => r.rungs.map((rung) => rateKindOf(rung)))))
    expect([...kinds].sort()).toEqual([...rateKinds].sort())
  })

  it('are what is shipped where nothing was seen, and the kennel’s own where much was', () => {
    const none = ratesOf(learnedFrom([], plainBase), plainBase)
    for (const kind of rateKinds) expect(none.of('x', kind)).toBe(plainBase.kinds[kind])
    // Twenty dogs that pass at twice the rate, by far more than the priors weigh.
    const chance = seeded(11)
    const dogs = Array.from({ length: 20 }, () =>
      Array.from({ length: 100 }, () => {
        let sets = 1
        while (chance() > passChance(2 * plainBase.kinds.word, sets) && sets < 40) sets++
        return exposure('sit', sets, sets < 40)
      }),
    )
    const rates = ratesOf(learnedFrom(ended(dogs), plainBase), plainBase)
    expect(rates.of('sit.a', 'word') / plainBase.kinds.word).toBeGreaterThan(1.8)
    expect(rates.of('sit.a', 'word') / plainBase.kinds.word).toBeLessThan(2.2)
    // A kind that was never worked moves with the house.
    expect(rates.of('heel.a', 'heel') / plainBase.kinds.heel).toBeGreaterThan(1.5)
  })

  it.each([1.5, 3, 12])('find again how alike dogs were drawn, shape %d, and how fast', (shape) => {
    const chance = seeded(21)
    const dogs = Array.from({ length: 120 }, () =>
      Array.from({ length: 40 }, (_, i) => {
        let sets = 1
        while (sets < 60 && chance() > passChance(0.4, sets, shape)) sets++
        return exposure(`c${i % 8}`, sets, sets < 60, `c${i % 8}.a`)
      }),
    )
    const rates = ratesOf(learnedFrom(ended(dogs), plainBase), plainBase)
    expect(rates.shape / shape).toBeGreaterThan(0.6)
    expect(rates.shape / shape).toBeLessThan(1.7)
    expect(rates.of('c1.a', 'word')).toBeGreaterThan(0.34)
    expect(rates.of('c1.a', 'word')).toBeLessThan(0.46)
    expect(speedFrom([], rates).shape).toBe(rates.shape)
    // Three dogs say too little to leave what is shipped by much.
    const few = ratesOf(learnedFrom(ended(dogs.slice(0, 3).map((d) => d.slice(0, 4))), plainBase), plainBase).shape
    expect(few).toBeGreaterThanOrEqual(2)
    expect(few).toBeLessThanOrEqual(4)
  })

  it.each([5, 20])('find again how alike the commands of a dog were drawn, shape %d', (shape) => {
    const chance = seeded(33)
    const gammas = randomGamma.source(chance)(shape, 1 / shape)
    const dogs = Array.from({ length: 70 }, () =>
      Array.from({ length: 8 }, (_, command) => {
        const pace = gammas()
        return Array.from({ length: 10 }, (): RungExposure => {
          let sets = 1
          while (sets < 60 && chance() > passChance(0.3 * pace, sets, 12)) sets++
          return exposure(`c${command}`, sets, sets < 60, `c${command}.a`)
        })
      }).flat(),
    )
    const rates = ratesOf(learnedFrom(ended(dogs), plainBase), plainBase)
    const found = rates.commandShape / shape
    expect(found).toBeGreaterThan(0.6)
    expect(found).toBeLessThan(1.6)
    // One dog says too little to leave what is shipped by much, and none nothing.
    const one = ratesOf(learnedFrom(ended(dogs.slice(0, 1)), plainBase), plainBase).commandShape
    expect(one).toBeGreaterThan(usualCommandShape * 0.7)
    expect(one).toBeLessThan(usualCommandShape * 1.5)
    expect(ratesOf(learnedFrom([], plainBase), plainBase).commandShape).toBe(usualCommandShape)
    expect(speedFrom([], rates).commandShape).toBe(rates.commandShape)
  })

  it('one dog’s ten passes move a rung a little, its kind less', () => {
    const few = [Array.from({ length: 10 }, () => exposure('sit', 1, true))]
    const rates = ratesOf(learnedFrom(ended(few), plainBase), plainBase)
    const [rung, kind, house] = [rates.of('sit.a', 'word'), rates.of('sit.b', 'word'), rates.of('heel.a', 'heel')]
    expect(rung / plainBase.kinds.word).toBeGreaterThan(kind / plainBase.kinds.word)
    expect(kind / plainBase.kinds.word).toBeGreaterThan(house / plainBase.kinds.heel)
    expect(house / plainBase.kinds.heel).toBeGreaterThan(1)
  })
})
