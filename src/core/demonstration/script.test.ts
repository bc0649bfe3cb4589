import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { allRungs, findCommand, findRung } from '../curriculum/lookup'
import { is } from '../curriculum/roles'
import type { Curriculum } from '../curriculum/types'
import { pronounsOf } from '../dog/pronouns'
import { adaptCurriculum } from '../dog/adaptCurriculum'
import { plainDog, traitNames, type DogTraits } from '../dog/traits'
import { defaultMethod } from '../method/method'
import { emptyDogState, emptyLadderState, emptyTally, type DogState } from '../progress/state'
import { itemOrder } from './items'
import { mostShownSeconds, type ScriptQuestion } from './shown'
import { scriptOf, type Script } from './script'
import type { RungId } from '../ids'

/** A dog that met the rules of these rungs on two days at a level; of some a refresher failed since. */
function stateWith(
  ladder: Curriculum,
  met: readonly {
    readonly rungId: RungId
    readonly level?: number
    readonly days?: number
    readonly slipped?: boolean
  }[],
): DogState {
  const state = emptyDogState()
  for (const { rungId, level = 0, days = 2, slipped = false } of met) {
    const at = findRung(ladder, rungId)
    if (!at) continue
    const run = (state.runs[at.ladderKey] ??= emptyLadderState())
    run.tallies[at.rung.id] = {
      ...emptyTally(),
      met: Array.from({ length: days }, (_, i) => ({ day: `2026-03-0${i + 1}`, level })),
      lastMet: 5,
      slipped: slipped ? 9 : 0,
    }
  }
  return state
}

const dogOf = (ladder: Curriculum, traits: Partial<DogTraits>, side: 'left' | 'right'): ScriptQuestion['dog'] => ({
  name: 'Teasel',
  pronouns: pronounsOf('female'),
  side,
  traits: { ...plainDog, ...traits },
  finish: undefined,
  words: (id) => ({
    name: 'Teasel',
    cue: houseCurriculum.commands.find((c) => c.id === id)?.defaultCue,
    release: 'Okay',
    marker: 'Yes',
    side,
    young: false,
    traits: { ...plainDog, ...traits },
  }),
  signal: (id) => ladder.commands.find((c) => c.id === id)?.signal ?? '',
})

const ask = (
  met: Parameters<typeof stateWith>[1],
  more: Partial<ScriptQuestion> = {},
  traits: Partial<DogTraits> = {},
  side: 'left' | 'right' = 'left',
): Script => {
  const curriculum = adaptCurriculum(houseCurriculum, { traits: { ...plainDog, ...traits }, side, young: false })
  const dog = dogOf(curriculum, traits, side)
  return scriptOf({
    curriculum,
    state: stateWith(curriculum, met),
    promises: [],
    method: defaultMethod,
    dog,
    ...more,
  })
}

const all = [
  'sit.word',
  'down.no-lure',
  'heel.word',
  'heel.halt-sit',
  'sit-stay.60s',
  'sit-stay.round-15s',
  'down-stay.60s',
  'down-stay.round-15s',
  'recall.from-stay',
  'recall.line-15',
  'recall.front',
  'down-distance.2m',
].map((rungId) => ({ rungId }))

const item = (script: Script, id: string) => script.items.find((i) => i.id === id)

