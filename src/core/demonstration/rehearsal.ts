import { isGoneThrough, spotsOf, triesAt, type ShowRecord } from './record'

/** What a rehearsal came to. */
export interface Rehearsed {
  readonly passed: boolean
  /** Items that did not come off within the tries of house, or were not gone through: what to refresh. */
  readonly refresh: readonly string[]
  /** Why it does not count though everything worked; empty where it does. */
  readonly not: string
}

/** Design choice: what worked at the first or the second try is ready to be shown. */
const mostTries = 2

/**
 * Whether a rehearsal says *ready*: gone through from end to end once, every item that the dog shows come off at the
 * first or second try, by somebody other than whoever worked it most. It books nothing and takes nothing away.
 */
export function rehearsed(
  record: ShowRecord,
  { usual, handlers }: { readonly usual: string | undefined; readonly handlers: number },
): Rehearsed {
  const spots = spotsOf(record).filter((s) => s.turn === 'trainer')
  const asked = spots.filter((s) => (record.items.find((i) => i.id === s.itemId)?.rungId ?? null) !== null)
  const failing = asked.filter(
    (spot) =>
      !triesAt(record, spot)
        .slice(0, mostTries)
        .some((t) => t.outcome === 'clean'),
  )
  const refresh = failing.map((s) => record.items.find((i) => i.id === s.itemId)?.title ?? s.itemId)
  const not = !isGoneThrough(record)
    ? 'The rehearsal was not finished.'
    : record.leashHolder === usual && handlers > 1
      ? 'The dog’s usual handler held the leash. Rehearse with a second handler to see whether the dog generalizes.'
      : ''
  return { passed: refresh.length === 0 && not === '', refresh, not }
}

/** Who held the leash in most reps; undefined where nobody did. */
export function usualHandler(
  sets: readonly { readonly leashHolder: string; readonly turn?: unknown; readonly reps: readonly unknown[] }[],
): string | undefined {
  const counts = new Map<string, number>()
  for (const set of sets)
    if (set.turn === undefined) counts.set(set.leashHolder, (counts.get(set.leashHolder) ?? 0) + set.reps.length)
  return [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))[0]?.[0]
}
