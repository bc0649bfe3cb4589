import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { findRung, ownRung } from '../curriculum/lookup'
import { passTo, work, type SetPlan } from '../tests/facts'
import { lockedReason, type GateContext } from './gates'
import type { DogState } from './state'

const open = {
  ...houseCurriculum,
  commands: houseCurriculum.commands.map((c) => ({
    ...c,
    runs: c.runs.map((r) => ({ ...r, rungs: r.rungs.map((g) => ({ ...g, needs: [] })) })),
  })),
}
const twice = (rung: string, kit?: string): SetPlan[] =>
  [...passTo(open, rung), ...passTo(open, rung, 1)].map((plan) => (kit === undefined ? plan : { ...plan, kit }))
/** Everything that must be held on leash, in the barn. */
const onLeash: SetPlan[] = [
  ...twice('sit.from-down'),
  ...twice('sit-stay.45s'),
  ...twice('recall.front', 'long line'),
  ...twice('heel.other-side'),
]
const stateOf = (plans: SetPlan[]): DogState => work(open, plans).state
const yard: GateContext = { placeId: 'yard', placeKind: 'yard', level: 0, kit: 'none' }
const barn: GateContext = { placeId: 'barn', placeKind: 'room', level: 0, kit: 'none' }
const shut = (state: DogState, rung: string, where: GateContext) => {
  const found = ownRung(houseCurriculum, rung)
  if (!found) throw new Error(rung)
  return lockedReason(state, open, { ...found.rung, needs: [] }, where)
}

describe('the unclip gate (common practice)', () => {
  it('off leash needs sit, stay, recall and heel held on leash, and names what is missing', () => {
    expect(shut(stateOf([]), 'recall.off-leash', yard)).toBe(
      'off leash needs sit “Word alone” mastered, sit-stay “30 s” mastered, recall “Long line, 30 steps” mastered, ' +
        'heel “Word before stepping off” mastered on leash',
    )
    expect(shut(stateOf(onLeash.filter((p) => !p.rung.startsWith('heel'))), 'recall.off-leash', yard)).toContain(
      'heel “Word before stepping off”',
    )
    expect(shut(stateOf(onLeash), 'check-in.off-leash', yard)).toBeUndefined()
  })

  it('what was done loose counts for nothing here, and again on leash it does', () => {
    const loose = onLeash.map((p): SetPlan => (p.rung === 'heel.word' ? { ...p, kit: 'none' } : p))
    expect(shut(stateOf(loose), 'check-in.off-leash', yard)).toContain(
      'heel “Word before stepping off” mastered on leash',
    )
    expect(
      shut(
        stateOf([...loose, ...twice('heel.other-side').map((p) => ({ ...p, day: (p.day ?? 0) + 2 }))]),
        'check-in.off-leash',
        yard,
      ),
    ).toBeUndefined()
  })

  it('only in an enclosure, whatever is held', () => {
    for (const placeKind of ['open', 'street', 'square'] as const)
      expect(shut(stateOf(onLeash), 'check-in.off-leash', { ...yard, placeKind })).toContain(
        'secure enclosure; public places by local law',
      )
  })

  it('holds for any rung worked on no kit outdoors, and not in a room', () => {
    expect(shut(stateOf([]), 'sit.rear', yard)).toContain('off leash needs')
    expect(shut(stateOf([]), 'sit.rear', { ...yard, kit: '1.8 m leash' })).toBeUndefined()
    expect(shut(stateOf([]), 'sit.rear', barn)).toBeUndefined()
  })
})

describe('the cue guard (common practice)', () => {
  it('no calling off leash until the leash recall is held at the level and place in question', () => {
    expect(shut(stateOf(onLeash), 'recall.off-leash', yard)).toContain('mastered on leash here, at level 0 or above')
    const inYard: SetPlan[] = [2, 3].map((day) => ({
      rung: 'recall.line-30',
      reps: 'C C C C C C C C C C',
      day,
      place: 'yard',
      placeKind: 'yard',
      level: 1,
      kit: 'long line',
    }))
    expect(shut(stateOf([...onLeash, ...inYard]), 'recall.off-leash', yard)).toBeUndefined()
    expect(shut(stateOf([...onLeash, ...inYard]), 'recall.off-leash', { ...yard, level: 2 })).toContain('at level 2')
  })

  it('no recall word until the dog comes to its attention signal', () => {
    const found = ownRung(houseCurriculum, 'recall.bowl-word')
    const onLine = { ...barn, kit: 'self-winding leash' }
    expect(found && lockedReason(stateOf([]), houseCurriculum, found.rung, onLine)).toBe(
      'needs recall “Attention signal” mastered',
    )
    expect(found && lockedReason(stateOf(twice('recall.bowl')), houseCurriculum, found.rung, onLine)).toBeUndefined()
  })

  it('a call without a leash is a call off leash, in the training room as well', () => {
    expect(shut(stateOf([]), 'recall.bowl-word', barn)).toContain('off leash needs')
    expect(shut(stateOf([]), 'sit.word', barn)).toBeUndefined()
  })

  it('reps on a leash that does not reach, or on none, count for no gate: only kit that can be true', () => {
    for (const kit of ['1.8 m leash', '1.2 m leash', 'tether', 'none', 'harness'])
      expect([
        kit,
        shut(
          stateOf([...onLeash.filter((p) => !p.rung.startsWith('recall')), ...twice('recall.fist', kit)]),
          'check-in.off-leash',
          yard,
        ),
      ]).toEqual([kit, expect.stringContaining('recall “Long line, 30 steps” mastered on leash')])
  })
})

it('a rung of a kind of place is shut elsewhere, a prerequisite shuts it anywhere', () => {
  const street = findRung(houseCurriculum, 'down.street')
  expect(street && lockedReason(stateOf([]), houseCurriculum, street.rung, barn)).toContain('its own kind of location')
  const stay = findRung(houseCurriculum, 'sit-stay.1s')
  expect(stay && lockedReason(stateOf([]), houseCurriculum, stay.rung, barn)).toBe('needs sit “Empty hand” mastered')
})
