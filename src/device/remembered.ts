/** Where and how this device last worked: the next set begins with it, whichever dog it is. */
export interface Remembered {
  readonly at: number
  readonly placeId?: string | undefined
  readonly personId?: string | undefined
  readonly helper: boolean
  readonly band: 'over-15' | '5-15' | 'under-5' | null
  /** The dogs that were about lately, newest first. */
  readonly partners: readonly string[]
  readonly temperatureC: number | null
  readonly humidity: number | null
}

export const rememberedPlace = 'kibou-around'

export function remember(next: Remembered): void {
  try {
    localStorage.setItem(rememberedPlace, JSON.stringify(next))
  } catch {
    return
  }
}
