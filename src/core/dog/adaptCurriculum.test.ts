import { describe, expect, it } from 'vitest'
import { whatNext, type WhatNext } from '../coach/next'
import { curriculumFaults } from '../curriculum/validate'
import { houseCurriculum } from '../curriculum/house'
import { allRungs, findCommand, findRung, ownRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { promptOf } from '../method/instruct'
import { defaultMethod } from '../method/method'
import { houseForgetting } from '../progress/retention'
import { always, newest, regimesOf } from '../progress/regime'
import { emptyDogState } from '../progress/state'
import { promisesMet, summarize } from '../promise/summary'
import { dayName, monday, msPerDay, passTo, work, type SetPlan } from '../tests/facts'
import { longestYoungHold } from './ageLimits'
import { adaptCurriculum } from './adaptCurriculum'
import { plainDog, type DogTraits } from './traits'
import { wren } from '../tests/wren'

const ladder = (traits: Partial<DogTraits>, more: { side?: 'left' | 'right'; young?: boolean } = {}): Curriculum =>
  adaptCurriculum(houseCurriculum, {
    traits: { ...plainDog, ...traits },
    side: more.side ?? 'left',
    young: more.young ?? false,
  })
const rung = (c: Curriculum, id: string) => ownRung(c, id)?.rung
const next = (
  c: Curriculum,
  traits: Partial<DogTraits>,
  plans: readonly SetPlan[] = [],
  day = 3,
  arrivesOn = '2026-03-01',
): WhatNext => {
  const { state } = work(always(c), plans)
  const promises = [
    { rungId: 'sit-stay.60s', level: 0, places: 1, people: 1 },
    { rungId: 'recall.line-15', level: 2, places: 1, people: 1 },
  ]
  return whatNext(
    c,
    state,
    summarize(c, state, promises, { days: 0, reps: 0 }),
    {
      promises,
      words: wren({ traits: { ...plainDog, ...traits } }),
      arrivesOn,
      cueWords: new Map([['sit', 'Assis']]),
      tried: [],
    },
    {
      now: monday + day * msPerDay,
      today: dayName(day),
      places: [
        { id: 'barn', kind: 'room' },
        { id: 'yard', kind: 'yard' },
      ],
      people: ['ada'],
      method: defaultMethod,
      forgetting: houseForgetting,
    },
  )
}

describe('every ladder that is made for a dog can be worked by', () => {
  const kinds: readonly [string, Partial<DogTraits>, { side?: 'right'; young?: boolean }?][] = [
    ['deaf', { deaf: true }],
    ['blind', { blind: true }],
    ['stiff', { stiff: true }],
    ['giant', { giant: true }],
    ['shy', { shy: true }],
    ['fond', { fond: true }],
    ['anxious', { anxious: true }],
    ['toys', { toys: true }],
    ['young', {}, { young: true }],
    ['right', {}, { side: 'right' }],
    [
      'all at once',
      { deaf: true, stiff: true, giant: true, anxious: true, toys: true },
      { side: 'right', young: true },
    ],
  ]
  it.each(kinds)('%s', (_, traits, more) => {
    const made = ladder(traits, more ?? {})
    expect(
      curriculumFaults({
        ...made,
        gates: made.gates.map((g) => ({ ...g, needs: g.needs.map((n) => findRung(made, n)?.rung.id ?? n) })),
        commands: made.commands.map((c) => ({
          ...c,
          runs: c.runs.map((r) => ({
            ...r,
            rungs: r.rungs.map((g) => ({ ...g, needs: g.needs.map((n) => findRung(made, n)?.rung.id ?? n) })),
          })),
        })),
      }),
    ).toEqual([])
    for (const g of allRungs(made))
      for (const n of g.needs) expect([g.id, n, findRung(made, n) !== undefined]).toEqual([g.id, n, true])
  })
})

describe('what changes a dog’s ladder (common practice)', () => {
  it('deaf: hand or vibration instead of words, check-in before anything off leash', () => {
    const c = ladder({ deaf: true })
    expect(allRungs(c).filter((r) => r.cue === 'word')).toEqual([])
    expect(rung(c, 'sit.word')).toMatchObject({
      name: 'Signal alone',
      cue: 'signal',
      say: expect.stringContaining('The hand'),
    })
    expect(rung(c, 'recall.attention')?.say).toContain('vibration')
    expect(rung(c, 'recall.off-leash')?.needs).toContain('check-in.look-back')
    expect(rung(c, 'sit.word-hand')).toBeUndefined()
    const sit = findCommand(c, 'sit')
    expect(
      sit &&
        promptOf(
          sit.runs[0]?.rungs[3] ??
            allRungs(c)[0] ??
            (() => {
              throw new Error('rung')
            })(),
          sit,
          defaultMethod,
          wren({ traits: { ...plainDog, deaf: true } }),
          false,
        ).mark,
    ).toContain('hand')
  })

  it('blind: voice and touch, nothing that has to be seen', () => {
    const c = ladder({ blind: true })
    expect(findCommand(c, 'watch')).toBeUndefined()
    expect(allRungs(c).some((r) => r.stage === 'smaller-signal')).toBe(false)
    expect(rung(c, 'sit.empty')?.say).toContain('touch')
    expect(findCommand(c, 'sit')?.signal).toBe('voice and touch')
  })

  it('puppy: shorter, no long holds, no cue until predictable, and week one is duration only', () => {
    const c = ladder({ bornOn: '2025-12-01' }, { young: true })
    expect(
      Math.max(
        ...allRungs(c)
          .filter((r) => r.kind === 'timed')
          .map((r) => r.criterion.seconds ?? 0),
      ),
    ).toBe(longestYoungHold)
    expect(rung(c, 'sit.full')).toMatchObject({ rule: { kind: 'window', k: 4, n: 5 }, setReps: 5 })
    // Strict is the last step before the word.
    expect(rung(c, 'sit.empty')).toMatchObject({ rule: { kind: 'window', k: 8, n: 10 }, setReps: 5 })
    expect(rung(c, 'down.lure-stand')).toMatchObject({ rule: { kind: 'window', k: 4, n: 5 }, setReps: 5 })
    expect(rung(c, 'down.hand')).toMatchObject({ rule: { kind: 'window', k: 8, n: 10 }, setReps: 5 })
    // Everything up to the first distance is held and distance is promised: in the first week it is shut, later it is
    // next.
    const far = {
      ...c,
      commands: c.commands.map((x) => ({
        ...x,
        runs: x.runs.map((r) => ({
          ...r,
          rungs: r.rungs.map((g) => (g.id.startsWith('sit-stay.step') ? { ...g, needs: [] } : g)),
        })),
      })),
    }
    const { state } = work(always(far), [{ rung: 'sit-stay.step', reps: 'M' }])
    const farPromises = [{ rungId: 'sit-stay.two-steps-5s', level: 0, places: 1, people: 1 }]
    const summary = summarize(far, state, farPromises, { days: 0, reps: 0 })
    const on = (day: number) =>
      whatNext(
        far,
        state,
        summary,
        {
          promises: farPromises,
          words: wren({ young: true, traits: { ...plainDog, bornOn: '2025-12-01' } }),
          arrivesOn: '2026-03-01',
          cueWords: new Map(),
          tried: [],
        },
        {
          now: monday + day * msPerDay,
          today: dayName(day),
          places: [{ id: 'barn', kind: 'room' }],
          people: ['ada'],
          method: defaultMethod,
          forgetting: houseForgetting,
        },
      )
    expect(on(2).shut).toMatchObject([
      { command: 'sit-stay', opens: expect.stringContaining('duration only in the first week') },
    ])
    expect(on(9).sets.map((s) => s.rungId)).toContain('sit-stay.step')
    expect(findRung(c, 'sit-stay.60s')?.rung.id).toBe('sit-stay.30s')
  })

  it('grown out of it on the day it turns six months', () => {
    const regimes = regimesOf({
      versions: [{ from: Number.NEGATIVE_INFINITY, curriculum: houseCurriculum }],
      changes: [],
      traits: { ...plainDog, bornOn: '2025-09-05' },
      side: 'left',
      arrivesOn: '2026-03-01',
      startOfDay: (day) => Date.parse(`${day}T00:00:00Z`),
    })
    expect(regimes.map((r) => new Date(r.fromMs).getTime() || r.fromMs)).toEqual([
      Number.NEGATIVE_INFINITY,
      Date.parse('2026-03-06T00:00:00Z'),
    ])
    expect([
      ownRung(regimes[0].curriculum, 'sit-stay.60s'),
      ownRung(newest(regimes).curriculum, 'sit-stay.60s') !== undefined,
    ]).toEqual([undefined, true])
  })

  it('a promise that the ladder cannot keep is named, and the dog is never ready without it', () => {
    const c = ladder({ blind: true })
    const held = work(always(c), [...passTo(c, 'sit.empty'), ...passTo(c, 'sit.empty', 1)]).state
    const promises = [
      { rungId: 'sit.full', level: 0, places: 1, people: 1 },
      { rungId: 'watch.pouch', level: 0, places: 1, people: 1 },
    ]
    expect(summarize(c, held, promises, { days: 0, reps: 0 })).toMatchObject({
      lost: ['watch.pouch'],
      readyOn: undefined,
    })
    expect(promisesMet(summarize(c, held, promises, { days: 0, reps: 0 })).lacks).toBe(
      'a promise is not in the curriculum',
    )
    expect(promisesMet(summarize(c, held, [], { days: 0, reps: 0 })).lacks).toBe('nothing promised')
    expect(summarize(c, held, promises.slice(0, 1), { days: 0, reps: 0 }).readyOn).toBe('2026-03-03')
  })

  it('two promises that come to mean one command are one: the higher rung', () => {
    const c = ladder({ stiff: true })
    const promises = [
      { rungId: 'sit-stay.60s', level: 0, places: 1, people: 1 },
      { rungId: 'down-stay.30s', level: 0, places: 1, people: 1 },
    ]
    const { commands, needs } = summarize(c, emptyDogState(), promises, { days: 0, reps: 0 })
    expect(commands.find((x) => x.command === 'down-stay')?.promise?.promise.rungId).toBe('sit-stay.60s')
    expect(needs).toHaveLength(1)
  })

  it('arthritic: down-stay instead of sit-stay, fewer rises, soft floor', () => {
    const c = ladder({ stiff: true })
    expect(findCommand(c, 'sit-stay')).toBeUndefined()
    expect(findRung(c, 'sit-stay.30s')?.rung.id).toBe('down-stay.30s')
    expect(rung(c, 'sit.from-down')).toBeUndefined()
    expect(rung(c, 'sit.word')?.setReps).toBe(5)
    expect(findCommand(c, 'down')?.caution).toContain('soft, dry floor')
    expect(next(c, { stiff: true }).shut.map((s) => s.command)).toContain('down-stay')
  })

  it('frightened of people: consent and distance first', () => {
    const c = ladder({ shy: true })
    expect(rung(c, 'touch.near')).toMatchObject({
      dontSay: expect.stringContaining('Let the dog choose'),
      payWhere: expect.stringContaining('Tossed'),
    })
    expect([rung(c, 'recall.two-people'), rung(c, 'recall.hide'), rung(c, 'touch.hiding')]).toEqual([
      undefined,
      undefined,
      undefined,
    ])
  })

  it('not food-driven: play is the pay, in shorter sets', () => {
    const c = ladder({ toys: true })
    expect(rung(c, 'sit.word')).toMatchObject({ setReps: 5, payWhere: expect.stringContaining('toy') })
    expect(next(c, { toys: true }).sets[0]?.pay).toContain('play')
    // Nowhere is food held, tossed or put under its chin; what it leaves alone stays food.
    for (const g of c.commands.flatMap((command) => command.runs.flatMap((r) => r.rungs))) {
      expect([g.id, g.payWhere]).toEqual([g.id, expect.stringMatching(/^A toy,|sniffing is the reward/)])
      expect([g.id, `${g.name} ${g.say} ${g.criterion.words}`]).toEqual([
        g.id,
        expect.not.stringMatching(/food in (the |your )?hand|tossed food|food was tossed|treat tossed/i),
      ])
      expect(g.payWhere).not.toMatch(/chin|paws|mouth|pieces/)
    }
    expect(rung(c, 'watch.food-hand')?.name).toBe('Toy in the hand')
    expect(rung(c, 'sit-stay.10s')?.payWhere).toContain('after the release')
    expect(rung(c, 'leave-it.under-hand')?.criterion.words).toContain('food on the floor')
  })

  it('too fond of people: a manufactured start by a helper far off', () => {
    expect(rung(ladder({ fond: true }), 'recall.sniffing')?.say).toContain('helper, over 15 m off')
  })

  it('giant: slower sits, soft floor', () => {
    expect(rung(ladder({ giant: true }), 'sit.word')?.criterion.latencySeconds).toBe(5)
    expect(findCommand(ladder({ giant: true }), 'sit')?.caution).toContain('soft floor')
  })

  it('owner wants the right side: everything mirrored, “right round” stays', () => {
    const c = ladder({}, { side: 'right' })
    expect(findCommand(c, 'sit-stay')?.signal).toContain('flat right palm')
    expect(findCommand(c, 'down-distance')?.signal).toContain('left hand')
    expect(rung(c, 'sit-stay.round-5s')?.criterion.words).toContain('round the dog')
    // What is right is not left.
    const said = c.commands.flatMap((x) => x.runs.flatMap((r) => r.rungs.map((g) => `${g.say} ${g.criterion.words}`)))
    expect(rung(c, 'sit.rear')?.say).toBe('Nothing. Mark at once.')
    expect(said.filter((words) => /\b(is|all|not) left\b/.test(words))).toEqual([])
    // What is left is not right, and turns go both ways.
    expect(rung(c, 'leave-it.fist')?.payWhere).toBe('From the other hand, never the thing left')
    expect(rung(c, 'heel.turns')?.criterion.words).toBe('left, right and about turns in position')
  })

  it('two languages: the owner’s words are the cues', () => {
    const sets = next(houseCurriculum, {}, [{ rung: 'sit.rear', reps: 'C' }]).sets
    expect(sets.find((s) => s.command === 'sit')?.prompt.cue).toBe('Assis')
  })
})

describe('what next', () => {
  it('first evening: nothing', () => {
    expect(next(houseCurriculum, {}, [], 0, '2026-03-02')).toEqual({
      sets: [],
      shut: [],
      waits: [],
      rest: expect.stringContaining('First evening'),
    })
    expect(next(houseCurriculum, {}, [], 0, '2026-03-05').rest).toBe('Not here yet.')
  })

  it('a promise whose prerequisite is missing is listed with what opens it, and the prerequisite is worked', () => {
    const { sets, shut } = next(houseCurriculum, {})
    expect(shut).toMatchObject([
      {
        command: 'sit-stay',
        rungName: '1 s',
        opens: 'unlocks when Sit “Empty hand” is mastered; until then, Sit “Any move of the rear” is next',
      },
    ])
    expect(sets.map((s) => s.command)).toEqual(
      expect.arrayContaining(['sit', 'recall', 'marker', 'watch', 'touch', 'settle']),
    )
    expect(sets.find((s) => s.command === 'recall')).toMatchObject({
      kit: 'self-winding leash',
      payTier: 3,
      payWhen: 'every rep',
      reasons: ['This is the next rung of the promise.'],
    })
  })

  it('what slipped goes first, then refreshers, then the promised by how much they need', () => {
    const held: SetPlan[] = [
      ...passTo(houseCurriculum, 'sit.empty'),
      ...passTo(houseCurriculum, 'sit.empty', 1),
      ...passTo(houseCurriculum, 'down.seated'),
      ...passTo(houseCurriculum, 'down.seated', 1),
      { rung: 'down.no-lure', reps: 'M M M', day: 5, purpose: 'refresh' },
    ]
    const order = next(houseCurriculum, {}, held, 9).sets.map((s) => [s.command, s.why])
    expect(order[0]).toEqual(['down', 'rebuild'])
    expect(order[1]).toEqual(['sit', 'refresher'])
  })

  it('foundation work stops after the first days unless it is promised', () => {
    expect(next(houseCurriculum, {}, [], 12).sets.map((s) => s.command)).not.toContain('touch')
  })
})
