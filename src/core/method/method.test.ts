import { describe, expect, it } from 'vitest'
import type { WorkingConditions } from '../coach/allowed'
import { whatNext } from '../coach/next'
import { houseCurriculum } from '../curriculum/house'
import { allRungs } from '../curriculum/lookup'
import { findCommand, ownRung } from '../curriculum/lookup'
import { plainDog } from '../dog/traits'
import { houseForgetting } from '../progress/retention'
import { regimeOf, type Regimes } from '../progress/regime'
import { commandStatus } from '../promise/status'
import { summarize } from '../promise/summary'
import { dayName, monday, msPerDay, passTo, suggestedFor, work, type SetPlan } from '../tests/facts'
import { payWhen, promptOf, type DogWords } from './instruct'
import { methodChange } from './change'
import { chosen, defaultMethod, methodAt, type Method } from './method'
import { methodRows } from './rows'
import { wren } from '../tests/wren'

const dog = { traits: plainDog, side: 'left' as const, young: false }
const regimeUnder = (method: Method): Regimes => [
  { fromMs: Number.NEGATIVE_INFINITY, ...regimeOf(houseCurriculum, method, dog) },
]
const conditions = (method: Method, day = 4): WorkingConditions => ({
  now: monday + day * msPerDay,
  today: dayName(day),
  people: ['ada', 'ben'],
  method,
  forgetting: houseForgetting,
  places: [
    { id: 'barn', kind: 'room' },
    { id: 'yard', kind: 'yard' },
    { id: 'street', kind: 'street' },
  ],
})

/**
 * What Kibou makes of stated facts under a method: the verdict on the newest rep, the standing, and the suggestions.
 */
function outcome(method: Method, plans: readonly SetPlan[], command: string) {
  const regimes = regimeUnder(method)
  const { curriculum } = regimes[0]
  const { state, verdicts } = work(regimes, plans)
  const found = findCommand(curriculum, command)
  const status = found && commandStatus(curriculum, found, state, [])
  const promises = [
    { rungId: 'sit-stay.60s', level: 0, places: 1, people: 1 },
    { rungId: 'down-stay.60s', level: 0, places: 1, people: 1 },
  ]
  // How a recall ends is taught at the top of its first run.
  const top = found?.runs.at(command === 'recall' ? 0 : -1)?.rungs.at(-1)
  const suggestion = suggestedFor(
    curriculum,
    state,
    command,
    top ? [{ rungId: top.id, level: 0, places: 1, people: 1 }] : [],
    conditions(method),
  )
  const rung = suggestion && ownRung(curriculum, suggestion.rungId)?.rung
  const summary = summarize(curriculum, state, promises, { days: 0, reps: 0 })
  const words = wren()
  const next = whatNext(
    curriculum,
    state,
    summary,
    { promises, words, arrivesOn: '2026-02-20', cueWords: new Map(), tried: [] },
    conditions(method),
  )
  const stays = next.sets.filter((s) => s.command.endsWith('-stay')).map((s) => s.rungId)
  return JSON.stringify({
    verdict: verdicts.at(-1),
    word: status?.word,
    runs: status?.runs.map((r) => [r.position, r.top]),
    suggestion,
    criterion: rung?.criterion.words,
    cue: rung?.cue,
    stays,
  })
}

const sits: SetPlan[] = [...passTo(houseCurriculum, 'sit.from-down'), ...passTo(houseCurriculum, 'sit.from-down', 1)]
const downs: SetPlan[] = [...passTo(houseCurriculum, 'down.seated'), ...passTo(houseCurriculum, 'down.seated', 1)]
const upTo = (rung: string, day = 1): SetPlan[] => passTo(houseCurriculum, rung, day)
const recallTo = (rung: string): SetPlan[] => [
  ...sits,
  ...upTo('recall.bowl-word', 0),
  ...upTo('recall.leash', 1),
  { rung: 'recall.bowl-word', reps: 'C C C C C C C C C C', day: 2 },
  ...upTo(rung, 2),
  ...upTo(rung, 3),
]
const heelTo = (rung: string): SetPlan[] => [...sits, ...upTo(rung, 1), ...upTo(rung, 2)]

