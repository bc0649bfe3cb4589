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
export function kept(db: Db, residencyId: string, now: number): Pick<Kept, 'state' | 'summary'> | undefined {
  const row = readStanding(db, residencyId, { now, foldVersion })
  if (!row) return undefined
  const states = (lastStates.get(db) ?? lastStates.set(db, new Map()).get(db)) as Map<string, ReadState>
  const known = states.get(residencyId)
  if (known?.text === row.state && known.words === row.summary) return known
  const state = ownState(row.state)
  const summary = ownSummary(row.summary)
  if (!state || !summary) return undefined
  const read = { text: row.state, words: row.summary, state, summary }
  states.delete(residencyId)
  states.set(residencyId, read)
  const [oldest] = states.keys()
  if (states.size > mostStates && oldest !== undefined) states.delete(oldest)
  return read
}

interface ReadState {
  readonly text: string
  readonly words: string
  readonly state: DogState
  readonly summary: Summary
}
/** The same of whole standings, for as many dogs as are looked at in turn; nobody who reads one writes into it. */
const lastStates = new WeakMap<Db, Map<string, ReadState>>()
const mostStates = 64

/** What further facts are folded onto, without what lists read; undefined when none holds or its end is not known. */
export function keptToGoOn(
  db: Db,
  residencyId: string,
  now: number,
): { readonly state: DogState; readonly mark: NonNullable<Kept['mark']> } | undefined {
  const row = readStanding(db, residencyId, { now, foldVersion })
  const state = row && ownState(row.state)
  const mark = row && own<NonNullable<Kept['mark']>>(markRow, row.mark)
  return state && mark && { state, mark }
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
    [...readSummaries(db, day, { now, foldVersion })].flatMap(([id, text]): [string, Read][] => {
      const known = before?.get(id)
      if (known?.text === text) return [[id, known]]
      const summary = ownSummary(text)
      return summary ? [[id, { text, summary }]] : []
    }),
  )
  lastRead.set(db, read)
  return new Map([...read].map(([id, r]) => [id, r.summary]))
}

const stateShape = z.looseObject({
  tick: z.number(),
  runs: z.record(
    z.string(),
    z.looseObject({ position: z.number(), tallies: z.looseObject({}), window: z.looseObject({}) }),
  ),
})
const summaryShape = z.looseObject({
  commands: z.array(z.looseObject({ command: z.string(), runs: z.array(z.looseObject({ id: z.string() })) })),
  needs: z.array(z.looseObject({ command: z.string() })),
})
const ownState = (json: string): DogState | undefined => own<DogState>(stateShape, json)
const ownSummary = (json: string): Summary | undefined => own<Summary>(summaryShape, json)

/**
 * Reads back what `keep` wrote under the same fold version; undefined for anything that is not of that shape, which is
 * then made again from the facts. The shape is looked at as far as who reads it would fall over it: field by field it
 * would cost more than deriving the wall.
 */
function own<T>(shape: z.ZodType, json: string): T | undefined {
  try {
    const value: unknown = JSON.parse(json)
    return shape.safeParse(value).success ? (value as T) : undefined
  } catch {
    return undefined
  }
}
