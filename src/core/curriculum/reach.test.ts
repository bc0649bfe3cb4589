import { describe, expect, it } from 'vitest'
import { kitFor, kitToProve } from '../method/instruct'
import { defaultMethod } from '../method/method'
import { houseCurriculum } from './house'
import { findRung } from './lookup'
import { isOnLeash, metresOff, reaches, reachingKit } from './reach'
import { kits } from './types'

const rungs = houseCurriculum.commands.flatMap((c) => c.runs.flatMap((r) => r.rungs))
const rung = (id: string) => {
  const at = findRung(houseCurriculum, id)
  if (!at) throw new Error(id)
  return at.rung
}

describe('kit and distance', () => {
  it('no rung is proposed, or proved, on a kit that does not reach it', () => {
    const beyond = rungs.filter((g) => !reaches(kitFor(g, defaultMethod), g) || !reaches(kitToProve(g), g))
    expect(beyond.map((g) => g.id)).toEqual([])
    // And those that need a line have one.
    for (const g of rungs)
      if (metresOff(g) > 1.8 && g.gate === undefined)
        expect([g.id, kitFor(g, defaultMethod)]).toEqual([g.id, expect.stringMatching(/long line|self-winding leash/)])
  })

  // Lengths in feet and meters as leashes are sold: 4 ft, 6 ft. Common practice.
  it.each([
    ['1.8 m leash', 'sit-stay.leash-end-5s', true],
    ['1.2 m leash', 'sit-stay.leash-end-5s', false],
    ['1.8 m leash', 'sit-stay.3m-5s', false],
    ['long line', 'sit-stay.10m-15s', true],
    ['1.8 m leash', 'sit.5m', false],
    ['1.8 m leash', 'recall.line-5', false],
    ['long line', 'recall.line-30', true],
    ['self-winding leash', 'recall.bowl', true],
    ['tether', 'down-distance.10m', false],
    // A walk is done together, however many steps it has.
    ['1.2 m leash', 'heel.word', true],
    ['1.8 m leash', 'sit.word', true],
  ])('a %s at %s: %s', (kit, id, on) => {
    expect([reaches(kit, rung(id)), isOnLeash(kit, rung(id))]).toEqual([on, on])
    expect(reachingKit(kit, rung(id))).toBe(on ? kit : 'long line')
  })

  it('what is worn and held by nobody is no leash, near or far', () => {
    for (const kit of ['none', 'flat collar', 'harness'] as const)
      expect(['sit.word', 'sit.5m'].map((id) => isOnLeash(kit, rung(id)))).toEqual([false, false])
    expect(kits.filter((k) => isOnLeash(k, undefined))).toEqual([
      '1.2 m leash',
      '1.8 m leash',
      'long line',
      'self-winding leash',
      'tether',
    ])
  })
})
