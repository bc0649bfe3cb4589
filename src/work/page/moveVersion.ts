import { newest } from '@/core/progress/regime'
import { carriedTo, compareStandings, type Carried, type StandingChange } from '@/core/views/compare'
import type { EpochMs } from '@/core/epochMs'
import type { ResidencyId } from '@/core/ids'
import { findCurriculum, listCurricula, type CurriculumName } from '@/store/curricula'
import type { Db } from '@/store/database'
import { findResident } from '@/store/residents'
import { regimesFor } from '../base/regimes'
import { derive } from '../record/standing'
import { askForTheSame } from './curriculum'

/** What another version would mean for a dog: what stands otherwise, what it keeps, and what begins again. */
export interface MovePreview extends Carried {
  readonly changes: readonly StandingChange[]
}

/**
 * What would change for this dog on another version: nothing of it is stored. Undefined for an unknown dog or version.
 */
export function previewMove(
  db: Db,
  residencyId: ResidencyId,
  to: CurriculumName,
  now: EpochMs,
): MovePreview | undefined {
  if (!findResident(db, residencyId) || !findCurriculum(db, to)) return undefined
  const before = derive(db, residencyId, regimesFor(db, residencyId, now))
  const ladder = newest(regimesFor(db, residencyId, now)).curriculum
  const regimes = regimesFor(db, residencyId, now, { move: { ...to, at: now } })
  const after = newest(regimes).curriculum
  return {
    changes: compareStandings(ladder, before.summary, after, derive(db, residencyId, regimes).summary),
    ...carriedTo(ladder, before.state, after),
  }
}

/** Design choice: so many of the newest versions are offered. */
const mostOffered = 12

/** A version that a dog could move to, and what it would mean. */
export interface VersionChoice extends MovePreview {
  readonly id: string
  readonly version: number
  readonly name: string
}

/** Versions that a dog could move to, each with what it would mean; undefined for no such residency. */
export function loadMoves(
  db: Db,
  residencyId: ResidencyId,
  now: EpochMs,
): { readonly dog: string; readonly current: string; readonly choices: readonly VersionChoice[] } | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const current = newest(regimesFor(db, residencyId, now)).curriculum
  const others = listCurricula(db)
    .filter((v) => v.id !== current.id || v.version !== current.version)
    .slice(0, mostOffered)
    .filter((v) => !askForTheSame(db, v, current))
  return {
    dog: resident.name,
    current: `${current.name}, version ${current.version}`,
    choices: others.map((v) => ({
      id: v.id,
      version: v.version,
      name: findCurriculum(db, v)?.name ?? v.id,
      ...(previewMove(db, residencyId, v, now) ?? { changes: [], kept: 0, anew: [] }),
    })),
  }
}