describe('the script of a demonstration', () => {
  it('shows a dog that holds all of it in the order of the trade, stays at 45 s', () => {
    const script = ask(all)
    // Common practice: equipment, seated, heel, sit-stay walked round, called, heel, down, walked round, called, far.
    expect(script.items.map((i) => i.id)).toEqual(itemOrder.filter((k) => k !== 'also'))
    expect(script.leftOut).toEqual([])
    expect(item(script, 'sit-round')).toMatchObject({ seconds: 45, short: '' })
    expect(item(script, 'sit-round')?.walk).toContain('Walk once around')
    expect(item(script, 'sit-come')?.shows).toContain('sits in front')
    expect(item(script, 'far-down')).toMatchObject({ metres: 0.5 })
    // What is called is held until the call: no seconds are promised or measured.
    expect(['sit-come', 'down-come'].map((id) => item(script, id)?.seconds)).toEqual([undefined, undefined])
  })

  it('shows a promise that is not held as far as it is, and says so', () => {
    const promises = [{ rungId: 'sit-stay.120s', level: 0, places: 1, people: 1 }]
    const held = ask([{ rungId: 'sit-stay.20s' }], { promises })
    expect(item(held, 'sit-round')).toMatchObject({ seconds: 20, short: 'Promised: 120 s. Mastered and shown: 20 s.' })
    expect(item(held, 'sit-round')).toMatchObject({
      title: 'Sit-stay',
      walk: expect.stringContaining('within reach') as string,
    })
    const more = ask([{ rungId: 'sit-stay.120s' }], { promises })
    expect(item(more, 'sit-round')?.short).toBe('120 s is mastered. 45 s is shown. Home practice goes on from there.')
    const none = ask([], { promises })
    expect(none.leftOut.find((l) => l.id === 'sit-round')).toMatchObject({
      why: 'Promised. No rung of Sit-stay that can be shown is mastered yet.',
      unasked: false,
    })
  })

  it('says where a promise is not held at its level, or along a run of which nothing is held', () => {
    const far = { rungId: 'sit-stay.3m-5s', level: 0, places: 1, people: 1 }
    const busy = { rungId: 'sit-stay.30s', level: 2, places: 1, people: 1 }
    const script = ask([{ rungId: 'sit-stay.30s', level: 1 }], { promises: [far, busy] })
    expect(item(script, 'sit-round')?.short).toBe(
      'Promised: 3 m, 5 s. No rung of that is mastered yet. Promised: 30 s at level 2, not mastered there yet.',
    )
  })

  it('shows less of a hold than is held, never more, and says the shorter everywhere', () => {
    const cut = (seconds: number) => item(ask(all, { most: { 'sit-round': seconds } }), 'sit-round')
    expect(cut(20)).toMatchObject({ seconds: 20, shows: 'Sits 20 s until the release.' })
    expect(cut(20)?.rungs[0]?.rungId).toBe('sit-stay.20s')
    expect(`${cut(20)?.ifFails} ${cut(20)?.tellOwner}`).toMatch(/Ask for 10 seconds.*After 20 seconds/)
    // A listed one: what lies between is not held as such.
    expect(cut(25)?.seconds).toBe(20)
    expect(cut(300)?.seconds).toBe(45)
  })

  it('of a dog that holds nothing shows the equipment, and says why nothing else', () => {
    const script = ask([])
    expect(script.items.map((i) => i.id)).toEqual(['equipment', 'questions'])
    expect(script.leftOut.every((l) => l.why !== '' && l.unasked)).toBe(true)
    expect(script.items.length + script.leftOut.length).toBe(itemOrder.length - 1)
  })

  it('puts what else was promised before the questions', () => {
    const promises = [{ rungId: 'place.1min', level: 0, places: 1, people: 1 }]
    const script = ask([...all, { rungId: 'place.20s' }], { promises })
    expect(script.items.slice(-2).map((i) => i.id)).toEqual(['also:place', 'questions'])
    expect(item(script, 'also:place')?.short).toBe('Promised: 1 min. Mastered and shown: 20 s.')
  })

  it('is mirrored for the right side', () => {
    const text = (side: 'left' | 'right') => JSON.stringify(ask(all, {}, {}, side))
    const swap: Record<string, string> = { left: 'right', right: 'left' }
    // “Right round” and “right before” are no sides.
    const sides = (t: string) => t.replace(/right round|reads right|falls right/g, '')
    expect(sides(text('right'))).toBe(sides(text('left')).replace(/\b(left|right)\b/g, (w) => swap[w] ?? w))
  })

  it('asks a stiff dog for no sit, a deaf or hand-led one for no word, and pays a toy-driven one in play', () => {
    const stiff = ask(all, {}, { stiff: true })
    expect(item(stiff, 'seated')?.rungs).toEqual([])
    for (const i of stiff.items) expect(`${i.says} ${i.shows} ${i.tellOwner}`).not.toMatch(/\bsits?\b/i)
    expect(stiff.leftOut.map((l) => l.id)).toEqual(expect.arrayContaining(['sit-round', 'sit-come']))
    const deaf = ask(all, {}, { deaf: true })
    for (const i of deaf.items) expect(`${i.says} ${i.tellOwner}`).not.toMatch(/\bsay\b|“|\bvoice\b|\bword\b/i)
    const byHand = ask(all, {}, { byHand: ['sit', 'down', 'sit-stay', 'down-stay'] })
    for (const i of byHand.items.filter((one) => ['sit', 'down', 'sit-stay', 'down-stay'].includes(one.command ?? '')))
      expect(`${i.says} ${i.tellOwner}`).not.toMatch(/say “(?!Okay)|\bvoice\b|\bword\b/i)
    const walked = (traits: Partial<DogTraits>) => item(ask(all, {}, traits), 'heel')?.tellOwner ?? ''
    expect(walked({})).toContain('looks up at you, give her a treat at your left leg and praise her quietly')
    expect(walked({ deaf: true })).not.toContain('praise')
    expect(walked({ blind: true })).not.toContain('looks up')
    const toys = ask(all, {}, { toys: true })
    expect(toys.items.map((i) => i.tellOwner).join(' ')).not.toMatch(/treat/i)
  })

  it('walks off no further than the stay is held, and calls from no further than the call is', () => {
    const stays = findCommand(houseCurriculum, 'sit-stay')?.runs.find((r) => r.id === 'distance')?.rungs ?? []
    const calls = ['recall.leash', 'recall.line-5', 'recall.line-15', 'recall.line-30']
    for (const [n, stay] of stays.entries())
      for (const call of calls) {
        const held = ['recall.from-stay', 'sit-stay.45s', stay.id, call].map((rungId) => ({ rungId }))
        const come = item(ask(held), 'sit-come')
        const off = Math.max(
          ...stays.slice(0, n + 1).flatMap((r) => (is(r, 'walks-round') ? [] : [r.criterion.metres ?? 0])),
        )
        const called = findRung(houseCurriculum, call)?.rung.criterion.steps ?? 0
        expect([stay.id, come !== undefined]).toEqual([stay.id, true])
        if (come?.steps === undefined)
          expect(come?.walk).toMatch(off >= 1.5 ? /end of the 1\.8 m leash/ : /^Walk one step away/)
        else expect([stay.id, come.steps * 0.75 <= off, come.steps <= called]).toEqual([stay.id, true, true])
      }
    // Held close by only: nobody walks off at all.
    const near = ask(['recall.from-stay', 'sit-stay.45s', 'recall.line-15'].map((rungId) => ({ rungId })))
    expect(item(near, 'sit-come')).toBeUndefined()
    expect(near.leftOut.find((l) => l.id === 'sit-come')?.why).toContain('not mastered at a distance yet')
  })

  // Written apart: a rung is held when it, or a harder one on its axis, was met on two days and did not slip since.
  const met = fc.array(
    fc.record({
      rungId: fc.constantFrom(...allRungs(houseCurriculum).map((r) => r.id)),
      level: fc.integer({ min: 0, max: 5 }),
      days: fc.integer({ min: 1, max: 2 }),
      slipped: fc.boolean(),
    }),
    { maxLength: 25 },
  )
  const traits = fc.uniqueArray(fc.constantFrom(...traitNames), { maxLength: 3 })
  it('never shows a rung above what is held, one behind a gate, a stay beyond 45 s, or an item out of turn', () => {
    fc.assert(
      fc.property(met, traits, fc.constantFrom('left' as const, 'right' as const), (facts, names, side) => {
        const own = Object.fromEntries(names.map((n) => [n, true]))
        const newest = [...new Map(facts.map((f) => [f.rungId, f])).values()]
        const promises = newest.slice(0, 6).map((f) => ({ rungId: f.rungId, level: 0, places: 1, people: 1 }))
        const script = ask(newest, { promises }, own, side)
        const ladder = adaptCurriculum(houseCurriculum, { traits: { ...plainDog, ...own }, side, young: false })
        const meant = newest.flatMap((f) => {
          const at = findRung(ladder, f.rungId)
          return at ? [{ ...f, at }] : []
        })
        for (const shown of script.items.flatMap((i) => i.rungs)) {
          const at = findRung(ladder, shown.rungId)
          expect(at?.rung.gate).toBeUndefined()
          const proofs = meant.filter(
            (m) => m.at.ladderKey === at?.ladderKey && m.at.index >= at.index && m.at.rung.axis === at.rung.axis,
          )
          expect(proofs.some((m) => m.days === 2 && m.level >= shown.level)).toBe(true)
        }
        for (const i of script.items)
          if (i.kind === 'sit-round' || i.kind === 'down-round')
            expect(i.seconds ?? 0).toBeLessThanOrEqual(mostShownSeconds)
        const turns = script.items.map((i) => itemOrder.indexOf(i.kind))
        expect(turns).toEqual([...turns].sort((a, b) => a - b))
      }),
      { numRuns: 300 },
    )
  })
})
