import { describe, expect, it } from 'vitest'
import { houseCurriculum } from '../curriculum/house'
import { allRungs } from '../curriculum/lookup'
import { heard } from '../dog/deaf'
import { adaptCurriculum } from '../dog/adaptCurriculum'
import { plainDog, type DogTraits } from '../dog/traits'
import { craftOf } from './craft'
import type { RungId } from '../ids'

const on = (rungId: RungId, traits: Partial<DogTraits> = {}, young = false) => {
  const dog = { traits: { ...plainDog, ...traits }, side: 'left' as const, young }
  const rung = allRungs(adaptCurriculum(houseCurriculum, dog)).find((r) => r.id === rungId)
  if (!rung) throw new Error(rungId)
  return craftOf(rung, dog).join(' ')
}

describe('how hands do it (common practice)', () => {
  it.each([
    ['down.lure-sit', {}, /straight down between the paws.*Between reps toss a piece away, or step off/],
    ['down.no-lure', {}, /^Between reps toss a piece away/],
    ['down.no-lure', { toys: true }, /toss a toy away/],
    ['sit.rear', {}, /up, and back over the head.*the dog stands again/],
    ['heel.seam-2', {}, /soft pieces, halved.*stick.*Reward each look up.*praise quietly/],
    ['heel.word', { deaf: true }, /Lagging: walk faster/],
    ['leave-it.uncovered', {}, /bait that the dog wants/],
    ['down-distance.1m', {}, /The other hand/],
    ['recall.line-15', { toys: true }, /dead still, or show a second one/],
  ] as const)('%s, %o', (rungId, traits, words) => {
    expect(on(rungId, traits)).toMatch(words)
  })

  it('a puppy is paid with food or a tug; a rise from a down is no stand, and a hold needs none of it', () => {
    expect(on('sit.full', {}, true)).toMatch(/short tug/)
    expect(on('sit.full')).not.toMatch(/tug/)
    expect(on('sit-stay.5s')).toBe('')
  })

  it('nothing of it has to be heard by a deaf dog', () => {
    const dog = { traits: { ...plainDog, deaf: true }, side: 'left' as const, young: true }
    for (const rung of allRungs(adaptCurriculum(houseCurriculum, dog)))
      expect(craftOf(rung, dog).join(' '), rung.id).not.toMatch(heard)
  })
})
