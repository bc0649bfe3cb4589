import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { adaptCurriculum } from '../dog/adaptCurriculum'
import { plainDog } from '../dog/traits'
import { saidInstead } from './instead'
import { promisesOfTyped, typedOfPromises } from './typed'
import type { RungId } from '../ids'

const promise = (rungId: RungId) => ({ rungId, level: 0, places: 2, people: 1 })
const stiff = adaptCurriculum(houseCurriculum, { traits: { ...plainDog, stiff: true }, side: 'left', young: false })

describe('what a dog’s own curriculum has in the place of a promise', () => {
  it('is said by both names; what it has itself is not', () => {
    expect(saidInstead(houseCurriculum, stiff, [promise('sit-stay.30s'), promise('sit.word')], 'Bramble')).toEqual([
      'Bramble learns Down-stay “30 s” instead of Sit-stay “30 s”.',
    ])
    expect(saidInstead(houseCurriculum, houseCurriculum, [promise('sit-stay.30s')], 'Bramble')).toEqual([])
    const without = { ...houseCurriculum, commands: houseCurriculum.commands.filter((c) => c.id !== 'place') }
    expect(saidInstead(houseCurriculum, without, [promise('place.20s')], 'Bramble')).toEqual([
      'Bramble’s curriculum does not have Place “20 s”. It cannot be promised.',
    ])
  })

  it('stands in the form in its place, so that keeping the form loses no promise', () => {
    const typed = typedOfPromises(stiff, [promise('sit-stay.30s')])
    expect(promisesOfTyped(stiff, typed)).toEqual([promise('down-stay.30s')])
    // Of two that come to one run, its own stands.
    const both = typedOfPromises(stiff, [promise('sit-stay.30s'), promise('down-stay.10s')])
    expect(promisesOfTyped(stiff, both)).toEqual([promise('down-stay.10s')])
  })
})
