import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { adaptCurriculum } from '../dog/adaptCurriculum'
import { summarize } from '../promise/summary'
import { edgeDog, strengthDog } from '../tests/loop/dogs'
import { arrival, everyday, live, type Told, type World } from '../tests/loop/live'
import { wren } from '../tests/wren'
import { whatNext, type WhatNext } from './next'
import type { RungId } from '../ids'

const promise = (rungId: RungId, level = 0, places = 2, people = 2) => ({ rungId, level, places, people })
const loose = houseCurriculum.commands
  .find((c) => c.id === 'recall')
  ?.runs.flatMap((r) => r.rungs)
  .find((r) => r.gate !== undefined)
const usual = { curriculum: houseCurriculum, promises: everyday, setsADay: 12 } as const

/** Residencies that between them come by what a coach decides. */
const courses: Readonly<Record<string, () => World>> = {
  'a grown dog, until it is ready': () => ({ ...usual, days: 20, dog: edgeDog('usual', 11) }),
  'a puppy that works for toys': () => ({
    ...usual,
    days: 14,
    ageDays: 110,
    traits: { toys: true },
    dog: edgeDog('usual', 12),
  }),
  'a slow deaf dog, where distraction comes first and everything is taught everywhere': () => ({
    ...usual,
    days: 12,
    curriculum: adaptCurriculum(houseCurriculum, {
      traits: { ...wren().traits, deaf: true, fond: true },
      side: 'left',
      young: false,
    }),
    traits: { deaf: true, fond: true },
    method: { ds: 'distraction-first', generalise: 'at-once' },
    dog: strengthDog('slow', 13),
  }),
  'what was promised is proofed far, and called loose': () => ({
    ...usual,
    days: 30,
    promises: [promise('sit.word', 3, 3), promise('sit-stay.15s', 2, 3), promise(loose?.id ?? '', 1, 1)],
    dog: edgeDog('quick', 14),
  }),
  'one room, one person, in the heat, the down first and a busy handler': () => ({
    ...usual,
    days: 12,
    places: [
      { id: 'barn', kind: 'room' },
      { id: 'paddock', kind: 'yard' },
    ],
    people: ['ada'],
    method: { 'first-stay': 'down', 'handler-in-stay': 'busy-from-start', generalise: 'works' },
    weather: { temperatureC: 36, humidity: 60 },
    dog: edgeDog('usual', 15),
  }),
  'a floor that slides, and a barn that is barred': () => ({
    ...usual,
    days: 8,
    places: [
      { id: 'barn', kind: 'room' },
      { id: 'hall', kind: 'room', surface: 'tiles' },
      { id: 'runs', kind: 'corridor' },
    ],
    barred: new Map([['barn', 'Mallet works there']]),
    dog: edgeDog('quick', 16),
  }),
  'a quick dog, long after it was ready': () => ({
    ...usual,
    days: 45,
    setsADay: 6,
    goOn: true,
    promises: [promise('sit.word'), promise('down.no-lure'), promise('place.20s')],
    dog: edgeDog('quick', 17),
  }),
}

/** All that is said at one moment, a line each. */
function saidAt({ day, state, curriculum, traits, conditions }: Told, { promises }: World): readonly string[] {
  const summary = summarize(curriculum, state, promises, { days: day, reps: state.gained })
  const dog = {
    promises,
    words: wren({ traits }),
    arrivesOn: arrival,
    cueWords: new Map([['sit', 'Assis']]),
    tried: [],
  }
  const next: WhatNext = whatNext(curriculum, state, summary, dog, conditions)
  return [
    ...next.sets.map(
      (s) =>
        `${s.rungId}, ${s.purpose}, ${s.why}: ${s.rule}, ${s.setReps} reps, ${s.placeId ?? 'anywhere'}, ` +
        `${s.personId ?? 'anyone'}, level ${s.level}, ${s.kit}; ${s.pay} (${s.payTier}), ${s.payWhen}. ` +
        s.reasons.join(' '),
    ),
    ...next.shut.map((s) => `shut: ${s.commandName} “${s.rungName}”, ${s.opens}`),
    ...next.waits.map((s) => `waits: ${s.commandName} “${s.rungName}”, ${s.opens}`),
    ...(next.rest === '' ? [] : [`rest: ${next.rest}`]),
  ]
}

describe('what a coach says through a whole residency', () => {
  it.each(Object.entries(courses))('%s', async (name, worldOf) => {
    const world = worldOf()
    const lines: string[] = []
    const known = new Map<string, number>()
    live({
      ...world,
      watch: (told) => {
        const said = saidAt(told, world)
        // What was said before is named by its number: the order stands, and nothing is printed twice.
        const order = said.map((line) => {
          const had = known.get(line)
          if (had !== undefined) return `${had}`
          known.set(line, known.size + 1)
          lines.push(`${known.size}. ${line}`)
          return `${known.size}`
        })
        lines.push(`day ${told.day}: ${order.join(' ')}`)
        return true
      },
    })
    const file = `./tests/courses/${name.replaceAll(/[^a-z]+/g, '-')}.md`
    await expect([`# ${name}`, '', ...lines, ''].join('\n')).toMatchFileSnapshot(file)
  })
})
