import type { z } from 'zod'
import type { rememberedShape } from './shapes'

/** Where and how this device last worked: the next set begins with it, whichever dog it is. */
export type Remembered = z.output<typeof rememberedShape>

export const rememberedPlace = 'kibou-around'

export function remember(next: Remembered): void {
  try {
    localStorage.setItem(rememberedPlace, JSON.stringify(next))
  } catch {
    return
  }
}
