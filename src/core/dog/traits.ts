import { figures } from '../figures'
import type { z } from 'zod'
import type { dogTraits } from './traitsSchema'

/** What of a dog itself changes its ladder. The schema lies apart: a screen needs the words without the parser. */
export type DogTraits = z.infer<typeof dogTraits>

/** Traits that are so or not, in the order a form asks for them. */
export const traitNames = [
  'deaf',
  'blind',
  'stiff',
  'giant',
  'shy',
  'fond',
  'anxious',
  'toys',
  'puller',
  'flat',
  'heavy',
  'dark',
] as const
export const traitWords: Readonly<Record<(typeof traitNames)[number], string>> = {
  deaf: 'deaf',
  blind: 'blind',
  stiff: 'old, lame or stiff',
  giant: 'giant',
  shy: 'frightened of people',
  fond: 'too fond of people',
  anxious: 'anxious',
  toys: 'works for toys',
  puller: 'pulls hard',
  flat: 'flat-faced',
  heavy: 'heavy',
  dark: 'dark-coated',
}

export const plainDog: DogTraits = {
  deaf: false,
  blind: false,
  stiff: false,
  giant: false,
  shy: false,
  fond: false,
  anxious: false,
  toys: false,
  puller: false,
  flat: false,
  heavy: false,
  dark: false,
  bornOn: null,
}

/** Design choice: a dog counts as young until six months, 26 weeks to the day. */
export const youngUntilDays = figures.youngUntil.value
