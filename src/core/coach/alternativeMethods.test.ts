import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { plainDog } from '../dog/traits'
import { adaptCurriculum } from '../dog/adaptCurriculum'
import { alternativeMethodsFor, type Tried } from './stuck'
import type { RungId } from '../ids'

describe('another way of teaching, chosen from the first rep on', () => {
  const names = (rungId: RungId, tried: readonly Tried[] = [], curriculum = houseCurriculum) =>
    alternativeMethodsFor(curriculum, rungId, tried).map((r) => r.name)

  it('the five roads to a down are there before anything was missed (common practice)', () => {
    const roads = names('down.lure-sit').join('; ').toLowerCase()
    for (const road of ['lure', 'bow', 'lowered head', 'quiet room', 'bridge']) expect(roads).toContain(road)
  })

  it('calling has its own, on every rung; a position that is known has none', () => {
    expect(names('recall.line-15')).toEqual(expect.arrayContaining(['Signal first', 'Bowl drill', 'Closed fist']))
    expect(names('sit.5m')).toEqual([])
    expect(names('no.such-rung')).toEqual([])
  })

  it('what was tried of it goes with it', () => {
    const tried: Tried = { rungId: 'recall.line-15', what: 'road-bowl', went: 'better', note: '', at: 1, by: 'Maud' }
    expect(
      alternativeMethodsFor(houseCurriculum, 'recall.line-15', [tried]).find((r) => r.id === 'road-bowl')?.tried,
    ).toEqual([tried])
  })

  it('nobody hides from an anxious dog, by a rung or by a road', () => {
    const anxious = adaptCurriculum(houseCurriculum, {
      traits: { ...plainDog, anxious: true },
      side: 'left',
      young: false,
    })
    expect(names('recall.line-15')).toContain('Hide and seek')
    expect(names('recall.line-15', [], anxious)).not.toContain('Hide and seek')
  })
})
