import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { allRungs, findRung } from '../curriculum/lookup'
import type { Rung } from '../curriculum/types'
import type { Outcome } from '../facts/fact'
import { lookedWords, type Looked } from '../facts/looked'
import { lookedShape } from '../facts/lookedShape'
import { seeded } from '../seeded'
import {
  handsFor,
  lookedByDay,
  lookedFor,
  measuresIn,
  suspectText,
  seenShares,
  suspectsIn,
  type LookedRep,
} from './looked'

const reps = (n: number, outcome: Outcome, looked: Looked | null): LookedRep[] =>
  Array.from({ length: n }, () => ({ outcome, looked }))
const rung = (id: string): Rung => {
  const found = findRung(houseCurriculum, id)
  if (!found) throw new Error(id)
  return found.rung
}
const plain = { kit: '1.8 m leash', withDog: false, toys: false }

describe('what is looked at beside how a rep came off', () => {
  it('is offered where it can be seen (common practice)', () => {
    expect(lookedFor(rung('recall.front'), plain)).toEqual(expect.arrayContaining(['arriveSeconds', 'speed', 'angle']))
    expect(lookedFor(rung('heel.word'), plain)).toContain('lookUps')
    expect(lookedFor(rung('settle.chews'), plain)).toEqual(['struggle', 'level', 'metres'])
    expect(lookedFor(rung('sit.word'), { ...plain, kit: 'none' })).not.toContain('leashMoved')
    expect(lookedFor(rung('sit.word'), { ...plain, withDog: true })).toContain('helperDog')
    expect(lookedFor(rung('passing.stand-5'), plain)).toContain('helperDog')
    expect(lookedFor(rung('sit.word'), { ...plain, toys: true })).toEqual(
      expect.arrayContaining(['toy', 'playMinutes', 'keen']),
    )
  })

  it('nothing is offered twice, and all that is offered can be kept', () => {
    const ever = new Set<string>()
    for (const one of allRungs(houseCurriculum)) {
      const fields = lookedFor(one, { kit: '1.8 m leash', withDog: true, toys: true })
      expect([one.id, new Set(fields).size]).toEqual([one.id, fields.length])
      for (const field of fields) ever.add(field)
      const hands = handsFor(one)
      if (fields.includes('hands')) expect(lookedShape.safeParse({ hands }).success).toBe(true)
    }
    expect([...ever].sort()).toEqual(Object.keys(lookedShape.unwrap().shape).sort())
  })

  it.each([
    [{ voice: 'shouted' }],
    [{ level: 6 }],
    [{ metres: -1 }],
    [{ angle: 181 }],
    [{ hands: ['elbow'] }],
    [{ said: 1 }],
    [[]],
  ])('%o is refused', (bad) => {
    expect(lookedShape.safeParse(bad).success).toBe(false)
  })
})

