import { z } from 'zod'
import { prefsPlace, usualPrefs, type Prefs } from './prefs'
import { rememberedPlace, type Remembered } from './remembered'

/** What the browser keeps for this device, read and looked at. Apart, so that the parser is no part of a first load. */

const keys = z.array(z.string().min(1).max(32)).max(4)
const prefs = z.object({
  thumb: z.enum(['right', 'left']).catch(usualPrefs.thumb),
  sounds: z.boolean().catch(usualPrefs.sounds),
  ticks: z.boolean().catch(usualPrefs.ticks),
  payTones: z.boolean().catch(usualPrefs.payTones),
  buzzes: z.boolean().catch(usualPrefs.buzzes),
  remote: z.object({ go: keys, helped: keys, late: keys, miss: keys, undo: keys }).optional().catch(undefined),
})

/** The device’s own settings; the usual ones where nothing was kept, or where something odd was. */
export function readPrefs(): Prefs {
  try {
    const { remote, ...read } = prefs.parse(JSON.parse(localStorage.getItem(prefsPlace) ?? '{}'))
    return { ...read, remote: remote ?? usualPrefs.remote }
  } catch {
    return usualPrefs
  }
}

const remembered = z.object({
  at: z.number(),
  placeId: z.string().optional(),
  personId: z.string().optional(),
  helper: z.boolean().default(false),
  band: z.enum(['over-15', '5-15', 'under-5']).nullable().default(null),
  partners: z.array(z.string()).max(3).default([]),
  temperatureC: z.number().nullable().default(null),
  humidity: z.number().nullable().default(null),
})

/** House: after so long the day is another one and the weather is not the same. */
const goodForMs = 3 * 3_600_000

/** Where and how this device last worked, while that still says something. */
export function recall(now: number): Remembered | undefined {
  try {
    const known = remembered.safeParse(JSON.parse(localStorage.getItem(rememberedPlace) ?? 'null')).data
    return known && now - known.at < goodForMs && known.at <= now ? known : undefined
  } catch {
    return undefined
  }
}
