import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { changeRungs } from '../curriculum/change'
import { ownRung } from '../curriculum/lookup'
import { houseVersionFour } from '../curriculum/earlier'
import { houseCurriculum } from '../curriculum/house'
import { addDays } from '../days'
import { finishes } from '../dog/finish'
import { plainDog } from '../dog/traits'
import { defaultMethod, kindOf, optionsOf, rowIds, type DatedChange } from '../method/method'
import { monday, msPerDay, passTo, setsFrom, type SetPlan } from '../tests/facts'
import { foldDog } from './fold'
import { cellKey } from './contextStatus'
import { isMastered, type DogState } from './state'
import { always, ladderAt, newest, regimeAt, regimeOf, regimesOf, upTo, type Regime } from './regime'
import type { RungId } from '../ids'
import type { EpochMs } from '../epochMs'

const startOfDay = (day: string) => Date.parse(`${day}T00:00:00Z`)
const from = Number.NEGATIVE_INFINITY

describe('what held when', () => {
  const later = { ...houseCurriculum, id: 'kennel', version: houseCurriculum.version + 1 }
  const change = { at: monday + 5 * msPerDay, row: 'late', option: 'not-paid' }
  const regimes = regimesOf({
    versions: [
      { from, curriculum: houseCurriculum },
      { from: monday + 2 * msPerDay, curriculum: later },
    ],
    changes: [change],
    traits: plainDog,
    side: 'left',
    arrivesOn: '2026-03-01',
    startOfDay,
  })

  it('is a new regime with each version moved to and each judging setting switched', () => {
    expect(regimes.map((r) => [r.fromMs, r.curriculum.version, r.judging.late])).toEqual([
      [from, houseCurriculum.version, 'help-then-pay'],
      [monday + 2 * msPerDay, later.version, 'help-then-pay'],
      [change.at, later.version, 'not-paid'],
    ])
    expect(regimeAt(regimes, monday).curriculum.version).toBe(houseCurriculum.version)
    expect(regimeAt(regimes, change.at)).toBe(newest(regimes))
  })

  it('the ladder of a moment is that of the newest regime of then, whatever came when', () => {
    const moment = fc.integer({ min: 0, max: 40 }).map((d) => monday + d * msPerDay)
    const inTime = <T extends { readonly at: EpochMs }>(all: readonly T[]) => [...all].sort((a, b) => a.at - b.at)
    fc.assert(
      fc.property(
        fc.record({
          moved: fc.option(moment),
          changes: fc.array(
            fc.record({ at: moment, row: fc.constant('late'), option: fc.constantFrom('not-paid', 'help-then-pay') }),
          ),
          finishes: fc.array(fc.record({ at: moment, finish: fc.constantFrom(...finishes, undefined) })),
          born: fc.option(fc.integer({ min: 100, max: 220 })),
          at: moment,
        }),
        ({ moved, changes, finishes: said, born, at }) => {
          const source = {
            versions: [
              { from, curriculum: houseCurriculum },
              ...(moved === null ? [] : [{ from: moved, curriculum: later }]),
            ] as const,
            changes: inTime(changes),
            finishes: inTime(said),
            traits: { ...plainDog, bornOn: born === null ? null : addDays('2026-03-01', -born) },
            side: 'left' as const,
            arrivesOn: '2026-03-01',
            startOfDay,
          }
          expect(ladderAt(source, at)).toBe(newest(upTo(regimesOf(source), at)).curriculum)
        },
      ),
      { numRuns: 300 },
    )
  })

  it('an instructing setting changes no ladder and no judging', () => {
    const same = regimesOf({
      versions: [{ from, curriculum: houseCurriculum }],
      changes: [{ at: monday, row: 'marker', option: 'clicker' }],
      traits: plainDog,
      side: 'left',
      arrivesOn: '2026-03-01',
      startOfDay,
    })
    expect(
      same.every(
        (r) => JSON.stringify([r.curriculum, r.judging]) === JSON.stringify([same[0].curriculum, same[0].judging]),
      ),
    ).toBe(true)
  })

  it('ladders alike are one object, so that nothing is made twice', () => {
    const dog = { traits: plainDog, side: 'left' as const, young: false }
    expect(regimeOf(houseCurriculum, defaultMethod, dog)).toBe(
      regimeOf(houseCurriculum, { ...defaultMethod }, { ...dog, traits: { ...plainDog } }),
    )
  })
})

