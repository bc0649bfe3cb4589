import { mean } from 'simple-statistics'
import { daysBetween } from '../days'
import { seeded } from '../seeded'
import type { Forecast } from './forecast'
import type { CalibrationCase } from './chanceCalibration'
import { daysLeftShare } from './plan'
import { brier, coverage, overSure, partsOf, skill, transformed, type Bin, type Said, type Waited } from './score'
import { whenReady, type ByDay } from './whenReady'
import type { ResidencyId } from '../ids'

/** What was said of a dog on one day, what two simpler figures said, and what came of it. */
export interface JudgedCase {
  readonly residencyId: ResidencyId
  readonly arrivesOn: string
  readonly day: string
  readonly told: Forecast
  readonly byRatio: number
  readonly byLine: number
  /** Day on which everything promised was met; null where it was not by the last evening. */
  readonly readyOn: string | null
  readonly lastEvening: string
  /** Day on which each promised rung was met; null where it was not. */
  readonly rungs: Readonly<Record<string, string | null>>
  /** Sets of each day that brought it nearer; empty where nobody counted them. */
  readonly useful: Readonly<Record<string, number>>
}

export interface Score {
  readonly n: number
  /** Mean chance said, and the share that came. */
  readonly said: number
  readonly came: number
  readonly brier: number
  /** Over one half said of everything. */
  readonly skill: number
  readonly byRatio: number
  readonly byLine: number
  /** Coverage: share whose day lay within the 80%, and the 50%, interval; by chance where nobody saw its day. */
  readonly within80: number
  readonly within50: number
  /**
   * Sets a day at what was still to be learned: counted on, and worked until it was ready; undefined where none
   * counted.
   */
  readonly setsADay: { readonly planned: number; readonly worked: number } | undefined
}

export const verdicts = ['too few', 'as said', 'too high', 'too low', 'too sure'] as const
export type VerdictOnForecasts = (typeof verdicts)[number]

export interface Judged {
  /** Dogs that went home after they were forecast, and were not ready yet when it was said. */
  readonly dogs: number
  readonly all: Score | undefined
  /** At a quarter, a half and three quarters of the stay. */
  readonly stages: readonly { readonly quarter: 1 | 2 | 3; readonly score: Score }[]
  readonly commands: readonly {
    readonly command: string
    readonly n: number
    readonly said: number
    readonly came: number
    readonly brier: number
  }[]
  readonly bins: readonly Bin[]
  /** By days after it was said: the share said to be ready, and the share that was. */
  readonly byDay: readonly ByDay[]
  readonly verdict: VerdictOnForecasts
}

/** Design choice: below so many dogs nothing is said of how good the forecasts are. */
export const enoughDogs = 10
/** Design choice: too high or too low when what was said lies so far from what came, and further than by chance. */
const badFrom = 0.1
/** Design choice: too sure when the mean squared distance is so much more than what was said makes it. */
const badSquares = 0.05
const tellingErrors = 2

/** At these quarters of its stay a dog’s forecast is held against what came, once each. */
const quarters = [1, 2, 3] as const

/**
 * How good forecasts were that are over, each dog at a quarter, a half and three quarters of its stay. Seeded: where
 * what happened lies within a day, or beyond the last evening, is drawn.
 */
export function judge(cases: readonly JudgedCase[]): Judged {
  const draw = seeded(1)
  const picked = pickedOf(cases)
  const at = picked.map((p) => ({ ...p, u: whereItLay(p.of, draw) }))
  const chances = at.map((p) => ({ chance: p.of.told.chance, came: p.of.readyOn !== null }))
  const legs = picked.flatMap(({ of }) =>
    of.told.legs.flatMap((leg) =>
      leg.rungId in of.rungs
        ? [{ command: leg.command, chance: leg.chance, came: (of.rungs[leg.rungId] ?? null) !== null }]
        : [],
    ),
  )
  const dogs = new Set(at.map((p) => p.of.residencyId)).size
  return {
    dogs,
    all: at.length === 0 ? undefined : scoreOf(at),
    stages: quarters.flatMap((quarter) => {
      const of = at.filter((p) => p.quarter === quarter)
      return of.length === 0 ? [] : [{ quarter, score: scoreOf(of) }]
    }),
    commands: [...new Set(legs.map((l) => l.command))].map((command) => {
      const of = legs.filter((l) => l.command === command)
      return { command, n: of.length, ...meansOf(of), brier: brier(of) }
    }),
    bins: at.length === 0 ? [] : partsOf(chances).bins,
    byDay: whenReady(picked.map(({ of }) => ({ ...waitedOf(of), by: sharesOf(of) }))),
    verdict: verdictOn(dogs, chances),
  }
}

interface Picked {
  readonly of: JudgedCase
  readonly quarter: 1 | 2 | 3
  readonly u: number
}

/**
 * Of the days on which something was said of a dog, that at which each quarter of its stay is held against what came:
 * the first from it on, where one lies within the next quarter.
 */
export function quarterDays(
  { arrivesOn, lastEvening }: Pick<JudgedCase, 'arrivesOn' | 'lastEvening'>,
  days: readonly string[],
): readonly { readonly quarter: 1 | 2 | 3; readonly day: string }[] {
  const length = daysBetween(arrivesOn, lastEvening) + 1
  const gone = (day: string) => daysBetween(arrivesOn, day) / length
  const inOrder = [...days].sort()
  return quarters.flatMap((quarter) => {
    const day = inOrder.find((d) => gone(d) >= quarter / 4 - 1e-9 && gone(d) < (quarter + 1) / 4)
    return day === undefined ? [] : [{ quarter, day }]
  })
}

