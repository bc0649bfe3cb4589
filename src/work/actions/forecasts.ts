import { createHash } from 'node:crypto'
import { addDays, dayIn, daysBetween, startOfDay } from '@/core/days'
import { forecast, forecastModel, forecastSeed, usualFutures } from '@/core/forecast/forecast'
import type { ForecastInput } from '@/core/forecast/forecastInput'
import { maintenanceOf, type Maintenance } from '@/core/forecast/maintenance'
import { patternsSeen } from '@/core/forecast/patterns'
import { daysSeen, learnedModel, openingOf } from '@/core/forecast/learned'
import { chanceByLine } from '@/core/forecast/line'
import { figuresFrom } from '@/core/forecast/figures'
import { judge, stackCases } from '@/core/forecast/judged'
import type { SetFact } from '@/core/facts/fact'
import { learnedFrom, ratesOf } from '@/core/forecast/learning'
import { speedFrom } from '@/core/forecast/speed'
import { calibrationOf } from '@/core/forecast/chanceCalibration'
import { pastOf, type Past } from '@/core/forecast/rungExposures'
import { chanceInTime } from '@/core/forecast/ratio'
import { trendOf } from '@/core/forecast/trend'
import { workLeft } from '@/core/forecast/workLeft'
import { usualRepsPerDay } from '@/core/promise/need'
import { repsPerDay, summarize, type Summary } from '@/core/promise/summary'
import { foldDog } from '@/core/progress/fold'
import { newest } from '@/core/progress/regime'
import type { Db } from '@/store/database'
import {
  allForecastsDue,
  forecastBefore,
  forecastDone,
  forecastsDue,
  keepForecast,
  keepOutcome,
  outcomesMissing,
  writeLearned,
  type NewForecast,
} from '@/store/forecasts'
import { readSets } from '@/store/facts/read'
import { allFeeds } from '@/store/house'
import { readKennel } from '@/store/kennel'
import { findResident, readPromises, residentsBetween, type Resident } from '@/store/residents'
import { inTurn, noHooks, type Hooks } from '../base/hooks'
import { standingOf } from '../record/standing'
import { repsPaidADay } from '../context/food'
import { judgedCases } from '../context/judged'
import { forecastGroundOf, forecastHouse, type ForecastDog, type ForecastHouse } from '../context/forecast'
import { regimesFor } from '../base/regimes'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Residencies here whose forecast no longer rests on what is known. */
export const forecastsStale = (db: Db, now: EpochMs) => dueOn(db, dayIn(readKennel(db).timeZone, now))

/**
 * Design choice: dogs that are booked are counted on so many days before they come: the weeks ahead ask for them.
 */
const bookedAhead = 8 * 7

const dueOn = (db: Db, today: string) => forecastsDue(db, today, addDays(today, bookedAhead), forecastModel)

/**
 * Makes the forecasts that are due, a dog at a time, and writes what came of those that went home; how many of each.
 * `futures`: how many are played.
 */
export function renewForecasts(
  db: Db,
  now: EpochMs,
  hooks: Hooks = noHooks,
  futures = usualFutures,
): { readonly made: number; readonly over: number } {
  const today = dayIn(readKennel(db).timeZone, now)
  const over = keepOutcomes(db, today, now)
  const due = dueOn(db, today)
  if (due.length === 0) return { made: 0, over }
  const house = forecastHouse(db, today, now)
  const feeds = allFeeds(db)
  let made = 0
  for (const one of inTurn(due, hooks)) {
    const resident = findResident(db, one.residencyId)
    if (!resident) continue
    const { state, summary } = standingOf(db, one.residencyId, now)
    const regimes = regimesFor(db, one.residencyId, now)
    const dog: ForecastDog = {
      residencyId: one.residencyId,
      arrivesOn: resident.arrivesOn,
      leavesOn: resident.leavesOn,
      curriculum: newest(regimes).curriculum,
      regimes,
      sets: readSets(db, one.residencyId),
      state,
      promises: readPromises(db, one.residencyId),
      paidReps: repsPaidADay(db, resident, feeds),
    }
    const result = forecastOf(db, house, { ...dog, summary }, now, { futures, ifs: 'all' })
    db.transaction(() => {
      if (result) keepForecast(db, result)
      forecastDone(db, one)
    }).immediate()
    made++
  }
  return { made, over }
}

