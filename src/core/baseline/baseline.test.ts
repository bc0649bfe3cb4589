import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findCommand, ownRung } from '../curriculum/lookup'
import { foldDog } from '../progress/fold'
import { always } from '../progress/regime'
import { monday, msPerDay, setsFrom } from '../tests/facts'
import { baselineRun, baselineStep, cameOff, mostReps, onTimeWithin, searchOf, type BaselineRep } from './baseline'
import type { RungId } from '../ids'
import type { EpochMs } from '../epochMs'

const runOf = (command: string) => {
  const found = findCommand(houseCurriculum, command)
  const run = found && baselineRun(found)
  if (!run) throw new Error(command)
  return run
}
const all = () => true
const nothing = () => false

/** Plays a baseline with a dog that can do so many rungs cold, and so many with the food in sight. */
function play(command: string, cold: number, withFood = cold, reported?: string, shown: (id: string) => boolean = all) {
  const search = searchOf(houseCurriculum, runOf(command), reported, shown)
  const reps: BaselineRep[] = []
  const asked: string[] = []
  for (;;) {
    const step = baselineStep(search, reps)
    if (step.kind === 'done') return { step, reps, asked: asked.join(' '), search }
    asked.push(`${step.index}${step.foodInSight ? 'f' : ''}`)
    reps.push({
      rungId: search.ladder.rungs[step.index]?.id ?? '',
      foodInSight: step.foodInSight,
      clean: step.index < (step.foodInSight ? withFood : cold),
    })
    if (reps.length > 20) throw new Error('never ends')
  }
}

describe('a rep of a baseline came off', () => {
  const rung = (id: string) => {
    const found = ownRung(houseCurriculum, id)
    if (!found) throw new Error(id)
    return found.rung
  }
  it.each([
    ['sit.word', { clean: true }, true],
    ['sit.word', { clean: true, latencySeconds: 3 }, true],
    ['sit.word', { clean: true, latencySeconds: 3.1 }, false],
    ['sit.word', { clean: true, leashHelp: true }, false],
    ['sit.word', { clean: false, latencySeconds: 0.5 }, false],
    // A recall starts within a second (house).
    ['recall.line-5', { clean: true, latencySeconds: 1.4 }, false],
    ['recall.line-5', { clean: true, latencySeconds: 0.9 }, true],
    // What is held or walked is over after its own time, not within three seconds.
    ['sit-stay.10s', { clean: true, latencySeconds: 10.4 }, true],
    ['down-stay.30s', { clean: true, latencySeconds: 31 }, true],
    ['heel.seam-2', { clean: true, latencySeconds: 8 }, true],
    ['settle.pauses', { clean: true, latencySeconds: 60 }, true],
    ['sit-stay.10s', { clean: true, latencySeconds: 10.4, leashHelp: true }, false],
  ] as const)('%s, %o: %s', (id, rep, came) => {
    expect(cameOff(rep, onTimeWithin(rung(id)))).toBe(came)
  })
})

