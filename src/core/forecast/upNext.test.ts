import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import type { OwnerPromise } from '../promise/ownerPromise'
import { targetsOf } from '../promise/status'
import { emptyDogState, type DogState } from '../progress/state'
import { passTo, work } from '../tests/facts'
import { longestWait } from '../dealing'
import { seeded } from '../seeded'
import { effortOf, needsOf, usualEffort } from '../promise/need'
import { chanceInTime } from './ratio'
import { readinessBandOf, upNext, type Candidate, type NeedOfCommand } from './upNext'
import type { ResidencyId } from '../ids'

describe('what a promise still needs', () => {
  const promise = { rungId: 'sit-stay.30s', level: 0, places: 1, people: 1 }
  const withSit = work(houseCurriculum, [
    ...passTo(houseCurriculum, 'sit.from-down'),
    ...passTo(houseCurriculum, 'sit.from-down', 1),
  ]).state

  const needOf = (state: DogState, ...promises: OwnerPromise[]) =>
    needsOf(houseCurriculum, state, targetsOf(houseCurriculum, promises))
  const perfect = { gained: 1000, came: 1000 }

  it('counts the rungs to climb and two days at the promised one, each as often as the dog does it for once', () => {
    const [need] = needOf({ ...withSit, ...perfect }, promise)
    expect(need).toMatchObject({ rungs: 12, meetings: 2, days: 2 })
    // Twelve rungs of five of five and the promised one, three of three, on two days; effort (1000 + 60 × 1.8) ÷ (1000
    // + 60).
    // What is held takes a tenth more than the mean of all rungs; what it has met so far, at most a fiftieth more.
    const ideal = (12 * 5 + 2 * 3) * (1.09 / 1.02)
    expect(need?.reps).toBeGreaterThan(ideal * (1108 / 1060))
    // Refreshers of sit and of the stay itself, in the day that it takes: no more than two sets.
    expect(need?.reps).toBeLessThanOrEqual(ideal * (1108 / 1060) + 15)
  })

  it('takes the dog’s own figure the more, the more it has done', () => {
    expect(effortOf({ gained: 0, came: 0 })).toBeCloseTo(usualEffort.ratio, 9)
    expect(effortOf({ gained: 600, came: 200 })).toBeCloseTo((600 + 80 * 2) / 280, 9)
    expect(effortOf({ gained: 60_000, came: 20_000 })).toBeCloseTo(3, 2)
  })

  it('counts in a prerequisite that nobody promised, once, with the first that needs it', () => {
    const sit = { rungId: 'sit.full', level: 0, places: 1, people: 1 }
    const [alone] = needOf(emptyDogState(), promise)
    const both = needOf(emptyDogState(), sit, promise)
    expect(alone?.rungs).toBe(6 + 12)
    expect(both.map((n) => [n.command, n.rungs])).toEqual([
      ['sit', 1],
      ['sit-stay', 16],
    ])
  })

  it('counts the eased way up in each further place, and each person’s', () => {
    const one = needOf({ ...withSit, ...perfect }, promise)[0]?.reps ?? 0
    const three = needOf({ ...withSit, ...perfect }, { ...promise, places: 3 })[0]?.reps ?? 0
    // Two further places: 10, 15, 20 s of five of five each, and twice three of three at 30 s.
    expect(three - one).toBeGreaterThanOrEqual(2 * (15 + 6))
    expect(needOf({ ...withSit, ...perfect }, { ...promise, people: 2 })[0]?.reps ?? 0).toBeGreaterThan(one)
  })

  it('asks for nothing once it is met', () => {
    const met = work(
      houseCurriculum,
      [...passTo(houseCurriculum, 'sit-stay.45s'), ...passTo(houseCurriculum, 'sit-stay.45s', 1)],
      withSit,
    ).state
    expect(needOf(met, promise)[0]?.reps).toBe(0)
  })
})

