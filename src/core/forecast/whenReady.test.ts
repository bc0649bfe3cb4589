import { describe, expect, it } from 'vitest'
import { seeded } from '../seeded'
import { whenReady, type SaidWhen } from './whenReady'

/** Dogs that come off with a chance of their own each day, and leave sight the sooner the surer they are. */
function dogs(n: number, seed: number, said: (chance: number) => number): readonly SaidWhen[] {
  const draw = seeded(seed)
  return Array.from({ length: n }, () => {
    const chance = 0.02 + 0.3 * draw()
    const seen = 2 + Math.floor((1.1 - 3 * chance) * 20 * draw())
    let day = 0
    while (day < seen && draw() >= chance) day++
    const came = day < seen || draw() < chance
    return { day: Math.min(day, seen), came, by: (d: number) => 1 - (1 - said(chance)) ** (d + 1) }
  })
}

describe('when dogs were ready, beside what was said', () => {
  it('is the same twice where forecasts are right, though the surest leave sight first', () => {
    const rows = whenReady(dogs(20_000, 3, (p) => p))
    expect(rows.length).toBeGreaterThan(15)
    for (const { said, came, open } of rows)
      expect(Math.abs(said - came)).toBeLessThan(4 * Math.sqrt(0.25 / open) + 0.002)
    // Over all of them at once, whoever is still seen, it would not be.
    const all = dogs(20_000, 3, (p) => p)
    const plain = all.reduce((sum, one) => sum + one.by(12), 0) / all.length
    expect(plain - (rows[12]?.came ?? 0)).toBeGreaterThan(0.01)
  })

  it('says sooner where sooner was said, and later where later was', () => {
    const [sooner, later] = [1.5, 0.6].map((times) => whenReady(dogs(2000, 7, (p) => Math.min(1, times * p)))[6])
    expect((sooner?.said ?? 0) - (sooner?.came ?? 0)).toBeGreaterThan(0.08)
    expect((later?.came ?? 0) - (later?.said ?? 0)).toBeGreaterThan(0.08)
  })

  it('says nothing of days that fewer than five were seen on, nor of none', () => {
    const six: readonly SaidWhen[] = [1, 2, 2, 4, 6, 9].map((day) => ({ day, came: day !== 9, by: () => 0.5 }))
    expect(whenReady(six).map((r) => [r.days, r.open])).toEqual([
      [0, 6],
      [1, 6],
      [2, 5],
    ])
    expect(whenReady([])).toEqual([])
  })

  it('reckons a dog that was sure as come', () => {
    const sure: readonly SaidWhen[] = Array.from({ length: 5 }, () => ({
      day: 3,
      came: true,
      by: (d) => Number(d >= 1),
    }))
    expect(whenReady(sure).map((r) => [r.said, r.came])).toEqual([
      [0, 0],
      [1, 0],
      [1, 0],
      [1, 1],
    ])
  })
})