describe('a baseline', () => {
  it('goes up by two after two clean of two, down by two after a miss, and proposes one below the highest', () => {
    const size = runOf('sit').rungs.length
    const from = Math.floor(size / 3)
    const { step, asked } = play('sit', from + 3)
    expect(asked).toBe(`${from} ${from} ${from + 2} ${from + 2} ${from + 4} ${from + 4}f`)
    expect(step).toMatchObject({ kind: 'done', shown: from + 2, start: from + 1, missed: from + 4, foodHelps: false })
  })
  it('begins at the rung reported, and falls from there', () => {
    const { asked, step } = play('sit', 3, 3, runOf('sit').rungs[6]?.id)
    expect(asked).toBe('6 4 2 2 4f')
    expect(step).toMatchObject({ shown: 2, start: 1 })
  })
  it('a dog that knows nothing begins at the first rung; food in sight may say otherwise and moves nothing', () => {
    expect(play('sit', 0).step).toMatchObject({ shown: -1, start: 0, foodHelps: false })
    expect(play('sit', 0, 1).step).toMatchObject({ shown: -1, start: 0, missed: 0, foodHelps: true })
  })
  it('never goes above a prerequisite that was not shown, nor off leash, nor into a long hold', () => {
    const place = play('place', 99, 99, undefined, nothing)
    expect(place.search.ceilingBecause).toMatch(/needs down/)
    expect(place.search.ladder.rungs[place.search.ceiling + 1]?.needs.length).toBeGreaterThan(0)
    expect(searchOf(houseCurriculum, runOf('recall'), undefined, all).ceilingBecause).toMatch(
      /off leash|place of its own|longer/,
    )
    const stay = searchOf(houseCurriculum, runOf('sit-stay'), undefined, all)
    expect(stay.ladder.rungs[stay.ceiling]?.criterion.seconds).toBe(30)
    expect(play('down-stay', 99, 99, undefined, nothing).step).toMatchObject({
      start: 0,
      shown: -1,
      why: expect.stringMatching(/Nothing to ask for yet/),
    })
  })
  it('for any dog: eight reps at the most, one rung below what was shown at the most, never above the ceiling', () => {
    const commands = houseCurriculum.commands.map((c) => c.id)
    fc.assert(
      fc.property(
        fc.constantFrom(...commands),
        fc.array(fc.boolean(), { minLength: 12, maxLength: 12 }),
        fc.boolean(),
        fc.integer({ min: 0, max: 30 }),
        (command, outcomes, knows, reported) => {
          const run = runOf(command)
          const search = searchOf(houseCurriculum, run, run.rungs[reported]?.id, knows ? all : nothing)
          const reps: BaselineRep[] = []
          for (;;) {
            const step = baselineStep(search, reps)
            if (step.kind === 'done') {
              expect(step.start).toBeLessThanOrEqual(Math.max(0, step.shown - 1, Math.min(0, search.ceiling)))
              expect(step.start).toBeLessThanOrEqual(Math.max(0, search.ceiling))
              if (step.shown >= 0)
                expect(
                  reps.filter((r) => r.clean && !r.foodInSight && r.rungId === run.rungs[step.shown]?.id).length,
                ).toBeGreaterThanOrEqual(2)
              break
            }
            expect(step.index).toBeLessThanOrEqual(search.ceiling)
            expect(step.index).toBeGreaterThanOrEqual(0)
            reps.push({
              rungId: run.rungs[step.index]?.id ?? '',
              foodInSight: step.foodInSight,
              clean: outcomes[reps.length] ?? false,
            })
            expect(reps.length).toBeLessThanOrEqual(mostReps)
          }
        },
      ),
      { numRuns: 500 },
    )
  })
})

describe('a start', () => {
  const start = (rungId: RungId, at: EpochMs) =>
    [...always(houseCurriculum), { ...always(houseCurriculum)[0], from: at, starts: [rungId] }] as const
  it('puts the rung in hand, passes nothing and holds nothing, at its moment among the facts', () => {
    const state = foldDog(start('sit.word', monday), [])
    const run = runOf('sit')
    expect(state.runs['sit/sit']).toMatchObject({
      position: run.rungs.findIndex((r) => r.id === 'sit.word'),
      tallies: {},
    })
    const after = foldDog(
      start('sit.word', monday + msPerDay),
      setsFrom([
        { rung: 'sit.rear', reps: 'C C C C C C C C C C' },
        { rung: 'sit.word', reps: 'C C C C C C C C C C', day: 2 },
      ]),
    )
    expect(after.runs['sit/sit']?.position).toBe(run.rungs.findIndex((r) => r.id === 'sit.word') + 1)
    expect(after.runs['sit/sit']?.tallies['sit.rear']?.met).toHaveLength(1)
  })
  it('that the ladder does not have is passed over', () => {
    expect(foldDog(start('sit.none', monday), []).runs).toEqual({})
  })
  it('is not lost between two later regimes', () => {
    const [first] = always(houseCurriculum)
    const regimes = [
      first,
      { ...first, from: monday, starts: ['sit.word'] },
      { ...first, from: monday + 1, starts: ['down.no-lure'] },
    ] as const
    expect(Object.keys(foldDog(regimes, setsFrom([{ rung: 'watch.food', reps: 'C', day: 3 }])).runs)).toEqual(
      expect.arrayContaining(['sit/sit', 'down/down']),
    )
  })
})
