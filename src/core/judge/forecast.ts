import { blocksADay } from '../block/rest'
import type { Curriculum } from '../curriculum/types'
import { addDays, dayIn, msPerDay, startOfDay, weekdayOf } from '../days'
import type { SetFact } from '../facts/fact'
import { maintenanceOf } from '../forecast/maintenance'
import { forecast, type Forecast } from '../forecast/forecast'
import { forecastInput } from '../forecast/forecastInput'
import { baseFrom, daysSeen, nothingKnown, openingOf, usualDay, usualHeld } from '../forecast/learned'
import { learnedFrom, ratesOf } from '../forecast/learning'
import { inBlocksOf, setsOf as setsOfBlock, usualHeld as coachedBlock } from '../forecast/plan'
import { housePatterns, patternsSeen, spelledShare } from '../forecast/patterns'
import { shippedBase } from '../forecast/shipped'
import { pastOf } from '../forecast/rungExposures'
import { whyNotPossible } from '../handoff/possible'
import { newest, type Regimes } from '../progress/regime'
import type { DogState } from '../progress/state'
import type { JudgeCase } from './case'
import { regimesOfCase, setsOf } from './given'
import type { RungId } from '../ids'
import type { EpochMs } from '../epochMs'

export interface ForecastAnswer extends Pick<Forecast, 'chance' | 'byBlocks' | 'binds' | 'known' | 'impossible'> {
  readonly seed: number
  readonly futures: number
  /** Days by which 10, 25, 50, 75 and 90 in a hundred futures are ready; null beyond what is played. */
  readonly days: readonly (string | null)[]
  /** Share ready by the end of each day from today on. */
  readonly by: readonly number[]
  readonly promises: readonly {
    readonly rungId: RungId
    readonly chance: number
    readonly days: readonly (string | null)[]
  }[]
}

const namesBlocks = (days: JudgeCase['days']): boolean => days.some((d) => d.sets.some((s) => s.block !== undefined))

/** What a house has learned from the finished residencies of a case, as it learns it of its own every night. */
function houseOf(house: JudgeCase['house'], asked: NonNullable<JudgeCase['forecast']>, curriculum: Curriculum) {
  const base = asked.rates ? baseFrom(asked.rates) : shippedBase
  const lumped = !namesBlocks(asked.learnFrom.flatMap((f) => f.days))
  const finished = asked.learnFrom.map(({ dog, days, promises }) => {
    const sets = setsOf(house, days)
    const leavesOn = dog.leavesOn ?? addDays(days.at(-1)?.day ?? dog.arrivesOn, 1)
    const regimes = regimesOfCase(house, dog, curriculum, startOfDay(house.timeZone, leavesOn) + msPerDay)
    return {
      past: lumped ? inBlocksOf(pastOf(regimes, sets), coachedBlock) : pastOf(regimes, sets),
      here: openingOf({ arrivesOn: dog.arrivesOn, leavesOn }),
      // Where no promise is said, nobody knows what was due.
      proving: promises.length === 0 ? undefined : maintenanceOf(regimes, sets, promises),
    }
  })
  const learned = learnedFrom(
    finished.map(({ past, proving }) => ({ ...past, proving })),
    base,
  )
  const seen = daysSeen(finished)
  const rates = ratesOf(learned, base)
  const patterns = patternsSeen(
    finished.map(({ past }) => past),
    rates,
  )
  const { setsADay } = asked
  const perBlock = usualHeld(lumped ? nothingKnown : seen)
  return {
    rates,
    patterns: base === shippedBase ? housePatterns(learned, patterns) : [{ share: 1, rates }],
    spelled: spelledShare(patterns),
    usual:
      setsADay === undefined
        ? usualDay(seen)
        : (day: string) => (setsADay[weekdayOf(day) - 1] ?? 0) / setsOfBlock(perBlock),
    held: perBlock,
  }
}

/** The chance to be ready, as the application says it, with what it was told of the house. */
export function forecastOf(
  { house, dog, promises, days, forecast: asked }: JudgeCase,
  regimes: Regimes,
  sets: readonly SetFact[],
  state: DogState,
  now: EpochMs,
): ForecastAnswer | undefined {
  if (!asked || dog.leavesOn === undefined) return undefined
  const { curriculum } = newest(regimes)
  const today = dayIn(house.timeZone, now)
  const { rates, patterns, spelled, usual, held } = houseOf(house, asked, curriculum)
  const input = forecastInput({
    curriculum,
    regimes,
    sets,
    lumped: !namesBlocks(days),
    state,
    promises,
    rates,
    patterns,
    spelled,
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
      usualHeld: held,
    },
  })
  const result = forecast(input, asked.futures, asked.seed, { ifs: 'blocks' })
  const dates = (days: Forecast['days']) => days.map((d) => (d === null ? null : addDays(today, d)))
  return {
    seed: asked.seed,
    futures: asked.futures,
    chance: result.chance,
    days: dates(result.days),
    by: result.by,
    promises: result.legs.map((leg) => ({ rungId: leg.rungId, chance: leg.chance, days: dates(leg.days) })),
    byBlocks: result.byBlocks,
    binds: result.binds,
    known: result.known,
    impossible: result.impossible,
  }
}