/** What is said of a dog by these facts; undefined where nothing was promised, so that there is nothing to be for. */
function forecastOf(
  db: Db,
  house: ForecastHouse,
  dog: ForecastDog & { readonly summary: Summary },
  madeAt: EpochMs,
  { futures, ifs }: { readonly futures: number; readonly ifs: 'all' | 'none' },
): NewForecast | undefined {
  if (dog.promises.length === 0) return undefined
  const { residencyId, summary } = dog
  const input = forecastGroundOf(house, dog)
  const result = forecast(input, futures, forecastSeed(residencyId, house.today), { ifs, sparing: true })
  const before = forecastBefore(db, residencyId, house.today)
  const trend = before ? (trendOf(before, result, input.past.useful) ?? null) : null
  return {
    residencyId,
    madeAt,
    digest: digestOf(dog, input),
    told: { ...result, trend },
    byRatio: ratioChance(summary, dog, house.today, house.share),
    byLine: lineChance(input, dog),
  }
}

/** Design choice: what would have been said before is played less often: nothing is decided by it. */
const futuresBefore = 300

/**
 * What would have been said on these days of a residency, from what was known on their mornings: for the demonstration
 * alone, whose months nobody lived through.
 */
export function forecastsBefore(db: Db, residencyId: ResidencyId, days: readonly string[]): void {
  const resident = findResident(db, residencyId)
  if (!resident) return
  const { timeZone } = readKennel(db)
  const all = readSets(db, residencyId)
  const promises = readPromises(db, residencyId)
  for (const day of days) {
    const morning = startOfDay(timeZone, day) + 8 * 3_600_000
    const house = { ...forecastHouse(db, day, morning), share: 1, paused: new Set<string>() }
    const regimes = regimesFor(db, residencyId, morning)
    const { curriculum } = newest(regimes)
    const sets = all.filter((s) => s.day < day)
    const state = foldDog(regimes, sets)
    const pace = { days: new Set(sets.map((s) => s.day)).size, reps: state.gained }
    const { arrivesOn, leavesOn } = resident
    const result = forecastOf(
      db,
      house,
      {
        residencyId,
        arrivesOn,
        leavesOn,
        curriculum,
        regimes,
        sets,
        state,
        promises,
        paidReps: repsPaidADay(db, resident, allFeeds(db)),
        summary: summarize(curriculum, state, promises, pace),
      },
      morning,
      { futures: futuresBefore, ifs: 'none' },
    )
    if (result) keepForecast(db, result)
  }
}

/** What a forecast rested on, as a short text: the same facts, promises and days give the same. */
function digestOf(dog: ForecastDog, { stay, promises }: ForecastInput): string {
  const hash = createHash('sha256')
  const last = dog.sets.at(-1)
  hash.update(
    JSON.stringify([
      dog.sets.length,
      dog.sets.reduce((n, s) => n + s.reps.length, 0),
      last?.id,
      dog.state.tick,
      dog.state.gained,
      promises,
      stay.today,
      stay.leavesOn,
      dog.curriculum.id,
      dog.curriculum.version,
    ]),
  )
  return hash.digest('hex').slice(0, 16)
}

/** What reps to go over reps the days allow says: the figure before this one, which it is held against. */
function ratioChance(summary: Summary, { leavesOn }: ForecastDog, today: string, share: number): number {
  const needed = summary.needs.reduce((n, need) => n + need.reps, 0)
  const days = daysBetween(today, leavesOn)
  if (needed <= 0) return 1
  if (days <= 0 || Math.max(0, ...summary.needs.map((n) => n.days)) > days) return 0
  return chanceInTime(needed / ((days - 1 + share) * (repsPerDay(summary.pace) ?? usualRepsPerDay)))
}

function lineChance({ curriculum, state, promises, rates, past, stay }: ForecastInput, dog: ForecastDog): number {
  const goals = workLeft(curriculum, state, promises, rates, past.exposures, stay.today)
  return chanceByLine(past, goals, daysBetween(dog.arrivesOn, stay.today), daysBetween(stay.today, stay.leavesOn))
}

