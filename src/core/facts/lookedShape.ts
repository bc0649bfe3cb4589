import { z } from 'zod'
import { seconds } from './kind'
import { lookedWords } from './looked'
import { ownersHandNames } from './words'

/** What was looked at in a rep; nothing where nobody looked. */
export const lookedShape = z
  .strictObject({
    helperDog: z.enum(lookedWords.helperDog).optional(),
    voice: z.enum(lookedWords.voice).optional(),
    struggle: z.enum(lookedWords.struggle).optional(),
    speed: z.enum(lookedWords.speed).optional(),
    led: z.enum(lookedWords.led).optional(),
    toy: z.enum(lookedWords.toy).optional(),
    keen: z.enum(lookedWords.keen).optional(),
    level: z.int().min(0).max(5).optional(),
    metres: z.number().min(0).max(200).optional(),
    lookUps: z.int().min(0).max(99).optional(),
    playMinutes: z.number().min(0.5).max(30).optional(),
    leashMoved: z.boolean().optional(),
    hands: z.array(z.enum(ownersHandNames)).max(ownersHandNames.length).readonly().optional(),
    arriveSeconds: seconds.optional(),
    angle: z.int().min(0).max(180).optional(),
  })
  .readonly()