describe('a state carried from one ladder to another', () => {
  const after = (left: readonly string[], upTo: string) => {
    const other = changeRungs(houseCurriculum, (r) => (left.includes(r.id) ? undefined : r))
    const state = foldDog(
      [
        ...always(houseCurriculum),
        { fromMs: monday + 20 * msPerDay, curriculum: other, judging: always(other)[0].judging },
      ],
      setsFrom(passTo(houseCurriculum, upTo)),
    )
    const run = other.commands.find((c) => c.id === 'sit')?.runs[0]
    return { state: state.runs['sit/sit'], inHand: run?.rungs[state.runs['sit/sit']?.position ?? 0]?.id }
  }

  it('finds the rung in hand again by name, whatever was left out below it', () => {
    expect(after(['sit.rear', 'sit.full'], 'sit.word').inHand).toBe('sit.word')
  })

  it('goes on at the next one up when the rung in hand is gone', () => {
    expect(after(['sit.word'], 'sit.word').inHand).toBe('sit.from-down')
  })

  it('takes the counts of a rung along to the run in which it stands now, and goes on there after what was met', () => {
    const before = changeRungs(houseVersionFour(), (r) => ({ ...r, needs: [] }))
    const moved = foldDog(
      [
        ...always(before),
        { fromMs: monday + 20 * msPerDay, curriculum: houseCurriculum, judging: always(houseCurriculum)[0].judging },
      ],
      setsFrom([...passTo(before, 'recall.hide'), ...passTo(before, 'sit-stay.10m-5s')]),
    )
    const run = (key: string) => {
      const [command, id] = key.split('/')
      const of = houseCurriculum.commands.find((c) => c.id === command)?.runs.find((r) => r.id === id)
      const state = moved.runs[key]
      return { state, inHand: of?.rungs[state?.position ?? -1]?.id }
    }
    // Fist and two people were met on the way; tossed food, which now comes between them, was not.
    expect(run('recall/games').state?.tallies).toMatchObject({ 'recall.fist': { clean: 10 } })
    expect(run('recall/games').inHand).toBe('recall.hide')
    expect(run('recall/recall').state?.tallies['recall.fist']).toBeUndefined()
    expect(run('recall/recall').inHand).toBe('recall.front')
    // What was in hand at 10 m for 5 s is in hand at what stands in its stead.
    expect(run('sit-stay/distance').inHand).toBe('sit-stay.10m-15s')
  })

  it('keeps the counts of rungs that are gone', () => {
    expect(after(['sit.rear'], 'sit.word').state?.tallies['sit.rear']).toMatchObject({ reps: 10, clean: 10 })
  })

  const toAndFro = (changes: readonly DatedChange[]) =>
    regimesOf({
      versions: [{ from, curriculum: houseCurriculum }],
      changes,
      traits: plainDog,
      side: 'left',
      arrivesOn: '2026-03-01',
      startOfDay,
    })
  const hour = 3_600_000
  const inHand = (state: DogState, regime: Regime, rungId: RungId) => {
    const at = ownRung(houseCurriculum, rungId)
    const run = regime.curriculum.commands
      .find((c) => c.id === at?.command.id)
      ?.runs.find((r) => `${at?.command.id ?? ''}/${r.id}` === at?.ladderKey)
    return run?.rungs[state.runs[at?.ladderKey ?? '']?.position ?? 0]?.id
  }

  it('any row switched and put back within the hour leaves every rung in hand where it was', () => {
    const judging = rowIds.filter((row) => kindOf(row) === 'judging')
    const rungs = houseCurriculum.commands.flatMap((c) => c.runs.flatMap((r) => r.rungs.map((g) => g.id)))
    let left = 0
    for (const row of judging)
      for (const option of optionsOf(row))
        for (const rungId of rungs) {
          const sets = setsFrom(passTo(houseCurriculum, rungId))
          const at = monday + 5 * msPerDay
          const there = toAndFro([{ at, row, option }])
          const back = toAndFro([
            { at, row, option },
            { at: at + hour, row, option: defaultMethod[row] ?? '' },
          ])
          const before = foldDog([there[0]], sets)
          expect(inHand(foldDog(back, sets), newest(back), rungId), `${row}: ${option}, at ${rungId}`).toBe(
            inHand(before, there[0], rungId),
          )
          if (inHand(foldDog(there, sets), newest(there), rungId) !== inHand(before, there[0], rungId)) left++
        }
    expect(left).toBeGreaterThan(0)
  })

  it('a rung that was left out is not gone back to once the dog went on or fell', () => {
    const at = monday + 5 * msPerDay
    const early = { row: 'word', option: 'with-lure' }
    const back = toAndFro([
      { at, ...early },
      { at: at + 4 * msPerDay, row: 'word', option: defaultMethod['word'] ?? '' },
    ])
    const [left, instead] = ['sit.word-hand', 'sit.small-hand']
    const between = (reps: string, rung = instead) => ({ rung, reps, day: 6 })
    const end = (...sets: SetPlan[]) =>
      inHand(foldDog(back, setsFrom([...passTo(houseCurriculum, left), ...sets])), newest(back), left)
    expect(end()).toBe(left)
    expect(end(between('C C C'))).toBe(left)
    expect(end(between('C C C C C C C C C C'))).toBe('sit.word')
    expect(end(between('M M M'))).toBe('sit.empty')
  })

  it('another finish of a recall is said from its moment on, and its rungs begin anew; the same one, nothing', () => {
    const at = monday + 5 * msPerDay
    const withFinish = (
      finishes: Parameters<typeof regimesOf>[0]['finishes'],
      method: readonly [string, string][] = [],
    ) =>
      regimesOf({
        versions: [{ from, curriculum: houseCurriculum }],
        changes: method.map(([row, option]) => ({ at: monday, row, option })),
        traits: plainDog,
        side: 'right',
        arrivesOn: '2026-03-01',
        ...(finishes ? { finishes } : {}),
        startOfDay,
      })
    const [before, after] = withFinish([{ at, finish: 'steps-in' }])
    const front = (r: typeof before | undefined) => r && ownRung(r.curriculum, 'recall.front')?.rung
    expect(front(before)?.criterion.words).toBe('comes in straight and sits in front')
    expect(front(after)).toMatchObject({
      name: 'Sits, and you step in',
      criterion: { words: 'comes in straight and sits; you step in until the dog is at your right side' },
      payWhere: 'At the seam of your right side, once you stand beside the dog',
    })
    expect(after?.anew).toEqual(['recall.front', 'recall.through'])
    expect(withFinish([{ at, finish: 'front' }]).map((r) => r.anew)).toEqual([undefined, undefined])
    expect(
      withFinish([
        { at, finish: 'touch' },
        { at: at + 1, finish: undefined },
      ]).map((r) => r.anew?.length),
    ).toEqual([undefined, 2, 2])
    // A house that teaches no finish has no rung for one.
    const none = newest(withFinish([{ at, finish: 'touch' }], [['finish', 'none']]))
    expect([front(none), none.anew]).toEqual([undefined, undefined])
  })

  it('what was met for the old finish counts for it alone', () => {
    const up = (day: number) => passTo(houseCurriculum, 'recall.off-leash', day)
    const regimes = regimesOf({
      versions: [{ from, curriculum: houseCurriculum }],
      changes: [],
      traits: plainDog,
      side: 'left',
      arrivesOn: '2026-03-01',
      finishes: [{ at: monday + 3 * msPerDay, finish: 'touch' }],
      startOfDay,
    })
    const at = ownRung(houseCurriculum, 'recall.front')
    if (!at) throw new Error('no front')
    const held = (state: DogState) =>
      [at.index - 1, at.index, at.index + 1].map((i) => isMastered(at.ladder, state.runs[at.ladderKey], i))
    const sets = setsFrom([...up(0), ...up(1)])
    const first = foldDog([regimes[0]], sets)
    const then = foldDog(regimes, sets)
    expect(held(first)).toEqual([true, true, true])
    // In its place both had been reached; under the new finish neither has, and what lies below both has.
    const reached = (state: DogState) => state.runs[at.ladderKey]?.climbs[cellKey(0, 'barn')]?.reached
    expect(reached(first)).toBe('recall.through')
    expect(held(then)).toEqual([true, false, false])
    expect(reached(then)).toBe(at.ladder.rungs[at.index - 1]?.id)
    expect(then.runs[at.ladderKey]?.position).toBe(at.index)
    // Reps are counted on: only what was met begins again.
    expect(then.runs[at.ladderKey]?.tallies['recall.front']?.reps).toBe(
      first.runs[at.ladderKey]?.tallies['recall.front']?.reps,
    )
    const anew = setsFrom([...up(0), ...up(1), ...up(4).slice(-2), ...up(5).slice(-2)])
    expect(held(foldDog(regimes, anew))).toEqual([true, true, true])
  })
})
