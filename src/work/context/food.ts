import { objectionsTo, type FoodWord, type Objection } from '@/core/food/forbidden'
import { energyOf, ledgerOf, type Energy, type FedToday, type Ledger } from '@/core/food/ledger'
import { restAfterMeal, restingAfter, type House } from '@/core/house/house'
import type { Db } from '@/store/database'
import { type PaidPieces, readPlan, readWeights, type KeptFed } from '@/store/food'
import { readHouse, type FeedRow } from '@/store/house'
import { readEntry } from '@/store/intake'
import type { Resident } from '@/store/residents'
import { wallMinute } from '../base/clock'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** One dog's food of one day. */
export interface DayFood {
  readonly energy: Energy
  readonly ledger: Ledger
  readonly feed: FeedRow
  readonly fed: FedToday
  readonly rows: readonly FedView[]
  readonly paidReps: number
  readonly paidGrams: number
}

const foodWordsOf = (house: Pick<House, 'foodWords'>): readonly FoodWord[] =>
  house.foodWords.map((w) => ({ name: w.name, also: listed(w.also) }))

/** What speaks against each feed for one dog: poison, or its own allergies as the house words them. */
export function objectionsFor(db: Db, residencyId: ResidencyId): (feed: FeedRow) => readonly Objection[] {
  const allergies = allergiesOf(db, residencyId)
  const words = foodWordsOf(readHouse(db))
  return (feed) => objectionsTo({ name: feed.name, contains: listed(feed.contains) }, allergies, words)
}

export const allergiesOf = (db: Db, residencyId: ResidencyId): readonly string[] =>
  (readEntry(db, residencyId, 'health')?.entry.allergies ?? []).map((a) => a.what)

/**
 * What a dog was fed and is owed on a day; undefined while its weight or plan is not known. Whatever was the meal today
 * counts as the meal, also after the feed was changed at noon: grams of the old one as grams of the new with the same
 * energy.
 */
export function dayFood(
  db: Db,
  resident: Resident,
  feeds: ReadonlyMap<string, FeedRow>,
  rows: readonly KeptFed[],
  paid: readonly PaidPieces[],
): DayFood | undefined {
  const plan = readPlan(db, resident.residencyId)
  const kg = readWeights(db, resident.dogId).at(-1)?.kg
  const feed = plan && feeds.get(plan.feedId)
  if (!plan || !feed || kg === undefined) return undefined
  const inGrams = (kcal: number): number => (kcal * 100) / feed.kcalPer100g
  const kcal = (r: KeptFed) => (r.grams * (feeds.get(r.feedId)?.kcalPer100g ?? 0)) / 100
  const sum = (kind: KeptFed['kind']) =>
    rows.filter((r) => r.kind === kind).reduce((g, r) => g + (r.feedId === feed.id ? r.grams : inGrams(kcal(r))), 0)
  const meals = new Set([
    feed.id,
    ...paid.flatMap((p) => p.mealFeed ?? []),
    ...rows.flatMap((r) => (r.kind === 'extra' ? [] : [r.feedId])),
  ])
  const ownPieces = (p: PaidPieces, pieces: number): { readonly pieces: number; readonly kcal: number } | undefined => {
    const id = p.feedId ?? p.mealFeed ?? feed.id
    // What nobody counted is no kibble where play is the pay.
    const counted = resident.traits.toys ? Math.max(0, pieces - p.marked) : pieces
    return meals.has(id) ? { pieces: counted, kcal: counted * (feeds.get(id)?.kcalPerPiece ?? 0) } : undefined
  }
  const own = paid.reduce((n, p) => n + (ownPieces(p, p.pieces)?.pieces ?? 0), 0)
  const bowl = (p: PaidPieces, grams: number): number =>
    (grams * (feeds.get(p.mealFeed ?? feed.id)?.kcalPer100g ?? feed.kcalPer100g)) / feed.kcalPer100g
  const bowlGrams = paid.reduce((n, p) => n + bowl(p, p.grams), 0)
  const laterBowl = paid.reduce((n, p) => n + bowl(p, p.laterGrams), 0)
  const paidGrams = bowlGrams + inGrams(paid.reduce((n, p) => n + (ownPieces(p, p.pieces)?.kcal ?? 0), 0))
  const laterGrams = laterBowl + inGrams(paid.reduce((n, p) => n + (ownPieces(p, p.later)?.kcal ?? 0), 0))
  const paidKcal = paid.reduce(
    (n, p) =>
      n +
      (meals.has(p.feedId ?? feed.id) || p.feedId === null ? 0 : p.pieces * (feeds.get(p.feedId)?.kcalPerPiece ?? 0)),
    0,
  )
  // What is written down as eaten in training says better what was paid before it; what is paid after comes on top.
  const wrote = rows.some((r) => r.kind === 'eaten')
  const fed: FedToday = {
    weighedGrams: sum('weighed'),
    eatenGrams: wrote ? sum('eaten') + laterGrams : paidGrams,
    bowlGrams: sum('bowl'),
    extraKcal: rows.filter((r) => r.kind === 'extra').reduce((n, r) => n + kcal(r), paidKcal),
  }
  const full = { kg, stage: plan.stage, factor: plan.factor, vetKcal: plan.vetKcal, trainingShare: plan.trainingShare }
  return {
    energy: energyOf(full),
    ledger: ledgerOf(full, feed, fed),
    feed,
    fed,
    paidReps: own,
    paidGrams,
    rows: rows.map((r) => ({ ...r, feedName: feeds.get(r.feedId)?.name ?? '', kcal: kcal(r) })),
  }
}

/**
 * Reps that a day’s training food pays for; undefined while weight or plan is not known, where its food is not given in
 * pieces, and where play is the pay.
 */
export const repsPaidADay = (db: Db, resident: Resident, feeds: ReadonlyMap<string, FeedRow>): number | undefined =>
  resident.traits.toys ? undefined : dayFood(db, resident, feeds, [], [])?.ledger.repsToPay

/** The meal after which dogs still rest now; undefined when none. */
export function restingNow(db: Db, now: EpochMs): { readonly name: string; readonly until: number } | undefined {
  const house = readHouse(db)
  const meal = restingAfter(house.meals, wallMinute(house.timeZone, now))
  return meal && { name: meal.name, until: meal.at + restAfterMeal }
}

export interface FedView extends KeptFed {
  readonly feedName: string
  readonly kcal: number
}

export const listed = (text: string): readonly string[] =>
  text
    .split(',')
    .map((s) => s.trim())
    .filter((s) => s !== '')
