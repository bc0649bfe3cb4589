import { dayIn } from '@/core/days'
import type { SetFact } from '@/core/facts/fact'
import { foldFrom, foldMarked } from '@/core/progress/fold'
import type { Mark } from '@/core/progress/mark'
import { changesAt, newest, upTo, type Regimes } from '@/core/progress/regime'
import type { DogState } from '@/core/progress/state'
import { summarise, type Summary } from '@/core/promise/summary'
import type { Db } from '@/store/database'
import { readSets } from '@/store/facts/read'
import { readKennel } from '@/store/kennel'
import { lapsedStandings, lapseStandingsAhead, writtenStamp } from '@/store/standings'
import { allResidencyIds, readPromises, residenciesOf, residentsOn } from '@/store/residents'
import { refitForgetting } from '../do/refitForgetting'
import { inTurn, noHooks, type Hooks } from '../hooks'
import { readRules, regimesAhead, type HouseRules } from '../scene/regimes'
import { keep, kept, keptSummaries, keptSummarySteps, keptToGoOn } from './kept'

export interface Derived {
  readonly state: DogState
  readonly summary: Summary
}

/**
 * Derives a residency's standing from its facts as it is at this moment and stores it. Call inside the transaction that
 * wrote the facts.
 */
export function refold(db: Db, residencyId: string, now: number): Derived {
  return store(db, residencyId, madeAnew(db, residencyId, now))
}

/** The same for every stay of a dog, when something is known otherwise of the dog itself. */
export function refoldDog(db: Db, dogId: string, now: number): void {
  for (const id of residenciesOf(db, dogId)) refold(db, id, now)
}

/** A standing that is folded and not kept yet, and when what is kept was written: it may be written meanwhile. */
interface Apart {
  readonly stamp: number | undefined
  readonly fresh: Made
}

/** The house is read in the same moment: it may be changed meanwhile, too. */
const foldedApart = (db: Db, residencyId: string, now: number, becomes = (house: HouseRules) => house): Apart =>
  db.transaction(() => ({
    stamp: writtenStamp(db, residencyId),
    fresh: madeAnew(db, residencyId, now, becomes(readRules(db))),
  }))()

const isBehind = (db: Db, residencyId: string, { stamp }: Apart): boolean => writtenStamp(db, residencyId) !== stamp

function keepUnlessWritten(db: Db, residencyId: string, apart: Apart): boolean {
  if (isBehind(db, residencyId, apart)) return false
  store(db, residencyId, apart.fresh)
  return true
}

/** How often a standing is folded apart before it is folded while everybody waits. */
const mostApart = 3

/**
 * The same for who has time, and holds nobody up: folded while others write, and kept unless the standing was written
 * in between, as it is by whatever changes it. A fold takes a tenth of a second, the keeping of it none.
 */
export function refoldApart(db: Db, residencyId: string, now: number): void {
  for (let tries = 0; tries < mostApart; tries++) {
    const apart = foldedApart(db, residencyId, now)
    const keeping = db.transaction(() => keepUnlessWritten(db, residencyId, apart))
    if (keeping.immediate()) return
  }
  db.transaction(() => refold(db, residencyId, now)).immediate()
}

/**
 * House: who was written of while the others were folded is folded again apart, so often at the most and until so few
 * are left, which everybody waits for.
 */
const [mostPasses, fewBehind] = [8, 2]

/**
 * Changes what everybody here is judged by, and their standings with it: these are folded while others write, as if the
 * house were so already; then `write` makes it so and they are kept, in one transaction that is over at once. Whoever
 * was written of in between is folded in it, which is everybody where somebody else changed the house. Nothing is
 * written where `write` says no, or when it was asked to stop.
 */
export function refoldUnder(
  db: Db,
  now: number,
  becomes: (house: HouseRules) => HouseRules,
  write: () => boolean,
  hooks: Hooks = noHooks,
): boolean {
  const today = dayIn(readKennel(db).timeZone, now)
  const here = () => residentsOn(db, today).map((r) => r.residencyId)
  const ready = new Map<string, Apart>()
  const waits = (id: string) => {
    const apart = ready.get(id)
    return apart === undefined || isBehind(db, id, apart)
  }
  for (let passes = 0; passes < mostPasses; passes++) {
    const behind = here().filter(waits)
    if (passes > 0 && behind.length <= fewBehind) break
    for (const id of inTurn(behind, hooks)) ready.set(id, foldedApart(db, id, now, becomes))
    if (hooks.stopped()) return false
  }
  const keeping = db.transaction(() => {
    if (!write()) return false
    for (const id of here()) {
      const apart = ready.get(id)
      if (!apart || !keepUnlessWritten(db, id, apart)) refold(db, id, now)
    }
    // Who is booked comes to the house as it is then.
    lapseStandingsAhead(db, today)
    return true
  })
  return keeping.immediate()
}

