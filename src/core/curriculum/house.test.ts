import { describe, expect, it } from 'vitest'
import { houseCurriculum } from './house'
import { findCommand, findRung, rungsOf } from './lookup'
import type { Command, Curriculum, Rung } from './types'
import { curriculumFaults } from './validate'
import type { RungId } from '../ids'

const command = (id: string): Command => {
  const found = findCommand(houseCurriculum, id)
  if (!found) throw new Error(id)
  return found
}
const seconds = (id: string, axis: string): number[] =>
  rungsOf(command(id))
    .filter((r) => r.axis === axis && r.criterion.seconds !== undefined)
    .map((r) => r.criterion.seconds ?? 0)
const names = (id: string, runId: string): string[] =>
  command(id)
    .runs.find((r) => r.id === runId)
    ?.rungs.map((r) => r.name) ?? []

describe('the house curriculum', () => {
  it('has nothing wrong with it', () => {
    expect(curriculumFaults(houseCurriculum)).toEqual([])
  })

  it('names every rung of the seven ladders in order (common practice)', () => {
    expect(names('sit', 'sit')).toEqual([
      'Any move of the rear',
      'Full sit',
      'Empty hand',
      'Word, then hand',
      'Smaller hand',
      'Word alone',
      'From a down',
      'While walking',
      'Handler seated',
      'Handler standing',
      'Handler turned away',
      'At 1 m',
      'At 3 m',
      'At 5 m',
      'At 10 m',
    ])
    expect(names('down', 'down')).toEqual([
      'Lure from a sit',
      'Lure from a stand',
      'Empty hand',
      'Word, then hand',
      'Smaller hand',
      'Word alone',
      'Handler seated',
      'Handler standing',
      'Yard',
      'Street',
      'Café',
    ])
    expect(names('sit-stay', 'duration')).toEqual([
      '1 s',
      '2 s',
      '3 s',
      '4 s',
      '5 s',
      '5 s with the word',
      '5 s, hand alone',
      '6 s',
      '8 s',
      '10 s',
      '15 s',
      '20 s',
      '30 s',
      '45 s',
      '60 s',
      '90 s',
      '120 s',
      '180 s',
    ])
    expect(names('down-stay', 'duration').slice(-2)).toEqual(['240 s', '300 s'])
    expect(names('place', 'place')).toEqual([
      'One or two paws',
      'Four paws',
      'Lies on the bed',
      'Goes untempted',
      'Word as the dog sets off',
      'Hand alone',
      'Release, toss away',
      '5 s',
      '10 s',
      '20 s',
      '30 s',
      '45 s',
      '1 min',
      '90 s',
      '2 min',
      '3 min',
      '4 min',
      '5 min',
      '7 min 30 s',
      '10 min',
    ])
    expect(names('place', 'distance')).toEqual([
      'One foot back',
      'Two steps',
      'Five steps, 10 s',
      'Ten steps, 15 s',
      'Handler sits down',
      'Handler sits, 30 s',
      'Handler sits, 45 s',
      'Handler sits, 1 min',
    ])
    expect(names('heel', 'heel')).toHaveLength(15)
    expect(names('recall', 'recall')).toHaveLength(12)
    expect(names('recall', 'games')).toEqual(['To a closed fist', 'After tossed food', 'Two people', 'Hide and seek'])
    expect(names('sit-stay', 'distance').filter((_, i) => i === 0 || i % 2 === 1)).toEqual([
      'A step and straight back',
      'A step and back, 5 s',
      'Two steps, 5 s',
      'End of the leash, 5 s',
      'Walk around, 5 s',
      '3 m, 5 s',
      '5 m, 10 s',
      '10 m, 15 s',
      'Out of sight, 20 s',
    ])
  })

  it(
    'gives rules by kind: 5/5 below 30 s, 3/3 from 30 s, 1/1 from 90 s; 8/10 fading; 10 in a row for the lure ' +
      'of the down',
    () => {
      for (const rung of houseCurriculum.commands.flatMap(rungsOf)) {
        const s = rung.criterion.seconds
        if (rung.axis === 'duration' && rung.kind === 'timed' && s !== undefined)
          expect([rung.id, rung.rule]).toMatchObject([rung.id, { kind: 'row', r: s < 30 ? 5 : s < 90 ? 3 : 1 }])
      }
      for (const id of ['down.lure-sit', 'down.lure-stand', 'down.no-lure'])
        expect(findRung(houseCurriculum, id)?.rung.rule).toMatchObject({ kind: 'row', r: 10 })
      for (const id of ['sit.empty', 'sit.word', 'sit.from-down', 'watch.empty-hand', 'place.untempted'])
        expect(findRung(houseCurriculum, id)?.rung.rule).toEqual({ kind: 'window', k: 8, n: 10 })
    },
  )

  it('says no word before the behavior is there', () => {
    const shaped = houseCurriculum.commands
      .flatMap(rungsOf)
      .filter((r) => r.stage === 'shape' || r.stage === 'empty-hand')
    expect(shaped.length).toBeGreaterThan(10)
    for (const rung of shaped) expect([rung.id, rung.cue]).not.toEqual([rung.id, 'word'])
    expect(seconds('sit-stay', 'duration').indexOf(5)).toBe(4)
    expect(findRung(houseCurriculum, 'sit-stay.5s')?.rung.cue).toBe('none')
  })
})

