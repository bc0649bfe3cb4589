import type { WireFact } from '@/core/facts/wire'

/*
 * What was tapped and is not on the browser's disk yet. Its database answers later, and a page that is left or loaded
 * again in between takes an unfinished write with it; this store takes a text at once. Each fact has its own place, so
 * that two tabs never write over each other.
 */

const prefix = 'kibou-in-flight-'

export function holdInFlight(fact: WireFact): void {
  try {
    localStorage.setItem(prefix + fact.id, JSON.stringify(fact))
  } catch {
    // A browser without this store, or a full one: the database alone keeps it, a moment later.
  }
}

export function landed(id: string): void {
  try {
    localStorage.removeItem(prefix + id)
  } catch {
    // As above.
  }
}

/** What a page before this one left in flight, oldest first; what is no fact of that place is thrown away. */
export function leftInFlight(): readonly WireFact[] {
  try {
    const places = Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '')
    return places
      .filter((place) => place.startsWith(prefix))
      .flatMap((place) => {
        const fact = factOf(localStorage.getItem(place), place.slice(prefix.length))
        if (!fact) localStorage.removeItem(place)
        return fact ?? []
      })
      .sort((a, b) => a.deviceAt - b.deviceAt || a.seq - b.seq)
  } catch {
    return []
  }
}

/** Only what a fact of any kind has: its own schema is asked at the kennel, and would weigh on every first load. */
function factOf(text: string | null, id: string): WireFact | undefined {
  try {
    const read: unknown = JSON.parse(text ?? 'null')
    if (typeof read !== 'object' || read === null) return undefined
    const fields = read as Partial<Record<'id' | 'kind' | 'seq' | 'deviceAt', unknown>>
    const whole =
      fields.id === id &&
      typeof fields.kind === 'string' &&
      Number.isSafeInteger(fields.seq) &&
      Number.isSafeInteger(fields.deviceAt)
    return whole ? (read as WireFact) : undefined
  } catch {
    return undefined
  }
}
