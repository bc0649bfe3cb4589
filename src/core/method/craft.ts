import { is, type Role } from '../curriculum/roles'
import type { Rung } from '../curriculum/types'
import type { DogTraits } from '../dog/traits'

interface CraftDog {
  readonly traits: DogTraits
  readonly young: boolean
}

interface Craft {
  readonly applies: (rung: Rung, dog: CraftDog) => boolean
  readonly words: string | ((dog: CraftDog, rung: Rung) => string)
}

const lured = (rung: Rung): boolean => rung.kind === 'position' && rung.criterion.help === 'lure'
const luredByRole: readonly Role[] = ['lies', 'sits', 'bed', 'by-eye']
const walked = (rung: Rung): boolean => rung.kind === 'heel' && is(rung, 'walking')
const baited = (rung: Rung): boolean => /never the thing left/.test(rung.payWhere)
const near = (rung: Rung): boolean => rung.kind === 'position' && rung.criterion.metres === undefined

/** How hands do it, in the order in which they need it. Common practice. */
const crafts: readonly Craft[] = [
  {
    applies: (r) => lured(r) && is(r, 'lies'),
    words: 'Lure slowly, close to the nose: straight down between the paws, then out along the floor.',
  },
  {
    applies: (r) => lured(r) && is(r, 'sits'),
    words: 'Lure slowly, close to the nose: up, and back over the head.',
  },
  { applies: (r) => lured(r) && is(r, 'bed'), words: 'Lure slowly, close to the nose, as far as the paws follow.' },
  {
    applies: (r) => lured(r) && !luredByRole.some((role) => is(r, role)),
    words: 'Lure slowly, close to the nose. Open your hand as soon as the dog follows.',
  },
  {
    applies: (r) => near(r) && is(r, 'lies'),
    words: ({ traits }) =>
      `Between reps toss ${traits.toys ? 'a toy' : 'a piece'} away, or step off, so that the dog gets up.`,
  },
  {
    applies: (r) => near(r) && is(r, 'sits') && r.criterion.start === undefined,
    words: 'Between reps take a step, so that the dog stands again.',
  },
  {
    applies: (r, { traits }) => walked(r) && !traits.toys,
    words: 'Use soft pieces, halved, that can be swallowed on the move.',
  },
  {
    applies: (r, { traits }) => walked(r) && r.paySteps !== undefined && !traits.toys,
    words: 'A small dog: the food on the end of a stick, at the seam.',
  },
  {
    applies: (r) => walked(r),
    words: ({ traits }) =>
      `Reward each ${traits.blind ? 'turn of the head to you' : 'look up'} that nobody asked for` +
      `${traits.deaf ? '' : ', and praise quietly as you reward'}.`,
  },
  {
    applies: (r, { traits }) => walked(r) && traits.deaf,
    words: 'Lagging: walk faster. Do the opposite of what the dog does.',
  },
  {
    applies: baited,
    words: 'Use bait that the dog wants. See the dog reach for it once before you begin.',
  },
  {
    applies: (r, { traits }) => is(r, 'far-down') && !traits.blind,
    words: 'The other hand than for the down at your feet, so that the two are told apart.',
  },
  {
    applies: (r, { traits }) => traits.toys && r.kind !== 'settle',
    words: 'To get the toy back hold it dead still, or show a second one. The best toy waits for the hardest rung.',
  },
  {
    applies: (r, { young, traits }) => young && !traits.toys && (near(r) || walked(r)),
    words: 'A puppy: food or a short tug, whichever the puppy wants more. A spin or through the legs between sets.',
  },
]

/** How this rung is done with this dog, in sentences; nothing where its card says all. */
export const craftOf = (rung: Rung, dog: CraftDog): readonly string[] =>
  crafts.flatMap(({ applies, words }) =>
    applies(rung, dog) ? [typeof words === 'string' ? words : words(dog, rung)] : [],
  )
