import { z } from 'zod'

/** What of a dog itself changes its ladder. Everything false is a grown, sound dog that works for food. */
export const dogTraits = z
  .strictObject({
    deaf: z.boolean(),
    blind: z.boolean(),
    /** Old, lame, long-backed or arthritic: fewer rises, soft floor, the down instead of the sit. */
    stiff: z.boolean(),
    giant: z.boolean(),
    /** Frightened of people. */
    shy: z.boolean(),
    /** So fond of people that they are the distraction. */
    fond: z.boolean(),
    anxious: z.boolean(),
    /** Works for toys, not for food. */
    toys: z.boolean(),
    /** Pulls hard on the leash. */
    puller: z.boolean(),
    /** These three bear heat badly. */
    flat: z.boolean().default(false),
    heavy: z.boolean().default(false),
    dark: z.boolean().default(false),
    bornOn: z
      .string()
      .regex(/^\d{4}-\d{2}-\d{2}$/)
      .nullable(),
  })
  .readonly()
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

/** House: a dog counts as young until six months, 26 weeks to the day. */
export const youngUntilDays = 182