describe('who needs a block now', () => {
  const need = (command: string, reps: number, more: Partial<NeedOfCommand> = {}): NeedOfCommand => ({
    command,
    reps,
    days: 1,
    refresher: 0,
    work: { command, rungId: undefined },
    ...more,
  })
  const dog = (
    residencyId: ResidencyId,
    daysLeft: number,
    needs: NeedOfCommand[],
    stored?: Candidate['stored'],
    more: Partial<Candidate> = {},
  ): Candidate => ({
    residencyId,
    runNumber: residencyId,
    daysLeft,
    stored,
    ready: false,
    blocks: 0,
    waited: 0,
    needs,
    not: '',
    ...more,
  })
  const heel = [need('heel', 200)]
  /** A chance that each further block, up to the fourth, raises by as much: over one day. */
  const at = (chance: number, gain: number): NonNullable<Candidate['stored']> => ({
    chance,
    byBlocks: [0, 1, 2, 3, 4].map((b) => b * gain),
    plan: { setsADay: 4, openDays: 1, ownDays: 5, byFood: false },
  })
  const order = (rows: readonly Candidate[], dealing?: Parameters<typeof upNext>[1]) =>
    upNext(rows, dealing).map((r) => `${r.residencyId} ${r.turn}`)

  it('gives every dog its block first, those first whose chance a block raises most, then more of them', () => {
    const rows = [
      dog('1', 4, heel, at(0.95, 0.001)),
      dog('2', 9, heel, at(0.5, 0.06), { blocks: 1 }),
      dog('3', 9, heel, at(0.4, 0.03)),
      dog('4', 9, heel, at(0.02, 0.001)),
      dog('6', 9, heel, at(0.1, 0.02), { blocks: 2 }),
      dog('5', 2, heel, at(0.01, 0), { blocks: 1 }),
    ]
    expect(order(rows)).toEqual(['3 first', '1 first', '4 first', '2 again', '6 again', '5 passed-over'])
    expect(order(rows, { floor: false, floorOutOfReach: true, few: undefined })).toEqual([
      '2 again',
      '3 again',
      '6 again',
      '1 again',
      '4 passed-over',
      '5 passed-over',
    ])
    expect(order(rows, { floor: true, floorOutOfReach: false, few: undefined })).toEqual([
      '3 first',
      '1 first',
      '2 again',
      '6 again',
      '4 passed-over',
      '5 passed-over',
    ])
  })

  it('leaves what is met for last, and puts the dog with fewer days before one that gains as much', () => {
    const alike = at(0.5, 0.03)
    const rows = [
      dog('1', 4, [need('sit', 0, { refresher: 10 })], at(1, 0), { ready: true }),
      dog('2', 9, heel, alike),
      dog('3', 5, heel, at(0.6, 0.0301)),
    ]
    expect(order(rows)).toEqual(['3 first', '2 first', '1 ready'])
  })

  it('a dog of which nothing is said yet has its block like any other', () => {
    const rows = upNext([dog('1', 9, heel), dog('2', 9, heel, at(0.5, 0.05))])
    expect(rows.map((r) => [r.residencyId, r.reach])).toEqual([
      ['2', 'tight'],
      ['1', 'not reckoned yet'],
    ])
  })

  it('adds up what a dog still needs and names the largest that can be worked, what is going stale first', () => {
    expect(
      upNext([dog('1', 5, [need('sit', 50), need('recall', 100, { work: undefined }), need('place', 80)])])[0],
    ).toMatchObject({ work: { command: 'place' }, needed: 230, neededHere: 80 })
    expect(upNext([dog('1', 5, [need('sit', 5, { refresher: 10 }), need('place', 80)])])[0]).toMatchObject({
      work: { command: 'sit' },
      needed: 95,
    })
  })

  it('calls a chance in hand from nine in ten, out of reach from one in ten down', () => {
    const reach = (chance: number) => readinessBandOf({ chance })
    expect([1, 0.85, 0.84, 0.15, 0.14, 0].map(reach)).toEqual([
      'in hand',
      'in hand',
      'tight',
      'tight',
      'out of reach',
      'out of reach',
    ])
  })

  it('says why no block can begin now: what was told, or that all waits for another day', () => {
    expect(upNext([dog('1', 3, heel, undefined, { not: 'rests until 14:20' })])[0]?.not).toBe('rests until 14:20')
    expect(upNext([dog('1', 3, [need('sit', 50, { work: undefined })])])[0]).toMatchObject({
      work: undefined,
      not: 'all that is promised waits for another day',
    })
  })

  it('a dog whose chance shows only after several blocks is not passed over for the first of them', () => {
    const told = {
      ...at(0, 0),
      byBlocks: [0, 0, 0.05, 0.6, 0.62],
      plan: { setsADay: 4, openDays: 10, ownDays: 5, byFood: false },
    }
    const gain = (blocks: number) => upNext([dog('1', 10, heel, told, { blocks })])[0]?.gain
    // Two more, three tenths each over ten days; then one that brings most of it; then hardly any.
    expect([1, 2, 3, 4].map(gain)).toEqual([0.6 / 20, expect.closeTo(0.55 / 10, 9), expect.closeTo(0.02 / 10, 9), 0])
  })

  it('where there are fewer blocks than dogs, they go where they raise chances most, and no dog waits for long', () => {
    const few = { floor: true, floorOutOfReach: true, few: 2 }
    const of = (id: string, gain: number, waited: number, more: Partial<Candidate> = {}) =>
      dog(id, 9, heel, at(0.3, gain), { waited, ...more })
    // Nobody has a block only because it had none: the one that gains most has its third before the others’ first.
    expect(order([of('1', 0.01, 1), of('2', 0.1, 0, { blocks: 2 }), of('3', 0.02, 2)], few)).toEqual([
      '2 again',
      '3 again',
      '1 again',
    ])
    expect(order([of('1', 0.01, longestWait), of('2', 0.1, 0, { blocks: 2 })], few)[0]).toBe('1 waited')
    // Five that all come to the end of their wait tomorrow: two days have four blocks for them.
    const together = [1, 2, 3, 4, 5].map((i) => of(String(i), i / 100, longestWait - 1))
    expect(order(together, few).filter((row) => row.endsWith('waited'))).toEqual(['5 waited', '4 waited', '3 waited'])
    // A dog that is ready waits for nothing.
    expect(order([of('1', 0, 20, { ready: true })], few)).toEqual(['1 ready'])
  })

  it('dealt so for weeks, no dog ever waits longer, however many come on one day', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 24 }), fc.integer({ min: 0, max: 9 }), fc.nat(), (dogs, spare, seed) => {
        // As many blocks as five days need at the least, and some.
        const blocks = Math.ceil(dogs / longestWait) + spare
        const chance = seeded(seed)
        const last = new Array<number>(dogs).fill(0)
        for (let day = 1; day < 40; day++) {
          const had = new Array<number>(dogs).fill(0)
          const gains = last.map(() => chance() / 10)
          for (let n = 0; n < blocks; n++) {
            const [first] = upNext(
              last.map((on, i) =>
                dog(String(i), 9, heel, at(0.3, gains[i] ?? 0), {
                  blocks: had[i] ?? 0,
                  waited: (had[i] ?? 0) > 0 ? 0 : day - on,
                }),
              ),
              { floor: true, floorOutOfReach: true, few: blocks < dogs ? blocks : undefined },
            )
            const who = Number(first?.residencyId)
            had[who] = (had[who] ?? 0) + 1
          }
          had.forEach((n, i) => {
            if (n > 0) last[i] = day
            expect(day - (last[i] ?? 0), `day ${day}, dog ${i}`).toBeLessThanOrEqual(longestWait - 1)
          })
        }
      }),
      { numRuns: 25 },
    )
  })

  it('leaves out dogs that need nothing', () => {
    expect(upNext([dog('1', 3, [need('sit', 0)])])).toEqual([])
  })
})

describe('the figure before the forecasts', () => {
  it('falls as the ratio grows, by the table of simulated dogs', () => {
    expect([0, 0.35, 0.6, 0.9, 5].map((r) => Number(chanceInTime(r).toFixed(3)))).toEqual([1, 0.895, 0.53, 0.11, 0])
    for (let r = 0; r < 2; r += 0.01) expect(chanceInTime(r)).toBeGreaterThanOrEqual(chanceInTime(r + 0.01))
  })
})
