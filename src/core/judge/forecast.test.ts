import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { addDays } from '../days'
import type { SetFact } from '../facts/fact'
import { liveInBlocks } from '../tests/loop/blocks'
import { laws } from '../tests/loop/dogs'
import { arrival, everyday, housePlaces } from '../tests/loop/live'
import { answerCase } from './answer'

const promises = everyday.slice(0, 4)
const lives = new Map<string, readonly SetFact[]>()
function live(seed: number, blocksADay: number): readonly SetFact[] {
  const key = `${seed} ${blocksADay}`
  const dog = laws.strength(seed % 2 === 0 ? 'usual' : 'quick', seed)
  const sets =
    lives.get(key) ??
    liveInBlocks({ curriculum: houseCurriculum, promises, days: 13, setsADay: 0, blocksADay, dog }).sets
  lives.set(key, sets)
  return sets
}

/** Sets of a stay as a case has them, with or without the blocks they were in. */
function daysOf(sets: readonly SetFact[], blocks = true) {
  const days = new Map<string, SetFact[]>()
  for (const set of sets) if (set.reps.length > 0) days.set(set.day, [...(days.get(set.day) ?? []), set])
  return [...days].map(([day, own]) => ({
    day,
    sets: own.map((s) => ({
      rungId: s.rungId,
      purpose: s.purpose,
      placeId: s.placeId,
      by: s.leashHolder,
      level: s.level,
      kit: s.kit,
      ...(blocks ? { block: s.blockId } : {}),
      reps: s.reps.map((r) => ({
        outcome: r.outcome,
        faults: r.faults,
        ...(r.prompt === undefined ? {} : { prompt: r.prompt }),
        ...(r.brokeSeconds === undefined ? {} : { brokeSeconds: r.brokeSeconds }),
      })),
    })),
  }))
}
const house = {
  places: housePlaces.map(({ id, kind, indoors }) => ({ id, kind, ...(indoors === undefined ? {} : { indoors }) })),
  people: ['ada', 'ben'],
}
const dog = { arrivesOn: arrival, leavesOn: addDays(arrival, 14) }
const promised = promises.map(({ rungId, level, places, people }) => ({ rungId, level, places, people }))
const finished = (blocksADay: number, n: number, blocks = true, said: typeof promised = promised) =>
  Array.from({ length: n }, (_, i) => ({ dog, promises: said, days: daysOf(live(100 + i, blocksADay), blocks) }))

function told(learnFrom: unknown, more: Record<string, unknown> = {}, of = promised) {
  const answer = answerCase({
    house,
    dog,
    promises: of,
    days: [],
    asOf: `${addDays(arrival, 1)}T07:00:00Z`,
    say: 'none',
    forecast: { seed: 3, futures: 600, learnFrom, ...more },
  })
  if (!answer.ok) throw new Error(JSON.stringify(answer.faults))
  if (!answer.forecast) throw new Error('no forecast')
  return answer.forecast
}

describe('a forecast of npm run judge', () => {
  it('learns what its days and blocks give from finished residencies, unless it is told', () => {
    const [few, many] = [finished(1, 6), finished(4, 6)]
    const [idle, busy] = [told(few), told(many)]
    expect(busy.chance).toBeGreaterThan(idle.chance + 0.1)
    const [given, too] = [few, many].map((f) => told(f, { setsADay: [8, 8, 8, 8, 8, 8, 8] }))
    // Of the same days: what is left between them is how fast those dogs were found.
    expect(Math.abs((given?.chance ?? 0) - (too?.chance ?? 1))).toBeLessThan(busy.chance - idle.chance)
  })

  it('takes a case that names no blocks for one of usual blocks', () => {
    const [named, lumped] = [finished(3, 6), finished(3, 6, false)]
    expect(Math.abs(told(lumped).chance - told(named).chance)).toBeLessThan(0.08)
    // One block a day is as many sets of a day, and no whole day.
    const one = promised.slice(0, 1)
    const aDay = told(lumped, { setsADay: Array(7).fill(6) }, one)
    expect(Math.abs((told(lumped, {}, one).byBlocks[1] ?? 0) - aDay.chance)).toBeLessThan(0.06)
    expect(aDay.chance).toBeGreaterThan(0)
    expect(aDay.chance).toBeLessThan(told(lumped, {}, one).chance)
  })

  it('learns how often another place came where the promises of those before are said', () => {
    const stays = finished(3, 6)
    const silent = stays.map(({ promises: _, ...rest }) => rest)
    expect(told(stays).by).not.toEqual(told(silent).by)
    expect(told(silent).by).toEqual(told(finished(3, 6, true, [])).by)
    const wrong = stays.map((s) => ({ ...s, promises: [{ rungId: 'sit.nowhere' }] }))
    expect(() => told(wrong)).toThrow('no rung sit.nowhere')
  })

  it('says the same of the same case and seed', () => {
    expect(told(finished(2, 3))).toEqual(told(finished(2, 3)))
  })
})