describe('top rungs against long-standing obedience trial regulations (figures from memory)', () => {
  it('sits are held 1 and 3 minutes, downs 3 and 5: the ladders reach them and end there', () => {
    expect(Math.max(...seconds('sit-stay', 'duration'))).toBe(180)
    expect(seconds('sit-stay', 'duration')).toContain(60)
    expect(Math.max(...seconds('down-stay', 'duration'))).toBe(300)
    expect(seconds('down-stay', 'duration')).toContain(180)
  })

  it('the recall reaches beyond 9 m (30 ft), at a short step of 0.5 m', () => {
    const steps = rungsOf(command('recall')).map((r) => r.criterion.steps ?? 0)
    expect(Math.max(...steps) * 0.5).toBeGreaterThan(9)
  })

  it('heel is head to shoulder in line with the hip', () => {
    expect(findRung(houseCurriculum, 'heel.word')?.rung.criterion.words).toMatch(/head to shoulder.*hip/)
  })
})

describe('a curriculum that cannot be worked by is named as such', () => {
  const change = (rungId: RungId, to: Partial<Rung>): Curriculum => ({
    ...houseCurriculum,
    commands: houseCurriculum.commands.map((c) => ({
      ...c,
      runs: c.runs.map((r) => ({ ...r, rungs: r.rungs.map((g) => (g.id === rungId ? { ...g, ...to } : g)) })),
    })),
  })
  it.each([
    {
      what: 'a cycle',
      bad: change('sit.empty', { needs: ['sit-stay.1s'] }),
      where: 'sit.empty',
      code: 'needs-itself',
      reason: /needs itself/,
    },
    {
      what: 'an unknown prerequisite',
      bad: change('sit.full', { needs: ['sit.upside-down'] }),
      where: 'sit.full',
      code: 'unknown-requirement',
      reason: /not in the curriculum/,
    },
    {
      what: 'a duplicate id',
      bad: change('sit.full', { id: 'sit.rear' }),
      where: 'sit.rear',
      code: 'repeated-id',
      reason: /twice/,
    },
    {
      what: 'a rule that can never pass',
      bad: change('sit.full', { rule: { kind: 'window', k: 11, n: 10 } }),
      where: 'sit.full',
      code: 'rule',
      reason: /never/,
    },
    {
      what: 'a rule that always passes',
      bad: change('sit.full', { rule: { kind: 'window', k: 0, n: 10 } }),
      where: 'sit.full',
      code: 'rule',
      reason: /always/,
    },
    {
      what: 'a hold without seconds',
      bad: change('sit-stay.3s', { criterion: { help: 'none', words: 'holds' } }),
      where: 'sit-stay.3s',
      code: 'no-criterion',
      reason: /seconds/,
    },
    {
      what: 'a ladder that goes down',
      bad: change('sit-stay.6s', { criterion: { seconds: 4, help: 'none', words: 'holds' } }),
      where: 'sit-stay.6s',
      code: 'gets-easier',
      reason: /goes down/,
    },
  ])('$what', ({ bad, where, code, reason }) => {
    expect(curriculumFaults(bad)).toContainEqual({ where, code, reason: expect.stringMatching(reason) })
  })
})