/** Facts on which the options of a judging row part ways: one scene may tell only some of them apart. */
const scenes: Readonly<Record<string, readonly { readonly command: string; readonly facts: readonly SetPlan[] }[]>> = {
  counts: [
    { command: 'sit', facts: [{ rung: 'sit.rear', reps: 'C C C C C' }] },
    { command: 'sit', facts: [{ rung: 'sit.rear', reps: 'M C C C C C C C C M' }] },
    { command: 'sit', facts: [{ rung: 'sit.rear', reps: 'M C C C C C C C C C C' }] },
    { command: 'sit-stay', facts: [...sits, { rung: 'sit-stay.1s', reps: 'C C C C C', day: 1 }] },
  ],
  word: [{ command: 'sit', facts: [] }],
  late: [
    { command: 'recall', facts: [{ rung: 'recall.attention', reps: 'C L L' }] },
    {
      command: 'sit',
      facts: [
        { rung: 'sit.rear', reps: 'L L' },
        { rung: 'sit.rear', reps: 'L' },
      ],
    },
  ],
  crooked: [
    { command: 'recall', facts: [{ rung: 'recall.attention', reps: 'C C', faults: ['crooked'] }] },
    { command: 'recall', facts: [{ rung: 'recall.attention', reps: 'C C', faults: ['crooked'], level: 2 }] },
  ],
  'broken-stay': [
    { command: 'sit-stay', facts: [...sits, ...upTo('sit-stay.5s', 1), { rung: 'sit-stay.5s', reps: 'C M4', day: 1 }] },
    {
      command: 'sit-stay',
      facts: [
        ...sits,
        ...upTo('sit-stay.6s', 1),
        ...upTo('sit-stay.6s', 2),
        { rung: 'sit-stay.5s', reps: 'C M4', day: 2 },
      ],
    },
  ],
  ds: [
    { command: 'sit', facts: [] },
    {
      command: 'sit-stay',
      facts: [
        ...sits,
        ...upTo('sit-stay.15s', 1),
        ...upTo('sit-stay.15s', 2),
        { rung: 'sit-stay.step-5s', reps: 'C C C C C', day: 2 },
      ],
    },
  ],
  'handler-in-stay': [{ command: 'sit-stay', facts: [...sits] }],
  'eye-contact': [
    { command: 'heel', facts: [{ rung: 'heel.one-step', reps: 'C', faults: ['no eye contact'] }] },
    { command: 'heel', facts: [{ rung: 'heel.one-step', reps: 'C', faults: ['no eye contact'], level: 1 }] },
    {
      command: 'heel',
      facts: [...heelTo('heel.other-side'), { rung: 'heel.other-side', reps: 'C', day: 2, faults: ['no eye contact'] }],
    },
  ],
  finish: [
    { command: 'recall', facts: recallTo('recall.front') },
    { command: 'recall', facts: [{ rung: 'recall.attention', reps: 'C', faults: ['no finish'] }] },
    {
      command: 'recall',
      facts: [...recallTo('recall.through'), { rung: 'recall.front', reps: 'C', day: 3, faults: ['no finish'] }],
    },
  ],
  place: [
    { command: 'place', facts: [{ rung: 'place.paws', reps: 'C C' }] },
    { command: 'place', facts: [] },
  ],
  'first-stay': [{ command: 'sit-stay', facts: [...sits, ...downs] }],
  generalise: [
    { command: 'sit', facts: [] },
    { command: 'sit', facts: upTo('sit.empty', 4) },
    { command: 'sit', facts: [{ rung: 'sit.rear', reps: 'C C C C C C C C C C', day: 4 }] },
  ],
}

const pairs = <T>(all: readonly T[]): readonly (readonly [T, T])[] =>
  all.flatMap((a, i) => all.slice(i + 1).map((b) => [a, b] as const))
const rowsOf = (kind: string) => methodRows.filter((r) => r.kind === kind)
const cases = (kind: string) =>
  rowsOf(kind).flatMap((row) => pairs(row.options).map(([a, b]) => ({ row: row.id, a: a.id, b: b.id })))

describe('the house method has every question on which practitioners differ', () => {
  it('twelve judging, nineteen instructing and two fixed, each with a default and a reason', () => {
    expect([rowsOf('judging').length, rowsOf('instructing').length, rowsOf('fixed').length]).toEqual([12, 19, 2])
    for (const row of methodRows)
      expect([row.id, row.options.some((o) => o.id === row.default), row.reason.length > 10]).toEqual([
        row.id,
        true,
        true,
      ])
  })
})

