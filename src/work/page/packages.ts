import { costOf, type PromisesCost } from '@/core/handoff/cost'
import { findRung } from '@/core/curriculum/lookup'
import { curriculumIn } from '@/core/curriculum/lengths'
import type { Curriculum } from '@/core/curriculum/types'
import { dayIn, dayText } from '@/core/days'
import type { Typed } from '@/core/fields'
import type { FieldSpec } from '@/core/form'
import { packageFields } from '@/core/intake/packageForm'
import type { OwnerPromise } from '@/core/promise/ownerPromise'
import { typedOfPromises } from '@/core/promise/typed'
import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { readPackages, type KeptPackage } from '@/store/packages'
import { readPromises, residentsSince } from '@/store/residents'
import { groundOf } from '../context/ground'
import type { Promising } from './promising'
import type { DogId, PackageId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface PackageView {
  readonly packageId: PackageId
  readonly name: string
  readonly days: number
  readonly words: string
  readonly given: boolean
  readonly at: EpochMs
  readonly by: string
  /** Each promise as an owner is told it. */
  readonly says: readonly string[]
  readonly cost: PromisesCost
  readonly values: Typed
}

export interface PackagesView {
  readonly timeZone: string
  readonly packages: readonly PackageView[]
  readonly fields: readonly FieldSpec[]
  /** Of a package that is not made yet. */
  readonly empty: Typed
  readonly promising: Promising
}

/** A promise in a few words. */
export function promiseText(curriculum: Curriculum, p: OwnerPromise): string {
  const at = findRung(curriculum, p.rungId)
  const places = `${p.places} ${p.places === 1 ? 'location' : 'locations'}`
  const people = `${p.people} ${p.people === 1 ? 'handler' : 'handlers'}`
  const what = at ? `${at.command.name}: ${at.rung.name}` : p.rungId
  return `${what}${p.level > 0 ? `, level ${p.level}` : ''}; ${places}, ${people}`
}

/** Every package of the house, with what it costs a dog that knows nothing. */
export function loadPackages(db: Db): PackagesView {
  const house = readHouse(db)
  const curriculum = curriculumIn(newestCurriculum(db), house.lengths)
  const typed = (p: KeptPackage): Typed => ({
    ...typedOfPromises(curriculum, p.promises),
    name: [p.name],
    days: [String(p.days)],
    words: [p.words],
  })
  return {
    timeZone: house.timeZone,
    packages: readPackages(db).map((p) => ({
      ...p,
      says: p.promises.map((promise) => promiseText(curriculum, promise)),
      cost: costOf(curriculum, p.promises),
      values: typed(p),
    })),
    fields: packageFields,
    empty: typedOfPromises(curriculum, []),
    promising: { curriculum, ground: groundOf(db) },
  }
}

/** Promises that a booking can begin from: a package, or what another dog was promised. */
export interface Preset {
  readonly id: string
  readonly name: string
  readonly note: string
  readonly days: number | undefined
  /** The dog it was promised for; undefined for a package. */
  readonly dogId: DogId | undefined
  readonly promises: readonly OwnerPromise[]
}

/** Design choice: dogs of the last so many days are offered to copy from. */
const copiedFromDays = 400

export function loadPresets(db: Db, now: EpochMs): readonly Preset[] {
  const { timeZone, dates } = readHouse(db)
  const since = dayIn(timeZone, now - copiedFromDays * 86_400_000)
  const packages = readPackages(db).filter((p) => p.given)
  return [
    ...packages.map((p) => ({
      id: `package ${p.packageId}`,
      name: p.name,
      note: `${p.days} days; ${p.promises.length} ${p.promises.length === 1 ? 'promise' : 'promises'}`,
      days: p.days,
      dogId: undefined,
      promises: p.promises,
    })),
    ...residentsSince(db, since).flatMap((r): Preset[] => {
      const promises = readPromises(db, r.residencyId)
      return promises.length === 0
        ? []
        : [
            {
              id: `dog ${r.residencyId}`,
              name: `as ${r.name} was promised`,
              note: `${r.ownerName}’s, until ${dayText(r.leavesOn, dates)}`,
              days: undefined,
              dogId: r.dogId,
              promises,
            },
          ]
    }),
  ]
}
