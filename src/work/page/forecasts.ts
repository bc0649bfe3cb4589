import { findCommand, rungsOf } from '@/core/curriculum/lookup'
import type { Curriculum } from '@/core/curriculum/types'
import { figureKinds, figureRow, type FigureRow } from '@/core/forecast/figures'
import { judge, type Judged } from '@/core/forecast/judged'
import { nothingKnown, ratesOut, type RatesFile } from '@/core/forecast/learned'
import { ratesOf, weights } from '@/core/forecast/learning'
import { rateKindOf } from '@/core/forecast/rates'
import { calibrationText, waysText } from '@/core/views/forecast'
import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import { readElsewhere, readLearned } from '@/store/forecasts'
import { allPlaces, readKennel, readPeople } from '@/store/kennel'
import { houseBase } from '../context/forecast'
import { judgedCases } from '../context/judged'
import type { RungId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface ForecastsPage {
  readonly timeZone: string
  readonly judged: Judged
  /** Names of the commands that stand in it. */
  readonly commands: Readonly<Record<string, string>>
  readonly learned: {
    readonly residencies: number
    readonly at: EpochMs | undefined
    /** Whose rates it began with; undefined for what is shipped. */
    readonly from: string | undefined
    readonly fromResidencies: number
    /** How much of the house’s own rate is its own, 0–1, and after how many residencies it is half. */
    readonly ownShare: number
    readonly halfAfter: number | undefined
    /** How chances are bent by what came of those before, and of how many dogs; empty where they are not. */
    readonly bent: string
    readonly bentDogs: number
    /** What else of its own it is counted on; empty while nobody went home. */
    readonly ways: string
  }
  readonly figures: readonly {
    readonly by: (typeof figureKinds)[number]
    readonly rows: readonly (FigureRow & { readonly name: string })[]
  }[]
}

/** How good the forecasts were, what they rest on, and what this kennel’s hours come to. */
export function loadForecasts(db: Db): ForecastsPage {
  const curriculum = newestCurriculum(db)
  const storedRates = readLearned(db)
  const learned = storedRates?.learned ?? nothingKnown
  const elsewhere = readElsewhere(db)
  const names = {
    command: (id: string) => findCommand(curriculum, id)?.name ?? id,
    place: nameIn(allPlaces(db)),
    handler: nameIn(readPeople(db)),
  }
  const judged = judge(judgedCases(db))
  const each = learned.residencies === 0 ? 0 : learned.house.expected / learned.residencies
  return {
    timeZone: readKennel(db).timeZone,
    judged,
    commands: Object.fromEntries(judged.commands.map((c) => [c.command, names.command(c.command)])),
    learned: {
      residencies: learned.residencies,
      at: storedRates?.at,
      from: elsewhere?.from,
      fromResidencies: elsewhere?.residencies ?? 0,
      ownShare: learned.house.expected / (learned.house.expected + weights.house),
      bent: calibrationText(learned.stack),
      bentDogs: learned.stack.dogs,
      ways: learned.residencies === 0 ? '' : waysText(ratesOf(learned, houseBase(db))),
      halfAfter: each > 0 ? Math.max(1, Math.ceil(weights.kind / each)) : undefined,
    },
    figures: figureKinds.map((by) => ({
      by,
      rows: learned.figures
        .filter((f) => f.by === by)
        .map((f) => ({ ...figureRow(f), name: names[by](f.id) }))
        .filter((row) => row.hours >= leastHours)
        .sort((a, b) => a.name.localeCompare(b.name, 'en')),
    })),
  }
}

/** Design choice: of less than half an hour nothing is said. */
const leastHours = 0.5

function nameIn(all: readonly { readonly id: string; readonly name: string }[]) {
  const names = new Map(all.map((one) => [one.id, one.name]))
  return (id: string): string => names.get(id) ?? id
}

/** What this kennel learned, as it goes to another: no dog, no person. */
export function learnedFile(db: Db): RatesFile {
  return ratesOut(
    readLearned(db)?.learned ?? nothingKnown,
    houseBase(db),
    readKennel(db).name,
    kindIn(newestCurriculum(db)),
  )
}

function kindIn(curriculum: Curriculum) {
  const kinds = new Map(curriculum.commands.flatMap((c) => rungsOf(c).map((r) => [r.id, rateKindOf(r)] as const)))
  return (rungId: RungId) => kinds.get(rungId)
}
