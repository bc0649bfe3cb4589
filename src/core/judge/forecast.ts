import { blocksADay } from '../block/rest'
import type { Curriculum } from '../curriculum/types'
import { addDays, dayIn, msPerDay, startOfDay, weekdayOf } from '../days'
import type { SetFact } from '../facts/fact'
import { provingOf } from '../forecast/proving'
import { forecast, type Forecast } from '../forecast/forecast'
import { forecastGround } from '../forecast/ground'
import { baseFrom, daysSeen, nothingKnown, openingOf, usualBlock, usualDay } from '../forecast/learned'
import { learnedFrom, ratesOf } from '../forecast/learning'
import { shippedBase } from '../forecast/rates'
import { pastOf } from '../forecast/stretches'
import { whyNotPossible } from '../handoff/possible'
import { newest, type Regimes } from '../progress/regime'
import type { DogState } from '../progress/state'
import type { JudgeCase } from './case'
import { regimesOfCase, setsOf } from './given'

export interface ForecastAnswer extends Pick<Forecast, 'chance' | 'byBlocks' | 'binds' | 'known' | 'impossible'> {
  readonly seed: number
  readonly futures: number
  /** Days by which 10, 25, 50, 75 and 90 in a hundred futures are ready; null beyond what is played. */
  readonly days: readonly (string | null)[]
  /** Share ready by the end of each day from today on. */
  readonly by: readonly number[]
  readonly promises: readonly {
    readonly rungId: string
    readonly chance: number
    readonly days: readonly (string | null)[]
  }[]
}

const namesBlocks = (days: JudgeCase['days']): boolean => days.some((d) => d.sets.some((s) => s.block !== undefined))

/** What a house has learned from the finished residencies of a case, as it learns it of its own every night. */
function houseOf(house: JudgeCase['house'], asked: NonNullable<JudgeCase['forecast']>, curriculum: Curriculum) {
  const base = asked.rates ? baseFrom(asked.rates) : shippedBase
  const finished = asked.learnFrom.map(({ dog, days, promises }) => {
    const sets = setsOf(house, days)
    const leavesOn = dog.leavesOn ?? addDays(days.at(-1)?.day ?? dog.arrivesOn, 1)
    const regimes = regimesOfCase(house, dog, curriculum, startOfDay(house.timeZone, leavesOn) + msPerDay)
    return {
      past: pastOf(regimes, sets),
      here: openingOf({ arrivesOn: dog.arrivesOn, leavesOn }),
      // Where no promise is said, nobody knows what was due.
      proving: promises.length === 0 ? undefined : provingOf(regimes, sets, promises),
    }
  })
  const learned = learnedFrom(
    finished.map(({ past, proving }) => ({ ...past, proving })),
    base,
  )
  const seen = daysSeen(finished)
  const { setsADay } = asked
  return {
    rates: ratesOf(learned, base),
    usual: setsADay === undefined ? usualDay(seen) : (day: string) => setsADay[weekdayOf(day) - 1] ?? 0,
    usualBlock: usualBlock(namesBlocks(asked.learnFrom.flatMap((f) => f.days)) ? seen : nothingKnown),
  }
}

/** The chance to be ready, as the application says it, with what it was told of the house. */
export function forecastOf(
  { house, dog, promises, days, forecast: asked }: JudgeCase,
  regimes: Regimes,
  sets: readonly SetFact[],
  state: DogState,
  now: number,
): ForecastAnswer | undefined {
  if (!asked || dog.leavesOn === undefined) return undefined
  const { curriculum } = newest(regimes)
  const today = dayIn(house.timeZone, now)
  const { rates, usual, usualBlock } = houseOf(house, asked, curriculum)
  const known = forecastGround({
    curriculum,
    regimes,
    sets,
    state,
    promises,
    rates,
    mostBlocks: blocksADay.usual,
    impossible: promises.some(
      (p) => whyNotPossible(curriculum, p, { places: house.places, people: house.people.length }) !== undefined,
    ),
    stay: {
      today,
      leavesOn: dog.leavesOn,
      // What is left of the day, of ten hours from eight on.
      shareOfToday: Math.min(
        1,
        Math.max(0, 1 - (now - startOfDay(house.timeZone, today) - 8 * 3_600_000) / 36_000_000),
      ),
      open: (day) => day > dog.arrivesOn,
      usual,
      usualBlock,
    },
  })
  // A case that names no blocks lumps a day's sets together; what a block gives is not in it.
  const ground = namesBlocks(days) ? known : { ...known, setsABlock: usualBlock }
  const told = forecast(ground, asked.futures, asked.seed, { ifs: 'blocks' })
  const dates = (days: Forecast['days']) => days.map((d) => (d === null ? null : addDays(today, d)))
  return {
    seed: asked.seed,
    futures: asked.futures,
    chance: told.chance,
    days: dates(told.days),
    by: told.by,
    promises: told.legs.map((leg) => ({ rungId: leg.rungId, chance: leg.chance, days: dates(leg.days) })),
    byBlocks: told.byBlocks,
    binds: told.binds,
    known: told.known,
    impossible: told.impossible,
  }
}
