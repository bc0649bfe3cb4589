import { blocksADay } from '@/core/block/rest'
import type { Curriculum } from '@/core/curriculum/types'
import { addDays, weekdayOf } from '@/core/days'
import type { SetFact } from '@/core/facts/fact'
import { forecastInput, type ForecastInput } from '@/core/forecast/forecastInput'
import { baseFrom, nothingKnown, usualDay, usualHeld, type KennelLearned } from '@/core/forecast/learned'
import type { Stay } from '@/core/forecast/plan'
import type { BlockHolds } from '@/core/forecast/plan'
import { housePatterns, spelledShare, type Pattern } from '@/core/forecast/patterns'
import { ratesOf } from '@/core/forecast/learning'
import { type BaseRates, type Rates } from '@/core/forecast/rates'
import { shippedBase } from '@/core/forecast/shipped'
import { whyNotPossible, type HouseGround } from '@/core/handoff/possible'
import type { OwnerPromise } from '@/core/promise/ownerPromise'
import type { Regimes } from '@/core/progress/regime'
import type { DogState } from '@/core/progress/state'
import type { Db } from '@/store/database'
import { readElsewhere, readLearned } from '@/store/forecasts'
import { readDaysOff, readHouse } from '@/store/house'
import { peopleOn, readHours } from '@/store/kennel'
import { openPauses } from '@/store/stay'
import { wallMinute } from '../base/clock'
import { groundOf } from './ground'
import { shareOfToday } from './today'
import { handlers, presentOn } from '../base/who'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Design choice: nobody knows when a dog that is not worked will be again; it is counted on after so many days. */
export const pausedFor = 3

/** What of the house every forecast rests on, read once for many dogs. */
export interface ForecastHouse {
  readonly today: string
  readonly share: number
  readonly learned: KennelLearned
  readonly base: BaseRates
  readonly rates: Rates
  readonly patterns: readonly Pattern[]
  /** Share of its dogs whose bad days come in runs. */
  readonly spelled: number
  readonly ground: HouseGround
  readonly usual: (day: string) => number
  readonly usualHeld: BlockHolds
  /** Whether somebody is there to work on that day. */
  readonly staffed: (day: string) => boolean
  readonly paused: ReadonlySet<string>
}

/** What this house’s own rates are drawn toward: what is shipped, or what another kennel learned. */
export function houseBase(db: Db): BaseRates {
  const elsewhere = readElsewhere(db)
  return elsewhere ? baseFrom(elsewhere) : shippedBase
}

export function forecastHouse(db: Db, today: string, now: EpochMs): ForecastHouse {
  const { timeZone } = readHouse(db)
  const learned = readLearned(db)?.learned ?? nothingKnown
  const people = handlers(peopleOn(db, today))
  const present = presentOn(people, readDaysOff(db, today))
  const base = houseBase(db)
  const rates = ratesOf(learned, base)
  return {
    today,
    share: shareOfToday(readHours(db), weekdayOf(today), wallMinute(timeZone, now)),
    learned,
    base,
    rates,
    // A house that began with what another learned learns as that one did.
    patterns: base === shippedBase ? housePatterns(learned, learned.patterns) : [{ share: 1, rates }],
    spelled: spelledShare(learned.patterns),
    ground: groundOf(db),
    usual: usualDay(learned),
    usualHeld: usualHeld(learned),
    // A house that nobody works in yet is not set up, and its days are taken for worked.
    staffed: (day) => people.length === 0 || present(day).length > 0,
    paused: new Set(openPauses(db).keys()),
  }
}

/** One dog at one moment: its facts as they were then, and the stay before it. */
export interface ForecastDog {
  readonly residencyId: ResidencyId
  readonly arrivesOn: string
  readonly leavesOn: string
  readonly curriculum: Curriculum
  readonly regimes: Regimes
  readonly sets: readonly SetFact[]
  readonly state: DogState
  readonly promises: readonly OwnerPromise[]
  /** Reps that a day’s training food pays for; undefined while nobody knows its plan, or where play is the pay. */
  readonly paidReps?: number | undefined
}

/** All that the forecast of this dog rests on. */
export function forecastGroundOf(house: ForecastHouse, dog: ForecastDog): ForecastInput {
  return forecastInput({
    curriculum: dog.curriculum,
    regimes: dog.regimes,
    sets: dog.sets,
    state: dog.state,
    promises: dog.promises,
    paidReps: dog.paidReps,
    rates: house.rates,
    patterns: house.patterns,
    spelled: house.spelled,
    stack: house.learned.stack,
    mostBlocks: blocksADay.usual,
    impossible: dog.promises.some((p) => whyNotPossible(dog.curriculum, p, house.ground) !== undefined),
    stay: stayOf(house, dog),
  })
}

/** The first evening is a light walk and rest; a dog that is not worked now is counted on again in a few days. */
function stayOf(house: ForecastHouse, dog: Pick<ForecastDog, 'residencyId' | 'arrivesOn' | 'leavesOn'>): Stay {
  const from = house.paused.has(dog.residencyId) ? addDays(house.today, pausedFor) : addDays(dog.arrivesOn, 1)
  return {
    today: house.today,
    leavesOn: dog.leavesOn,
    shareOfToday: house.share,
    open: (day) => day >= from && house.staffed(day),
    usual: house.usual,
    usualHeld: house.usualHeld,
  }
}
