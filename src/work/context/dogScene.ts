import { readHouse } from '@/store/house'
import type { Names } from '@/core/views/resident'
import type { Curriculum } from '@/core/curriculum/types'
import { ownerHolds } from '@/core/facts/words'
import { dayIn } from '@/core/days'
import type { FittedForgetting } from '@/core/forecast/forgetting'
import type { SetFact } from '@/core/facts/fact'
import { newest, type Regimes } from '@/core/progress/regime'
import type { Db } from '@/store/database'
import { readKennel, readPeople, allPlaces, readPlaces, type Person, type Place } from '@/store/kennel'
import { readSpaces, type SpaceRow } from '@/store/house'
import { findResident, type Resident } from '@/store/residents'
import { atOnce } from '../base/runYielding'
import { kennelForgetting } from './forgetting'
import { regimesOfResident } from '../base/regimes'
import { standingOf, type Derived } from '../record/standing'
import { setsOf } from '../record/cachedStanding'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** What is true around one dog at a moment, read once for its pages. */
export interface DogScene {
  readonly resident: Resident
  readonly today: string
  readonly timeZone: string
  readonly regimes: Regimes
  readonly curriculum: Curriculum
  readonly derived: Derived
  readonly sets: readonly SetFact[]
  readonly people: readonly Person[]
  readonly places: readonly Place[]
  readonly spaces: readonly SpaceRow[]
  readonly forgetting: FittedForgetting
  readonly names: Names
}

/** What is true around this dog, for who lets others in between; undefined when there is no such residency. */
export function* dogSceneSteps(
  db: Db,
  residencyId: ResidencyId,
  now: EpochMs,
): Generator<undefined, DogScene | undefined> {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const { timeZone } = readKennel(db)
  const regimes = regimesOfResident(db, resident, now)
  yield
  const derived = standingOf(db, residencyId, now)
  yield
  const sets = setsOf(db, residencyId)
  yield
  const people = readPeople(db)
  const places = readPlaces(db)
  return {
    resident,
    timeZone,
    today: dayIn(timeZone, now),
    regimes,
    curriculum: newest(regimes).curriculum,
    derived,
    sets,
    people,
    places,
    spaces: readSpaces(db),
    forgetting: kennelForgetting(db),
    names: {
      places: new Map(allPlaces(db).map((p) => [p.id, p.name])),
      people: new Map([...people.map((p) => [p.id, p.name] as const), [ownerHolds, resident.ownerName]]),
      dates: readHouse(db).dates,
    },
  }
}

/** Reads the context of a dog without yielding. */
export const readDogScene = atOnce(dogSceneSteps)
