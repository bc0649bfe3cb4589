import { z } from 'zod'

/** What the browser keeps for this device. Apart: who needs the types only has no parser in its first load. */

const keys = z.array(z.string().min(1).max(32)).max(4)
export const prefsShape = z.object({
  thumb: z.enum(['right', 'left']),
  sounds: z.boolean(),
  ticks: z.boolean(),
  payTones: z.boolean(),
  buzzes: z.boolean(),
  /** The keys of a remote, by what they do. */
  remote: z.object({ go: keys, helped: keys, late: keys, miss: keys, undo: keys }),
})

export const rememberedShape = z.object({
  at: z.number(),
  placeId: z.string().optional(),
  personId: z.string().optional(),
  helper: z.boolean().default(false),
  band: z.enum(['over-15', '5-15', 'under-5']).nullable().default(null),
  /** The dogs that were about lately, newest first. */
  partners: z.array(z.string()).max(3).default([]),
  temperatureC: z.number().nullable().default(null),
  humidity: z.number().nullable().default(null),
})

const typed = z.record(z.string().max(200), z.array(z.string().max(20_000)).max(500))
/** What was typed, by field, and what the form was read at. */
export const leftFormShape = z.object({ values: typed, read: typed })