/** Design choice: a machine that was off for so many days still writes what came of those that went home meanwhile. */
const outcomesWithin = 400

/** What came of those that were forecast and went home, by what was true on their last evening. */
export function keepOutcomes(db: Db, today: string, now: EpochMs): number {
  const missing = outcomesMissing(db, addDays(today, -outcomesWithin), today)
  for (const residencyId of missing) {
    const resident = findResident(db, residencyId)
    if (!resident) continue
    const lastEvening = addDays(resident.leavesOn, -1)
    const { summary } = standingOf(db, residencyId, now)
    const inTime = (day: string | undefined) => (day !== undefined && day <= lastEvening ? day : null)
    db.transaction(() =>
      keepOutcome(db, {
        residencyId,
        readyOn: inTime(summary.readyOn),
        lastEvening,
        rungs: Object.fromEntries(
          summary.commands.flatMap((c) => c.promises.map((p) => [p.promise.rungId, inTime(p.metOn)])),
        ),
        useful: Object.fromEntries(pastOf(regimesFor(db, residencyId, now), readSets(db, residencyId)).useful),
        at: now,
      }),
    ).immediate()
  }
  return missing.length
}

/** Design choice: what days give is learned from so many weeks. */
const daysLearned = 8 * 7
/** Design choice: rates are learned from the residencies that went home last, so many days back. */
const residenciesLearned = 2 * 365

/** Design choice: a residency is learned from where it was recorded on so many days; a few sets of paper say little. */
const recordedFrom = 5

/**
 * Learns this kennel's own rates from residencies that went home, and what its days give from the last weeks; all
 * forecasts are made again by it.
 */
export function learnRates(db: Db, now: EpochMs, hooks: Hooks = noHooks): { readonly residencies: number } {
  const today = dayIn(readKennel(db).timeZone, now)
  const { base } = forecastHouse(db, today, now)
  const finished: { readonly past: Past; readonly sets: readonly SetFact[]; readonly proving: Maintenance }[] = []
  const days: { readonly here: readonly string[]; readonly past: Past }[] = []
  const from = addDays(today, -daysLearned)
  for (const resident of inTurn(residentsBetween(db, addDays(today, -residenciesLearned), today), hooks)) {
    const sets = readSets(db, resident.residencyId)
    const regimes = regimesFor(db, resident.residencyId, now)
    const past = pastOf(regimes, sets)
    if (resident.leavesOn < today && past.useful.size >= recordedFrom)
      finished.push({ past, sets, proving: maintenanceOf(regimes, sets, readPromises(db, resident.residencyId)) })
    if (resident.leavesOn >= from && past.useful.size >= recordedFrom)
      days.push({ here: daysHere(resident, from, today), past })
  }
  const learned = learnedFrom(
    finished.map(({ past, proving }) => ({ ...past, proving })),
    base,
  )
  const rates = ratesOf(learned, base)
  const figures = figuresFrom(
    finished.map((f) => ({ ...f, speed: Math.exp(speedFrom(f.past.exposures, rates).mean) })),
    rates,
  ).map((f) => ({ ...f }))
  // Who is here says how dogs learn here, too.
  const { evidence, ...spells } = patternsSeen(
    days.map(({ past }) => past),
    rates,
  )
  const patterns = { ...spells, evidence: { ...evidence } }
  const cases = judgedCases(db)
  const { verdict } = judge(cases)
  const stack = calibrationOf(stackCases(cases))
  // What some of the dogs say is not what the house knows.
  if (!hooks.stopped())
    db.transaction(() => {
      writeLearned(db, { model: learnedModel, ...learned, ...daysSeen(days), patterns, figures, verdict, stack }, now)
      allForecastsDue(db, today)
    }).immediate()
  return { residencies: finished.length }
}

/** The opening days of a stay that lie within these. */
const daysHere = ({ arrivesOn, leavesOn }: Resident, from: string, today: string): readonly string[] =>
  openingOf({ arrivesOn, leavesOn: leavesOn < today ? leavesOn : today }).filter((day) => day >= from)