/**
 * Brings a standing up to date after facts of these sets came in: they are folded onto what is stored where they come
 * after it, so that a rep costs the same on the last day as on the first; anything else is folded anew. Call inside the
 * transaction that wrote the facts. Nothing may have been taken back.
 */
export function advance(db: Db, residencyId: string, setIds: readonly string[], now: number): Derived {
  const before = keptToGoOn(db, residencyId, now)
  if (!before) return refold(db, residencyId, now)
  const { state, mark } = before
  const all = regimesAhead(db, residencyId)
  const sets = readSets(db, residencyId, setIds)
  const folded = foldFrom(state, mark, upTo(all, now), sets)
  if (!folded) return refold(db, residencyId, now)
  const days = [...new Set([...mark.days, ...daysWorked(sets)])]
  return store(db, residencyId, made(db, residencyId, all, now, { ...folded, days }))
}

interface Folded {
  readonly state: DogState
  readonly mark: Mark
  /** Days on which it was worked. */
  readonly days: readonly string[]
}

const foldAll = (regimes: Regimes, sets: readonly SetFact[]): Folded => ({
  ...foldMarked(regimes, sets),
  days: daysWorked(sets),
})

/** A standing, and until when it holds under which rules. */
interface Made extends Derived {
  readonly mark: Mark & { readonly days: readonly string[] }
  readonly under: Parameters<typeof keep>[3]
}

function made(db: Db, residencyId: string, all: Regimes, now: number, { state, mark, days }: Folded): Made {
  const { curriculum } = newest(upTo(all, now))
  const summary = summarise(curriculum, state, readPromises(db, residencyId), { days: days.length, reps: state.gained })
  return {
    state,
    summary,
    mark: { ...mark, days },
    under: { curriculumVersion: curriculum.version, holdsUntil: changesAt(all, now) },
  }
}

function madeAnew(db: Db, residencyId: string, now: number, house = readRules(db)): Made {
  const all = regimesAhead(db, residencyId, { house })
  return made(db, residencyId, all, now, foldAll(upTo(all, now), readSets(db, residencyId)))
}

function store(db: Db, residencyId: string, { under, mark, ...derived }: Made): Derived {
  keep(db, residencyId, { ...derived, mark }, under)
  return derived
}

/** The standing from the facts alone, whatever is stored, under these regimes: those up to the moment asked about. */
export function derive(db: Db, residencyId: string, regimes: Regimes): Derived {
  const { state, days } = foldAll(regimes, readSets(db, residencyId))
  return {
    state,
    summary: summarise(newest(regimes).curriculum, state, readPromises(db, residencyId), {
      days: days.length,
      reps: state.gained,
    }),
  }
}

const daysWorked = (sets: readonly SetFact[]): readonly string[] => [
  ...new Set(sets.flatMap((s) => (s.reps.length > 0 ? [s.day] : []))),
]

/**
 * The standing as of this moment: the kept one where it holds, else folded from the facts. Reading keeps nothing: that
 * is for who writes facts, and for the clock (`renewStandings`).
 */
export function standingOf(db: Db, residencyId: string, now: number): Derived {
  const had = kept(db, residencyId, now)
  return had
    ? { state: had.state, summary: had.summary }
    : derive(db, residencyId, upTo(regimesAhead(db, residencyId), now))
}

/** All these residents with their summaries as of this moment, most of whom are here on this day. */
export function* summarySteps<R extends { readonly residencyId: string }>(
  db: Db,
  today: string,
  now: number,
  residents: readonly R[],
): Generator<undefined, readonly (readonly [R, Summary])[]> {
  const here = yield* keptSummarySteps(db, today, now)
  return residents.map((r) => [r, here.get(r.residencyId) ?? standingOf(db, r.residencyId, now).summary] as const)
}

/**
 * Folds anew every standing of these days that no longer holds or is of another version, and whatever lapsed, of those
 * who went home as well; returns how many.
 */
export function renewStandings(db: Db, now: number, hooks: Hooks = noHooks): number {
  const { timeZone } = readKennel(db)
  const today = dayIn(timeZone, now)
  const holds = keptSummaries(db, today, now)
  const here = residentsOn(db, today).map((r) => r.residencyId)
  const stale = new Set([...here.filter((id) => !holds.has(id)), ...lapsedStandings(db)])
  let renewed = 0
  for (const residencyId of inTurn([...stale], hooks)) {
    refoldApart(db, residencyId, now)
    renewed++
  }
  return renewed
}

/** Makes every stored standing again from the facts, each by itself, so that nobody waits for all; returns how many. */
export function rebuildStandings(db: Db, now: number): number {
  const ids = allResidencyIds(db)
  for (const id of ids) refoldApart(db, id, now)
  refitForgetting(db, now)
  return ids.length
}
