import { prefsPlace, usualPrefs, type Prefs } from './prefs'
import { rememberedPlace, type Remembered } from './remembered'
import { prefsShape, rememberedShape } from './shapes'
import type { EpochMs } from '@/core/epochMs'

/**
 * The device’s own settings, each by itself; the usual one where nothing was kept, or where something odd was.
 */
export function readPrefs(): Prefs {
  try {
    const stored: unknown = JSON.parse(localStorage.getItem(prefsPlace) ?? '{}')
    const prefs = typeof stored === 'object' && stored !== null ? stored : {}
    const whole = prefsShape.safeParse({ ...usualPrefs, ...prefs })
    if (whole.success) return whole.data
    const odd = new Set(whole.error.issues.map((i) => i.path[0]))
    return prefsShape.parse({
      ...usualPrefs,
      ...Object.fromEntries(Object.entries(prefs).filter(([k]) => !odd.has(k))),
    })
  } catch {
    return usualPrefs
  }
}

/** Design choice: after so long the day is another one and the weather is not the same. */
const goodForMs = 3 * 3_600_000

/** Where and how this device last worked, while that still says something. */
export function recall(now: EpochMs): Remembered | undefined {
  try {
    const known = rememberedShape.safeParse(JSON.parse(localStorage.getItem(rememberedPlace) ?? 'null')).data
    return known && now - known.at < goodForMs && known.at <= now ? known : undefined
  } catch {
    return undefined
  }
}
