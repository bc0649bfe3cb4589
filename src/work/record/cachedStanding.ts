import { z } from 'zod'
import { forecastShape, type Forecast } from '@/core/forecast/forecast'
import type { SetFact } from '@/core/facts/fact'
import type { Checkpoint } from '@/core/progress/checkpoint'
import type { DogState, LadderState } from '@/core/progress/state'
import { foldVersion, type Summary } from '@/core/promise/summary'
import type { Db } from '@/store/database'
import { readSets } from '@/store/facts/read'
import { forecastNow, forecastsOn, forecastText, type ForecastStamp } from '@/store/forecasts'
import {
  readMark,
  standingStamp,
  standingStamps,
  standingText,
  writeStanding,
  writtenStamp,
  type StandingStamp,
} from '@/store/standings'
import { atOnce } from '../base/runYielding'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/**
 * What is kept of the folding of facts, so that they need not be folded again: on the disk a standing a residency, in
 * this process states, summaries and the sets themselves as they were read last. What is kept holds or is not given out
 * (store/standings.ts); nothing else in Kibou remembers facts or anything derived from them.
 */
export interface CachedStanding {
  readonly state: DogState
  readonly summary: Summary
  /** How far the facts are that it was folded from; undefined when that is not known any more. */
  readonly mark: (Checkpoint & { readonly days: readonly string[] }) | undefined
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
export function cachedStanding(
  db: Db,
  residencyId: ResidencyId,
  now: EpochMs,
): Pick<CachedStanding, 'state' | 'summary'> | undefined {
  const stamp = standingStamp(db, residencyId, { now, foldVersion })
  const state = stamp && states.of(db, stamp)
  const summary = stamp && summaries.of(db, stamp)
  return state && summary && { state, summary }
}

/** What further facts are folded onto, without what lists read; undefined when none holds or its end is not known. */
export function checkpointToGoOn(
  db: Db,
  residencyId: ResidencyId,
  now: EpochMs,
): { readonly state: DogState; readonly mark: NonNullable<CachedStanding['mark']> } | undefined {
  const row = readMark(db, residencyId, { now, foldVersion })
  const state = row && states.of(db, row)
  const mark = row && own<NonNullable<CachedStanding['mark']>>(markRow, row.mark)
  return state && mark && { state, mark }
}

/** Keeps a standing until the moment at which another rule holds for its dog. */
export function cacheStanding(
  db: Db,
  residencyId: ResidencyId,
  { state, summary, mark }: CachedStanding & { readonly mark: Checkpoint & { readonly days: readonly string[] } },
  { curriculumVersion, holdsUntil }: { readonly curriculumVersion: number; readonly holdsUntil: number | undefined },
): void {
  const written = writeStanding(db, {
    residencyId,
    foldVersion,
    curriculumVersion,
    holdsUntil: holdsUntil ?? null,
    state: textOf(state),
    summary: JSON.stringify(summary),
    mark: JSON.stringify(mark),
  })
  // The next rep is folded onto it, most likely before anybody else has written.
  states.put(db, written, state)
}

const runTexts = new WeakMap<LadderState, string>()

/** As JSON. A rep changes one run of many, and folding hands the others on as they were: they are not written again. */
export function textOf({ runs, beyond, ...figures }: DogState): string {
  const texts = Object.entries(runs).map(([key, run]) => {
    let text = runTexts.get(run)
    if (text === undefined) runTexts.set(run, (text = JSON.stringify(run)))
    return `${JSON.stringify(key)}:${text}`
  })
  return `${JSON.stringify(figures).slice(0, -1)},"runs":{${texts.join(',')}},"beyond":${JSON.stringify(beyond)}}`
}

/** The kept summaries of everyone here on this day, dog by dog; those that do not hold are missing from the map. */
export function* cachedSummarySteps(
  db: Db,
  day: string,
  now: EpochMs,
): Generator<undefined, ReadonlyMap<string, Summary>> {
  const found = new Map<string, Summary>()
  for (const stamp of standingStamps(db, day, { now, foldVersion })) {
    const summary = summaries.of(db, stamp)
    if (summary) found.set(stamp.residencyId, summary)
    // On a busy day most were written since they were read last.
    yield
  }
  return found
}
export const cachedSummaries = atOnce(cachedSummarySteps)

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

const ownForecast = (json: string): Forecast | undefined => own<Forecast>(forecastShape, json)

/**
 * Reads back what `cacheStanding` wrote under the same fold version. It is undefined for anything of another shape,
 * which is then made again from the facts. The shape is checked as far as a reader would fail on it: field by field it
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

/**
 * What was read the last time, by the stamp of its writing: most dogs have not moved since, and reading takes most of
 * the wall’s time. Nobody who reads one writes into it; those that nobody asked for longest are forgotten.
 */
class LastRead<T> {
  private readonly kept = new WeakMap<Db, Map<string, { readonly stamp: number; readonly value: T }>>()

