import { dayIn } from '@/core/days'
import type { EpochMs } from '@/core/epochMs'
import type { DogId, ResidencyId } from '@/core/ids'
import { foldFrom } from '@/core/progress/fold'
import type { Checkpoint } from '@/core/progress/checkpoint'
import { changesAt, newest, upTo, type Regimes } from '@/core/progress/regime'
import { summarize } from '@/core/promise/summary'
import type { Db } from '@/store/database'
import { readSets } from '@/store/facts/read'
import { readKennel } from '@/store/kennel'
import { readPromises, residenciesOf, residentsOn } from '@/store/residents'
import { lapseStandingsAhead, writtenStamp } from '@/store/standings'
import { inTurn, noHooks, type Hooks } from '../base/hooks'
import { readRules, regimesAhead, type HouseRules } from '../base/regimes'
import { cacheStanding, checkpointToGoOn } from './cachedStanding'
import { daysWorked, foldAll, type Derived, type Folded } from './standing'

/**
 * Derives a residency's standing from its facts as it is at this moment and stores it. Call inside the transaction that
 * wrote the facts.
 */
export function refold(db: Db, residencyId: ResidencyId, now: EpochMs): Derived {
  return store(db, residencyId, madeAnew(db, residencyId, now))
}

/** Folds every stay of a dog again, when something about the dog itself has changed. */
export function refoldDog(db: Db, dogId: DogId, now: EpochMs): void {
  for (const id of residenciesOf(db, dogId)) refold(db, id, now)
}

/** A standing that is folded and not kept yet, and when what is kept was written: it may be written meanwhile. */
interface Apart {
  readonly stamp: number | undefined
  readonly fresh: Made
}

/** The house is read in the same moment: it may be changed meanwhile, too. */
const foldedApart = (db: Db, residencyId: ResidencyId, now: EpochMs, becomes = (house: HouseRules) => house): Apart =>
  db.transaction(() => ({
    stamp: writtenStamp(db, residencyId),
    fresh: madeAnew(db, residencyId, now, becomes(readRules(db))),
  }))()

const isBehind = (db: Db, residencyId: ResidencyId, { stamp }: Apart): boolean =>
  writtenStamp(db, residencyId) !== stamp

function keepUnlessWritten(db: Db, residencyId: ResidencyId, apart: Apart): boolean {
  if (isBehind(db, residencyId, apart)) return false
  store(db, residencyId, apart.fresh)
  return true
}

/** How often a standing is folded apart before it is folded while everybody waits. */
const mostApart = 3

/**
 * Folds a residency again without holding anybody up: folded while others write, and kept unless the standing was
 * written in between, as it is by whatever changes it. A fold takes a tenth of a second, the keeping of it none.
 */
export function refoldApart(db: Db, residencyId: ResidencyId, now: EpochMs): void {
  for (let tries = 0; tries < mostApart; tries++) {
    const apart = foldedApart(db, residencyId, now)
    const keeping = db.transaction(() => keepUnlessWritten(db, residencyId, apart))
    if (keeping.immediate()) return
  }
  db.transaction(() => refold(db, residencyId, now)).immediate()
}

/**
 * Design choice: who was written of while the others were folded is folded again apart, so often at the most and until
 * so few are left, which everybody waits for.
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
  now: EpochMs,
  becomes: (house: HouseRules) => HouseRules,
  write: () => boolean,
  hooks: Hooks = noHooks,
): boolean {
  const today = dayIn(readKennel(db).timeZone, now)
  const here = () => residentsOn(db, today).map((r) => r.residencyId)
  const ready = new Map<string, Apart>()
  const isStale = (id: string) => {
    const apart = ready.get(id)
    return apart === undefined || isBehind(db, id, apart)
  }
  for (let passes = 0; passes < mostPasses; passes++) {
    const stale = here().filter(isStale)
    if (passes > 0 && stale.length <= fewBehind) break
    for (const id of inTurn(stale, hooks)) ready.set(id, foldedApart(db, id, now, becomes))
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
 * after it, so that a rep costs the same on the last day as on the first; anything else is folded again. Call inside
 * the transaction that wrote the facts. Nothing may have been taken back.
 */
export function advance(db: Db, residencyId: ResidencyId, setIds: readonly string[], now: EpochMs): Derived {
  const before = checkpointToGoOn(db, residencyId, now)
  if (!before) return refold(db, residencyId, now)
  const { state, mark } = before
  const all = regimesAhead(db, residencyId)
  const sets = readSets(db, residencyId, setIds)
  const folded = foldFrom(state, mark, upTo(all, now), sets)
  if (!folded) return refold(db, residencyId, now)
  const days = [...new Set([...mark.days, ...daysWorked(sets)])]
  return store(db, residencyId, made(db, residencyId, all, now, { ...folded, days }))
}

/** A standing, and until when it holds under which rules. */
interface Made extends Derived {
  readonly mark: Checkpoint & { readonly days: readonly string[] }
  readonly under: Parameters<typeof cacheStanding>[3]
}

function made(db: Db, residencyId: ResidencyId, all: Regimes, now: EpochMs, { state, mark, days }: Folded): Made {
  const { curriculum } = newest(upTo(all, now))
  const summary = summarize(curriculum, state, readPromises(db, residencyId), { days: days.length, reps: state.gained })
  return {
    state,
    summary,
    mark: { ...mark, days },
    under: { curriculumVersion: curriculum.version, holdsUntil: changesAt(all, now) },
  }
}

function madeAnew(db: Db, residencyId: ResidencyId, now: EpochMs, house = readRules(db)): Made {
  const all = regimesAhead(db, residencyId, { house })
  return made(db, residencyId, all, now, foldAll(upTo(all, now), readSets(db, residencyId)))
}

function store(db: Db, residencyId: ResidencyId, { under, mark, ...derived }: Made): Derived {
  cacheStanding(db, residencyId, { ...derived, mark }, under)
  return derived
}