describe('each pair of judging options gives another standing or suggestion on some stated facts', () => {
  it.each(cases('judging'))('$row: $a and $b', ({ row, a, b }) => {
    const apart = (scenes[row] ?? []).some(
      ({ command, facts }) =>
        outcome({ ...defaultMethod, [row]: a }, facts, command) !==
        outcome({ ...defaultMethod, [row]: b }, facts, command),
    )
    expect(apart).toBe(true)
  })
})

describe('each pair of instructing options gives another prompt', () => {
  const prompts = (method: Method): string => {
    const dogs: DogWords[] = [false, true].map((puller) => ({
      name: 'Wren',
      cue: 'Hier',
      release: 'Frei',
      marker: 'Ja',
      side: puller ? 'right' : 'left',
      young: puller,
      traits: { ...plainDog, puller },
    }))
    return JSON.stringify(
      houseCurriculum.commands.flatMap((c) =>
        c.runs.flatMap((r) =>
          r.rungs.flatMap((g) => dogs.flatMap((d) => [true, false].map((held) => promptOf(g, c, method, d, held)))),
        ),
      ),
    )
  }
  it.each(cases('instructing'))('$row: $a and $b', ({ row, a, b }) => {
    expect(prompts({ ...defaultMethod, [row]: a })).not.toBe(prompts({ ...defaultMethod, [row]: b }))
  })
})

describe('fixed rows', () => {
  it.each(rowsOf('fixed').map((r) => r.id))('%s cannot be switched', (row) => {
    expect(methodChange.safeParse({ row, option: 'fixed' }).error?.issues[0]?.message).toContain('Kibou decides')
    expect(chosen(methodAt([{ at: 0, row, option: 'any' }], 1), row)).toBe('fixed')
  })

  it('nor can a row be set to a school it does not have', () => {
    expect(methodChange.safeParse({ row: 'late', option: 'scold' }).error?.issues[0]?.message).toBe(
      'not a training method',
    )
    expect(methodChange.safeParse({ row: 'weather', option: 'wet' }).error?.issues[0]?.message).toBe('not a question')
    expect(methodChange.parse({ row: 'late', option: 'not-paid' })).toEqual({ row: 'late', option: 'not-paid' })
  })
})

describe('settings are facts with a date', () => {
  const change = { at: monday + 2 * msPerDay, row: 'counts', option: 'ten-in-a-row' }
  const mixed: Regimes = [
    { fromMs: Number.NEGATIVE_INFINITY, ...regimeOf(houseCurriculum, defaultMethod, dog) },
    { fromMs: change.at, ...regimeOf(houseCurriculum, methodAt([change], change.at), dog) },
  ]

  it('history keeps the rules it was made under, the next rep is judged by the new ones', async () => {
    const { foldDog } = await import('../progress/fold')
    const { setsFrom } = await import('../tests/facts')
    const plans: SetPlan[] = [
      { rung: 'sit.rear', reps: 'M C C C C C C C C M', day: 1 },
      { rung: 'sit.full', reps: 'M C C C C C C C C M', day: 3 },
    ]
    const state = foldDog(mixed, setsFrom(plans))
    expect(state.tick).toBe(20)
    expect(state.runs['sit/sit']).toMatchObject({
      position: 1,
      tallies: { 'sit.rear': { met: [{}] }, 'sit.full': { met: [] } },
    })
    expect(foldDog([mixed[0]], setsFrom(plans)).runs['sit/sit']?.position).toBe(2)
  })

  it('before its date nothing is changed', () => {
    expect(methodAt([change], change.at - 1)).toEqual(defaultMethod)
    expect(chosen(methodAt([change], change.at), 'counts')).toBe('ten-in-a-row')
  })
})

it('what is said of pay is how it is paid: short stays, long ones, from a distance, recalls', () => {
  const said = (id: string, held: boolean) => {
    const rung = allRungs(houseCurriculum).find((r) => r.id === id)
    return rung && payWhen(rung, defaultMethod, held)
  }
  expect(
    ['sit-stay.4s', 'sit-stay.60s', 'sit-stay.10m-15s', 'sit.word', 'recall.bowl'].map((id) => said(id, false)),
  ).toEqual([
    'each 4 s of one stay, then release',
    'inside the stay, about every 20 s',
    'every rep',
    'every rep',
    'every rep',
  ])
  expect(['sit-stay.4s', 'sit.word', 'recall.bowl'].map((id) => said(id, true))).toEqual([
    'each 4 s of one stay, then release',
    'one rep in two or three, never evenly',
    'every rep',
  ])
})
