import { plainDog } from '../dog/traits'
import type { DogWords } from '../method/instruct'

/** The words of a dog that tests speak of: a grown, plain one on the left, but for what a test says else. */
export const wren = (more: Partial<DogWords> = {}): DogWords => ({
  name: 'Wren',
  cue: undefined,
  release: 'Okay',
  marker: 'Yes',
  side: 'left',
  young: false,
  traits: plainDog,
  ...more,
})
