import { z } from 'zod'
import type { PersonId } from '@/core/ids'

/** Design choice: a machine that many sign in at shows so many of its last names first. */
const mostNames = 4
const place = 'kibou-last-here'
const shape = z.array(z.string().max(64)).max(mostNames)

/** Ids of those who signed in at this machine last, the newest first. */
export function lastHere(): readonly string[] {
  try {
    return shape.safeParse(JSON.parse(localStorage.getItem(place) ?? '[]')).data ?? []
  } catch {
    return []
  }
}

/** Keeps that somebody signed in here. */
export function wasHere(personId: PersonId): void {
  try {
    localStorage.setItem(
      place,
      JSON.stringify([personId, ...lastHere().filter((id) => id !== personId)].slice(0, mostNames)),
    )
  } catch {
    // A browser that keeps nothing shows the names in their usual order.
  }
}

/** Sorts people so that those of these ids come first, in that order. */
export const firstOf = <T extends { readonly id: string }>(
  people: readonly T[],
  ids: readonly string[],
): readonly T[] => [
  ...ids.flatMap((id) => people.find((p) => p.id === id) ?? []),
  ...people.filter((p) => !ids.includes(p.id)),
]
