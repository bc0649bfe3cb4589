import { describe, expect, it } from 'vitest'
import { belowAgeBecause } from '../dog/ageLimits'
import { houseVersionFour } from './earlier'
import { houseCurriculum } from './house'
import { allNeeds, allRungs, findRung } from './lookup'
import { metresOff } from './reach'
import { is } from './roles'
import type { Curriculum, Rung } from './types'

/**
 * The shipped ladder as hands climb it, each rule beside what the version before did not keep of it. All of it is
 * common practice, but for the walking speed: 1.4 m/s, the usual walking speed of grown people (from memory).
 */
const metresASecond = 1.4

/** Of a handler who goes away and comes back, or to whom the walk back still lies ahead when the hold is over. */
const awayFor = (rung: Rung): number => (2 * metresOff(rung)) / metresASecond
const tooShort = (c: Curriculum): readonly string[] =>
  allRungs(c)
    .filter((r) => r.kind === 'timed' && r.axis === 'distance' && (r.criterion.seconds ?? 0) < awayFor(r))
    .map((r) => r.id)

/** Everything that a stay or a gate opens on, sits to food in the hand. */
const opensOnLure = (c: Curriculum): readonly string[] => [
  ...allRungs(c).flatMap((r) => allNeeds(c, r).filter((n) => findRung(c, n)?.rung.criterion.help === 'lure')),
  ...c.gates.flatMap((g) => g.needs.filter((n) => findRung(c, n)?.rung.criterion.help === 'lure')),
]

/** What is held at home grows from 20 s on, a step half as long again at most. */
const leaps = (c: Curriculum): readonly string[] =>
  c.commands.flatMap((command) =>
    command.runs.flatMap((run) => {
      const holds = run.rungs.filter((r) => r.axis === 'duration' && (r.criterion.seconds ?? 0) >= 20)
      return holds.flatMap((r, i) => {
        const before = holds[i - 1]?.criterion.seconds
        return before !== undefined && (r.criterion.seconds ?? 0) > before * 1.5 ? [`${r.id} after ${before} s`] : []
      })
    }),
  )

/** Signals that owners are taught, and that nobody asks the dog for with the hand alone. */
const untaught = (c: Curriculum): readonly string[] =>
  ['sit', 'down', 'sit-stay', 'down-stay', 'place', 'heel', 'recall'].filter(
    (id) =>
      !allRungs(c).some((r) => r.command === id && r.cue === 'signal' && !is(r, 'sound') && r.criterion.words !== ''),
  )

/** Ten in a row where it is not the lure of the down that goes. */
const tens = (c: Curriculum): readonly string[] =>
  allRungs(c)
    .filter((r) => r.rule.kind === 'row' && r.rule.r >= 10 && !/^down\.(lure|no-lure)/.test(r.id))
    .map((r) => r.id)

/** Called out of a stay from further off than the stay that it needs is held. */
const outOfReach = (c: Curriculum): readonly string[] =>
  allRungs(c)
    .filter((r) => is(r, 'called-out'))
    .filter((r) => {
      const stays = r.needs.flatMap((n) => {
        const at = findRung(c, n)
        return at?.rung.kind === 'timed' ? [metresOff(at.rung)] : []
      })
      return stays.length === 0 || metresOff(r) === 0 || metresOff(r) > Math.max(...stays)
    })
    .map((r) => r.id)

describe('the shipped ladder', () => {
  it.each([
    ['no hold ends before its handler can be there and back', tooShort, 9],
    ['nothing opens on a sit to food in the hand', opensOnLure, 5],
    ['what goes home grows by half steps', leaps, 6],
    ['each hand signal that goes home has its rung', untaught, 6],
    ['ten in a row where the lure of the down goes, nowhere else', tens, 9],
    ['nobody calls from further off than the stay is held', outOfReach, 1],
  ])('%s', (_, faults, before) => {
    expect(faults(houseCurriculum)).toEqual([])
    expect(faults(houseVersionFour())).toHaveLength(before)
  })

  it('an out-of-sight hold leaves time to be out of sight', () => {
    for (const r of allRungs(houseCurriculum).filter((one) => one.criterion.handler === 'out of sight'))
      expect([r.id, (r.criterion.seconds ?? 0) - awayFor(r) >= 5]).toEqual([r.id, true])
  })

  it('in its first week a young dog touches over a room, is called off the bowl, and is walked away from', () => {
    const early = (id: string) => {
      const at = findRung(houseCurriculum, id)
      return at && belowAgeBecause(at.rung, { young: true, arrivesOn: '2026-03-01' }, '2026-03-03', 'room')
    }
    for (const id of ['touch.one-step', 'touch.across', 'recall.bowl', 'settle.walks-away'])
      expect([id, early(id)]).toEqual([id, undefined])
    expect(early('sit-stay.step')).toContain('duration only')
  })

  it('down at half a meter is held 30 to 45 s before it grows, to five minutes; distance has its own way', () => {
    const near = houseCurriculum.commands
      .find((c) => c.id === 'down-distance')
      ?.runs.find((r) => r.id === 'near')
      ?.rungs.map((r) => r.criterion.seconds)
    expect(near).toEqual([30, 45, 60, 90, 120, 180, 240, 300])
    expect(findRung(houseCurriculum, 'down-distance.near-30s')?.rung.needs).toEqual(['down-distance.0.5m'])
  })

  it('what stood in a version before is promised of what stands in its stead', () => {
    const now = new Set(allRungs(houseCurriculum).map((r) => r.id))
    const gone = allRungs(houseVersionFour())
      .map((r) => r.id)
      .filter((id) => !now.has(id))
    expect(gone).toHaveLength(12)
    for (const id of gone) expect([id, findRung(houseCurriculum, id)?.rung.command]).toEqual([id, id.split('.')[0]])
  })

  // 5, 15, 30 steps; two or three through, then a front; bowl at 6 m; pay every 1, 2, 3 steps; word at 5 s.
  it('keeps the numbers of the trade', () => {
    const of = (id: string) => findRung(houseCurriculum, id)?.rung
    expect(['recall.line-5', 'recall.line-15', 'recall.line-30'].map((id) => of(id)?.criterion.steps)).toEqual([
      5, 15, 30,
    ])
    expect(of('recall.through')?.criterion.words).toContain('two or three passes through, then one front')
    expect(of('recall.bowl')?.criterion.metres).toBe(6)
    expect(['heel.seam-1', 'heel.seam-2', 'heel.seam-3'].map((id) => of(id)?.paySteps)).toEqual([1, 2, 3])
    expect([of('sit-stay.5s')?.cue, of('sit-stay.5s-word')?.cue]).toEqual(['none', 'word'])
    expect(of('marker.pairs')?.criterion.words).toContain('ten to fifteen times')
    expect(of('place.foot-back')?.rule).toEqual({ kind: 'row', r: 5 })
    expect(of('place.20s')?.criterion.seconds).toBe(20)
    expect(of('settle.chews')?.payEvery).toEqual([1, 2])
    expect(houseCurriculum.commands.find((c) => c.id === 'recall')?.quota).toEqual({ reps: 1000, days: 30 })
  })
})
