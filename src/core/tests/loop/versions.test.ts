import { describe, expect, it } from 'vitest'
import { houseVersionFour } from '../../curriculum/earlier'
import { houseCurriculum } from '../../curriculum/house'
import { allRungs, findRung } from '../../curriculum/lookup'
import type { Curriculum } from '../../curriculum/types'
import { live } from './live'
import type { RungId } from '../../ids'

/** Every rung of the version before, promised alone to a dog that never misses, on it and on the shipped one. */
const whole = process.env['KIBOU_SOAK_LOOP'] !== undefined
const readyOn = (curriculum: Curriculum, rungId: RungId): number =>
  live({ curriculum, promises: [{ rungId, level: 0, places: 1, people: 1 }], days: 24, setsADay: 400 }).readyOn ?? 99

describe('a dog that never misses, on the version before and on the shipped one', () => {
  it('is ready for the same end in no more days, but where a call out of a stay waits for the stay', () => {
    const four = houseVersionFour()
    const later = allRungs(four)
      .filter((r, i) => whole || i % 3 === 0 || r.id === 'recall.from-stay')
      .flatMap((r) => {
        const now = findRung(houseCurriculum, r.id)?.rung.id ?? ''
        const [was, is] = [readyOn(four, r.id), readyOn(houseCurriculum, now)]
        return is > was ? [[r.id, was, is]] : []
      })
    expect(later).toEqual([['recall.from-stay', 4, 5]])
  })
})
