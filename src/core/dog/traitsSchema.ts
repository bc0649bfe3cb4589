import { z } from 'zod'
import { feltSignals } from './felt'

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
    /** What a deaf dog feels or sees before the hand; any of them where nobody has chosen. */
    felt: z.enum(feltSignals).optional(),
    /**
     * What a deaf dog is shown in place of its release word and its marker, as its owner shows them; and the hands of
     * commands, by their id, that are not the ladder’s.
     */
    signs: z
      .strictObject({
        release: z.string().max(60).optional(),
        mark: z.string().max(60).optional(),
        of: z.record(z.string().max(40), z.string().max(120)).optional(),
      })
      .readonly()
      .optional(),
    /** Commands that its owner asks for with the hand alone. */
    byHand: z.array(z.string().max(40)).max(60).readonly().optional(),
    bornOn: z
      .string()
      .regex(/^\d{4}-\d{2}-\d{2}$/)
      .nullable(),
  })
  .readonly()