describe('what misses share', () => {
  const loud: LookedRep[] = [
    ...reps(2, 'clean', { voice: 'loud' }),
    ...reps(6, 'miss', { voice: 'loud' }),
    ...reps(16, 'clean', { voice: 'usual' }),
    ...reps(2, 'miss', { voice: 'usual' }),
    // At these nobody looked.
    ...reps(30, 'miss', null),
  ]

  it('counts only reps at which somebody looked, with how often they were clean', () => {
    expect(seenShares(loud).map((s) => [s.words, s.clean.clean, s.clean.total])).toEqual([
      ['in the usual voice', 16, 18],
      ['said loud', 2, 8],
    ])
  })

  it('says what to do otherwise, where the difference is plain', () => {
    expect(suspectsIn(loud).map(suspectText)).toEqual(['Clean 2 of 8 said loud, 16 of 18 otherwise. Say it quietly.'])
    expect(suspectsIn(loud.slice(0, 6))).toEqual([])
  })

  // Worked example: 56 of 70 against 48 of 80, difference .2000, interval .0524 to .3339; R. G. Newcombe, Statistics in
  // Medicine 17 (1998), table II, method 10.
  it('by an interval of two shares that stands in print', () => {
    const [found] = suspectsIn([
      ...reps(48, 'clean', { helperDog: 'moving' }),
      ...reps(32, 'miss', { helperDog: 'moving' }),
      ...reps(56, 'clean', { helperDog: 'still' }),
      ...reps(14, 'miss', { helperDog: 'still' }),
    ])
    expect(found?.difference.difference).toBeCloseTo(-0.2, 4)
    expect([found?.difference.low, found?.difference.high].map((x) => Number(x?.toFixed(4)))).toEqual([
      -0.3339, -0.0524,
    ])
  })

  it('a slip of the hands that nobody noted was none; a voice that nobody noted is not known', () => {
    const slips = [...reps(6, 'miss', { hands: ['fist'] }), ...reps(20, 'clean', null)]
    expect(suspectsIn(slips).map(suspectText)).toEqual([
      'Clean 0 of 6 when the fist was not closed and low, 20 of 20 otherwise. Remember: closed fist, low.',
    ])
    expect(suspectsIn([...reps(6, 'miss', { voice: 'loud' }), ...reps(20, 'clean', null)])).toEqual([])
  })

  it('says nothing to do where there is nothing to change: level 0, the usual voice, far off', () => {
    for (const [worse, better] of [
      [{ level: 0 }, { level: 2 }],
      [{ voice: 'usual' }, { voice: 'loud' }],
      [{ metres: 25 }, { metres: 3 }],
      [{ keen: 'very' }, { keen: 'little' }],
    ] as const)
      expect(suspectsIn([...reps(10, 'miss', worse), ...reps(10, 'clean', better)])).toEqual([])
    const [near] = suspectsIn([...reps(10, 'miss', { metres: 3 }), ...reps(10, 'clean', { metres: 25 })])
    expect(near?.tryThis).toBe('Farther from the distraction.')
  })

  it('accuses nothing that makes no difference more often than one time in twenty', () => {
    const draw = seeded(5)
    let accused = 0
    const tries = 2000
    for (let i = 0; i < tries; i++) {
      const all = Array.from({ length: 24 }, (): LookedRep => ({
        outcome: draw() < 0.75 ? 'clean' : 'miss',
        looked: { helperDog: draw() < 0.5 ? 'still' : 'crated' },
      }))
      if (suspectsIn(all).some((s) => s.value === 'crated')) accused++
    }
    expect(accused / tries).toBeLessThan(0.05)
    expect(accused).toBeGreaterThan(0)
  })

  it('followed: a handler who shouts is told, says it quietly, and the dog is clean as often as it can be', () => {
    const draw = seeded(11)
    let told = 0
    for (let dog = 0; dog < 60; dog++) {
      const work = (shouts: number, n: number) =>
        Array.from({ length: n }, (): LookedRep => {
          const voice = draw() < shouts ? 'loud' : 'quiet'
          return { outcome: draw() < (voice === 'loud' ? 0.35 : 0.9) ? 'clean' : 'miss', looked: { voice } }
        })
      const first = work(0.5, 40)
      const suspects = suspectsIn(first)
      if (suspects.some((s) => s.value === 'quiet')) expect.unreachable('the quiet voice is accused')
      if (!suspects.some((s) => s.tryThis === 'Say it quietly.')) continue
      told++
      const after = work(0, 40)
      const clean = (all: readonly LookedRep[]) => all.filter((r) => r.outcome === 'clean').length
      expect(clean(after)).toBeGreaterThan(clean(first))
    }
    expect(told).toBeGreaterThanOrEqual(50)
  })
})

describe('what was measured', () => {
  it('in the middle, by kind and by toy', () => {
    const seen = measuresIn([
      ...reps(1, 'clean', { arriveSeconds: 3, speed: 'kept', angle: 0 }),
      ...reps(1, 'clean', { arriveSeconds: 8, speed: 'slowed', angle: 30 }),
      ...reps(1, 'miss', { arriveSeconds: 5, speed: 'slowed', angle: 15, struggle: 'barked' }),
      ...reps(1, 'clean', { toy: 'ball', playMinutes: 2, keen: 'very' }),
      ...reps(1, 'clean', { toy: 'ball', playMinutes: 1, keen: 'little' }),
      ...reps(4, 'clean', null),
    ])
    expect(seen).toEqual({
      arriveSeconds: 5,
      angle: 15,
      lookUps: undefined,
      speeds: { kept: 1, slowed: 2 },
      struggles: { barked: 1 },
      play: [{ toy: 'ball', reps: 2, minutes: 3, very: 1 }],
      reps: 5,
    })
  })

  it('day by day, and no day without a measure', () => {
    const on = (day: string, looked: Looked | null) => ({ day, outcome: 'clean' as const, looked })
    expect(
      lookedByDay([
        on('2026-03-03', { lookUps: 4 }),
        on('2026-03-02', { lookUps: 1 }),
        on('2026-03-02', { lookUps: 3 }),
        on('2026-03-04', { voice: lookedWords.voice[0] }),
        on('2026-03-05', null),
      ]).map((d) => [d.day, d.lookUps]),
    ).toEqual([
      ['2026-03-02', 2],
      ['2026-03-03', 4],
    ])
  })
})