/** One dog’s forecasts at the quarters of its stay; one that was ready by then says nothing of how good they were. */
function atQuarters(own: readonly JudgedCase[]): readonly Omit<Picked, 'u'>[] {
  const [first] = own
  if (!first) return []
  const byDay = new Map(own.map((c) => [c.day, c]))
  return quarterDays(first, [...byDay.keys()]).flatMap(({ quarter, day }) => {
    const of = byDay.get(day)
    return of && (of.readyOn === null || of.readyOn >= day) ? [{ of, quarter }] : []
  })
}

const pickedOf = (cases: readonly JudgedCase[]): readonly Omit<Picked, 'u'>[] => {
  const byDog = new Map<string, JudgedCase[]>()
  for (const c of cases) byDog.set(c.residencyId, [...(byDog.get(c.residencyId) ?? []), c])
  return [...byDog.values()].flatMap(atQuarters)
}

/** Turns judged forecasts into calibration cases: the chance as simulated, and what came. */
export const stackCases = (cases: readonly JudgedCase[]): readonly CalibrationCase[] =>
  pickedOf(cases).flatMap(({ of: { residencyId, told, readyOn } }) =>
    told.played && !told.impossible
      ? [{ dog: residencyId, ...told.played, left: daysLeftShare(told.plan), came: readyOn !== null }]
      : [],
  )

/** By which day so large a share of its futures were ready. */
const sharesOf =
  ({ told }: JudgedCase) =>
  (day: number): number =>
    day < 0 ? 0 : (told.by[Math.min(day, told.by.length - 1)] ?? 0)

/** How long it was until it was ready, or until nobody looked any more. */
const waitedOf = ({ day, readyOn, lastEvening }: JudgedCase): Waited => ({
  day: daysBetween(day, readyOn ?? lastEvening),
  came: readyOn !== null,
})

/** Where what happened lies among the futures, 0–1. */
const whereItLay = (of: JudgedCase, draw: () => number): number => transformed(sharesOf(of), waitedOf(of), draw)

const meansOf = (of: readonly Said[]) => ({
  said: mean(of.map((s) => s.chance)),
  came: mean(of.map((s) => Number(s.came))),
})

function scoreOf(all: readonly Picked[]): Score {
  const saidOf = (chanceOf: (c: JudgedCase) => number): readonly Said[] =>
    all.map(({ of }) => ({ chance: chanceOf(of), came: of.readyOn !== null }))
  const own = saidOf((c) => c.told.chance)
  return {
    n: all.length,
    ...meansOf(own),
    brier: brier(own),
    skill: skill(own),
    byRatio: brier(saidOf((c) => c.byRatio)),
    byLine: brier(saidOf((c) => c.byLine)),
    within80: coverage(
      all.map((p) => p.u),
      0.8,
    ),
    within50: coverage(
      all.map((p) => p.u),
      0.5,
    ),
    setsADay: setsOf(all.map((p) => p.of)),
  }
}

/** What was counted on against what was worked, over all days from each forecast on until the dog was ready. */
function setsOf(cases: readonly JudgedCase[]): Score['setsADay'] {
  let [planned, worked, days] = [0, 0, 0]
  for (const { day, told, readyOn, lastEvening, useful } of cases) {
    const counted = Object.entries(useful)
    if (counted.length === 0) continue
    const until = readyOn ?? lastEvening
    const of = daysBetween(day, until) + 1
    planned += (of * told.plan.setsADay * told.plan.openDays) / Math.max(1, daysBetween(day, told.leavesOn))
    worked += counted.reduce((sum, [on, sets]) => sum + (on >= day && on <= until ? sets : 0), 0)
    days += of
  }
  return days === 0 ? undefined : { planned: planned / days, worked: worked / days }
}

/**
 * Whether what was said ran too high or too low, or was farther off than it said itself, in whichever direction: three
 * forecasts of one dog count as one for how sure that is.
 */
function verdictOn(dogs: number, said: readonly Said[]): VerdictOnForecasts {
  if (dogs < enoughDogs) return 'too few'
  const { said: chance, came } = meansOf(said)
  const error = Math.sqrt(mean(said.map((s) => s.chance * (1 - s.chance))) / dogs + 0.25 / (dogs * dogs))
  const off = chance - came
  if (Math.abs(off) >= Math.max(badFrom, tellingErrors * error)) return off > 0 ? 'too high' : 'too low'
  const excess = brier(said) - mean(said.map((s) => s.chance * (1 - s.chance)))
  const beyond = overSure(said) * Math.sqrt(dogs / said.length)
  return excess >= badSquares && beyond >= tellingErrors ? 'too sure' : 'as said'
}

/** What is said beside a chance when the ones before it were bad; empty when they were not, or too few. */
export function verdictText(verdict: VerdictOnForecasts): string {
  if (verdict === 'too high') return 'Forecasts here run too high: fewer dogs were ready than predicted.'
  if (verdict === 'too low') return 'Forecasts here run too low: more dogs were ready than predicted.'
  return verdict === 'too sure'
    ? 'Forecasts here are too sure: what was nearly certain, or very unlikely, turned out otherwise too often.'
    : ''
}
