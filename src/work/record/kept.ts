import { z } from 'zod'
import type { Mark } from '@/core/progress/machine'
import type { DogState } from '@/core/progress/state'
import { foldVersion, type Summary } from '@/core/promise/summary'
import type { Db } from '@/store/database'
import { readStanding, readSummaries, writeStanding } from '@/store/standings'

/**
 * What is kept of the folding of facts, so that they need not be folded again: on the disk a standing a residency, in
 * this process the summaries as they were read last. What is kept holds or is not given out (store/standings.ts);
 * nothing else in Kibou remembers anything derived from facts.
 */
export interface Kept {
  readonly state: DogState
  readonly summary: Summary
  /** How far the facts are that it was folded from; undefined when that is not known any more. */
  readonly mark: (Mark & { readonly days: readonly string[] }) | undefined
}

const markRow = z.object({
  last: z
    .object({ at: z.number(), device: z.string(), seq: z.number() })
    .optional()
    .transform((last) => last),
  sets: z.array(z.object({ id: z.string(), reps: z.number(), clean: z.number() })),
  days: z.array(z.string()),
})

/** The kept standing of a residency as of this moment; undefined when none holds. */
export function kept(db: Db, residencyId: string, now: number): Kept | undefined {
  const row = readStanding(db, residencyId, { now, foldVersion })
  return (
    row && {
      state: own<DogState>(row.state),
      summary: own<Summary>(row.summary),
      mark: row.mark === '' ? undefined : markRow.parse(JSON.parse(row.mark)),
    }
  )
}

/** Keeps a standing until the moment at which another rule holds for its dog. */
export function keep(
  db: Db,
  residencyId: string,
  { state, summary, mark }: Kept & { readonly mark: Mark & { readonly days: readonly string[] } },
  { curriculumVersion, holdsUntil }: { readonly curriculumVersion: number; readonly holdsUntil: number | undefined },
): void {
  writeStanding(db, {
    residencyId,
    foldVersion,
    curriculumVersion,
    holdsUntil: holdsUntil ?? null,
    state: JSON.stringify(state),
    summary: JSON.stringify(summary),
    mark: JSON.stringify(mark),
  })
}

interface Read {
  readonly text: string
  readonly summary: Summary
}
/**
 * What was read the last time, with the words it was read from: most dogs have not moved since, and reading takes most
 * of the wall's time.
 */
const lastRead = new WeakMap<Db, ReadonlyMap<string, Read>>()

/** The kept summaries of everyone here on this day; those that do not hold are missing from the map. */
export function keptSummaries(db: Db, day: string, now: number): ReadonlyMap<string, Summary> {
  const before = lastRead.get(db)
  const read = new Map(
    [...readSummaries(db, day, { now, foldVersion })].map(([id, text]) => {
      const known = before?.get(id)
      return [id, known?.text === text ? known : { text, summary: own<Summary>(text) }] as const
    }),
  )
  lastRead.set(db, read)
  return new Map([...read].map(([id, r]) => [id, r.summary]))
}

/**
 * Reads back what `keep` wrote under the same fold version. This is our own derived value, not an outside boundary:
 * parsing it field by field would cost more than deriving the wall, and anything odd in it is cured by a rebuild.
 */
const own = <T>(json: string): T => JSON.parse(json) as T