  constructor(
    private readonly read: (db: Db, residencyId: ResidencyId) => T | undefined,
    private readonly most: number,
  ) {}

  of(db: Db, written: StandingStamp): T | undefined {
    const known = this.kept.get(db)?.get(written.residencyId)
    const value = known?.stamp === written.stamp ? known.value : this.read(db, written.residencyId)
    this.put(db, written, value)
    return value
  }

  /** What was just written, or read, under this stamp; of a writing that is taken back the stamp never comes again. */
  put(db: Db, { residencyId, stamp }: StandingStamp, value: T | undefined): void {
    const all = this.kept.get(db) ?? new Map<string, { readonly stamp: number; readonly value: T }>()
    this.kept.set(db, all)
    all.delete(residencyId)
    if (value === undefined) return
    all.set(residencyId, { stamp, value })
    const [oldest] = all.keys()
    if (all.size > this.most && oldest !== undefined) all.delete(oldest)
  }
}
const states = new LastRead((db, id) => ownState(standingText(db, id, 'state') ?? ''), 64)
const summaries = new LastRead((db, id) => ownSummary(standingText(db, id, 'summary') ?? ''), 512)
const forecasts = new LastRead((db, id) => ownForecast(forecastText(db, id) ?? ''), 512)
const sets = new LastRead(readSets, 64)

/**
 * All sets of a residency that stand, for who looks: as they were read last while nothing was written that could change
 * them. Whatever changes one writes its standing in the same transaction, or lets it lapse. Who writes reads the facts.
 */
export function setsOf(db: Db, residencyId: ResidencyId): readonly SetFact[] {
  const stamp = writtenStamp(db, residencyId)
  return (stamp === undefined ? undefined : sets.of(db, { residencyId, stamp })) ?? readSets(db, residencyId)
}

/** What is said of a dog’s being ready, and when it was calculated. */
export interface CachedForecast {
  readonly day: string
  readonly madeAt: EpochMs
  readonly told: Forecast
}

const asKept = (db: Db, row: ForecastStamp | undefined): CachedForecast | undefined => {
  const chance = row && forecasts.of(db, row)
  return chance && { day: row.day, madeAt: row.madeAt, told: chance }
}

/** What is said of one dog; undefined while nothing is that this program can read. */
export const cachedForecast = (db: Db, residencyId: ResidencyId): CachedForecast | undefined =>
  asKept(db, forecastNow(db, residencyId))

/** What is said of everyone here on this day, dog by dog; who has nothing yet is missing from the map. */
export function* cachedForecastSteps(db: Db, day: string): Generator<undefined, ReadonlyMap<string, CachedForecast>> {
  const found = new Map<string, CachedForecast>()
  for (const row of forecastsOn(db, day)) {
    const cached = asKept(db, row)
    if (cached) found.set(row.residencyId, cached)
    yield
  }
  return found
}
export const cachedForecasts = atOnce(cachedForecastSteps)
