import { expect, it } from 'vitest'
import type { DogId, ResidencyId } from './ids'

it('an id of one kind is taken for no other, and text from outside for any', () => {
  const leaves = (residencyId: ResidencyId) => residencyId.length
  const dogId: DogId = 'wren'
  // @ts-expect-error a dog is not one of its stays
  leaves(dogId)
  expect(leaves('wren 1')).toBe(6)
})
