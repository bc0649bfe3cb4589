import { describe, expect, it } from 'vitest'
import { allNeeds } from './lookup'
import { changeRungs } from './change'
import { graphOf } from './graph'
import { houseCurriculum } from './house'
import { allRungs, findRung, ownRung } from './lookup'

describe('the prerequisite graph', () => {
  const graph = graphOf(houseCurriculum)

  it('has a line for every run and a peg for every rung, from 0 to 1', () => {
    expect(graph.lines.map((l) => l.name)).toEqual(
      expect.arrayContaining(['Sit', 'Sit-stay, duration', 'Sit-stay, distance', 'Check-in']),
    )
    expect(graph.lines.reduce((n, l) => n + l.pegs.length, 0)).toBe(allRungs(houseCurriculum).length)
    for (const line of graph.lines)
      expect([line.pegs[0]?.at, line.pegs.at(-1)?.at]).toEqual(line.pegs.length === 1 ? [0.5, 0.5] : [0, 1])
  })

  it('ties rungs, not commands (common practice)', () => {
    const ties = graph.ties.map((t) => `${t.to.name} ← ${t.from.name}`)
    expect(ties).toEqual(
      expect.arrayContaining([
        'Place: Lies on the bed ← Down: Word alone',
        'Down-stay, duration: 1 s ← Down: Word alone',
        'Sit-stay, duration: 1 s ← Sit: Empty hand',
        'Sit-stay, duration: 5 s with the word ← Sit: Word alone',
        'Down at distance: 0.5 m ← Down-stay, duration: 30 s',
        'Down at distance: 0.5 m ← Sit-stay, duration: 30 s',
        'Recall, out of a stay: From a sit-stay ← Sit-stay, distance: End of the leash, 5 s',
        'Recall, out of a stay: From a sit-stay ← Recall: 1.8 m leash',
        'Recall: Enclosed, off leash ← Heel: Word before stepping off',
        'Recall: Enclosed, off leash ← Recall: Long line, 30 steps',
      ]),
    )
    expect(ties).toHaveLength(allRungs(houseCurriculum).reduce((n, r) => n + allNeeds(houseCurriculum, r).length, 0))
  })
})

describe('a rung left out of a ladder', () => {
  it('is stood in for by the next one up, or the last below, for promises but not for facts', () => {
    const without = changeRungs(houseCurriculum, (r) => (r.id === 'sit.full' || r.id === 'sit.10m' ? undefined : r))
    expect(findRung(without, 'sit.full')?.rung.id).toBe('sit.empty')
    expect(findRung(without, 'sit.10m')?.rung.id).toBe('sit.5m')
    expect(ownRung(without, 'sit.full')).toBeUndefined()
  })

  it('takes its empty command along, and what was said to stand in its stead does', () => {
    const without = changeRungs(houseCurriculum, (r) => (r.command === 'marker' ? undefined : r), {
      'marker.test': 'touch.near',
    })
    expect(without.commands.some((c) => c.id === 'marker')).toBe(false)
    expect(findRung(without, 'marker.test')?.rung.id).toBe('touch.near')
    expect(findRung(without, 'marker.pairs')).toBeUndefined()
  })
})
