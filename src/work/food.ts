import { v7 } from 'uuid'
import { z } from 'zod'
import { dayIn, daysBetween } from '@/core/days'
import { number, optionalNumber } from '@/core/fields'
import { lifeStageNames, stageByAge, type LifeStage } from '@/core/food/energy'
import {
  energyOf,
  forbidden,
  type FoodWord,
  ledgerOf,
  owedFromGrams,
  type Energy,
  type FedToday,
  type Ledger,
} from '@/core/food/ledger'
import { checkWeight, kgPerLb } from '@/core/food/weight'
import { restAfterMeal, restingAfter, type House } from '@/core/house/house'
import type { Db } from '@/store/database'
import {
  fedKinds,
  insertFed,
  insertPlan,
  insertWeight,
  paidPieces,
  type PaidPieces,
  readFed,
  readPlan,
  readWeights,
  type KeptFed,
  type KeptPlan,
} from '@/store/food'
import { allFeeds, readFeeds, readHouse, type FeedRow } from '@/store/house'
import { readEntry, takeBack } from '@/store/intake'
import { findResident, residentsOn, type Resident } from '@/store/residents'
import { wallMinute } from './clock'
import { aboutResident } from './about'
import type { Done } from './correct'
import { nobody, whoField, worksHere } from './who'

const refuse = (reason: string): Done => ({ ok: false, reason })
const fact = { residencyId: z.uuid(), recordedBy: whoField }

/** House: half of the ration is weighed out for training until somebody says otherwise. */
export const usualShare = 0.5

export interface FedView extends KeptFed {
  readonly feedName: string
  readonly kcal: number
}

export interface FoodView {
  readonly resident: Resident
  readonly today: string
  readonly timeZone: string
  readonly unit: 'kg' | 'lb'
  readonly weights: readonly { readonly id: string; readonly day: string; readonly kg: number }[]
  readonly feeds: readonly (FeedRow & { readonly forbidden: readonly string[] })[]
  readonly allergies: readonly string[]
  readonly plan: KeptPlan | undefined
  /** What the age and sex written down at the door suggest. */
  readonly suggestedStage: LifeStage
  readonly day: DayFood | undefined
  readonly missing: string
  readonly caution: string
}

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

/** One dog's food; undefined for no such residency. */
export function loadFood(db: Db, residencyId: string, now: number): FoodView | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const house = readHouse(db)
  const today = dayIn(house.timeZone, now)
  const weights = readWeights(db, resident.dogId)
  const plan = readPlan(db, residencyId)
  const allergies = allergiesOf(db, residencyId)
  const sex = readEntry(db, residencyId, 'arrival')?.entry.sex ?? 'not known'
  const age = resident.traits.bornOn === null ? undefined : daysBetween(resident.traits.bornOn, today)
  const feeds = readFeeds(db)
  return {
    resident,
    today,
    timeZone: house.timeZone,
    unit: house.unit,
    weights,
    allergies,
    plan,
    caution: house.caution,
    feeds: feeds.map((f) => ({ ...f, forbidden: forbiddenIn(f, allergies, foodWordsOf(house)) })),
    suggestedStage: stageByAge(age, sex.includes('spayed') || sex.includes('neutered')),
    day: dayFood(
      db,
      resident,
      allFeeds(db),
      readFed(db, today, residencyId),
      paidPieces(db, today).get(residencyId) ?? [],
    ),
    missing:
      feeds.length === 0
        ? 'The house has no feed yet.'
        : weights.length === 0
          ? 'It was not weighed yet.'
          : plan === undefined
            ? 'Nobody has said what it is fed.'
            : '',
  }
}

const listed = (text: string): readonly string[] =>
  text
    .split(',')
    .map((s) => s.trim())
    .filter((s) => s !== '')
export const foodWordsOf = (house: Pick<House, 'foodWords'>): readonly FoodWord[] =>
  house.foodWords.map((w) => ({ name: w.name, also: listed(w.also) }))
export const forbiddenIn = (
  feed: FeedRow,
  allergies: readonly string[],
  words: readonly FoodWord[],
): readonly string[] => forbidden({ name: feed.name, contains: listed(feed.contains) }, allergies, words)
export const allergiesOf = (db: Db, residencyId: string): readonly string[] =>
  (readEntry(db, residencyId, 'health')?.entry.allergies ?? []).map((a) => a.what)

/**
 * What a dog was fed and is owed on a day; undefined while its weight or plan is not known. Whatever was its meal today
 * counts as its meal, also after the feed was changed at noon: grams of the old one as grams of the new with the same
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
  const paidGrams = inGrams(paid.reduce((n, p) => n + (ownPieces(p, p.pieces)?.kcal ?? 0), 0))
  const laterGrams = inGrams(paid.reduce((n, p) => n + (ownPieces(p, p.later)?.kcal ?? 0), 0))
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

export const weightForm = z.object({
  ...fact,
  weight: number('The weight', 0.0001, 100_000),
  unit: z.enum(['kg', 'lb']),
  right: z.boolean().default(false),
})

/** Keeps a weighing; asks once when pounds may have been typed for kilograms. */
export function weigh(db: Db, form: z.infer<typeof weightForm>, now: number): Done {
  return aboutResident(db, form, (resident) => {
    const kg = form.weight * (form.unit === 'lb' ? kgPerLb : 1)
    const check = checkWeight(kg, { lastKg: readWeights(db, resident.dogId).at(-1)?.kg, giant: resident.traits.giant })
    if (check.kind === 'refused' || (check.kind === 'ask' && !form.right)) return check.why
    insertWeight(db, {
      id: v7(),
      dogId: resident.dogId,
      day: dayIn(readHouse(db).timeZone, now),
      kg,
      at: now,
      recordedBy: form.recordedBy,
    })
    return undefined
  })
}

export const planForm = z.object({
  ...fact,
  feedId: z.string().min(1, 'Choose a feed.').max(64),
  stage: z.enum(lifeStageNames, { error: 'Choose a stage of life.' }),
  factor: optionalNumber('The factor', 0.5, 5),
  vetKcal: optionalNumber('The vet’s figure', 50, 6000),
  share: number('The share for training', 0, 100),
  goal: optionalNumber('The goal', 0.5, 300),
})

/** Says how a dog is fed from now on. */
export function decidePlan(db: Db, form: z.infer<typeof planForm>, now: number): Done {
  return aboutResident(db, form, (resident) => {
    const feed = readFeeds(db).find((f) => f.id === form.feedId)
    if (!feed) return 'Choose a feed.'
    const bad = forbiddenIn(feed, allergiesOf(db, form.residencyId), foodWordsOf(readHouse(db)))
    if (bad.length > 0) return `${resident.name} may not have ${feed.name}: ${bad.join(', ')}.`
    const goalKg = form.goal === null ? null : form.goal * (readHouse(db).unit === 'lb' ? kgPerLb : 1)
    insertPlan(db, {
      id: v7(),
      residencyId: form.residencyId,
      feedId: form.feedId,
      stage: form.stage,
      factor: form.factor,
      vetKcal: form.vetKcal,
      trainingShare: form.share / 100,
      goalKg,
      at: now,
      recordedBy: form.recordedBy,
    })
    return undefined
  })
}

/** House: more than this at once is surely a slip of the key. */
const mostGrams = 5000
export const fedForm = z.object({
  ...fact,
  id: z.uuid(),
  kind: z.enum(fedKinds),
  feedId: z.string().min(1, 'Choose a feed.').max(64),
  grams: number('Grams', 0.1, mostGrams),
  note: z
    .string()
    .trim()
    .max(120)
    .regex(/^\P{Cc}*$/u, 'One line of text.')
    .default(''),
})

/** Keeps what was weighed out, eaten, given or came on top. The same fact twice changes nothing. */
export function feedDog(db: Db, form: z.infer<typeof fedForm>, now: number): Done {
  return aboutResident(db, form, (resident) => {
    const today = dayIn(readHouse(db).timeZone, now)
    if (today < resident.arrivesOn || today > resident.leavesOn) return 'It is not here today.'
    const feed = readFeeds(db).find((f) => f.id === form.feedId)
    if (!feed) return 'Choose a feed.'
    const bad = forbiddenIn(feed, allergiesOf(db, form.residencyId), foodWordsOf(readHouse(db)))
    if (bad.length > 0) return `${resident.name} may not have ${feed.name}: ${bad.join(', ')}.`
    insertFed(db, {
      id: form.id,
      residencyId: form.residencyId,
      day: today,
      kind: form.kind,
      feedId: form.feedId,
      grams: form.grams,
      note: form.note,
      at: now,
      recordedBy: form.recordedBy,
    })
    return undefined
  })
}

export const untakeForm = z.object({ ...fact, targetId: z.uuid() })

/** Takes a weighing or a feeding of this dog back. */
export function takeFoodBack(db: Db, form: z.infer<typeof untakeForm>, now: number): Done {
  return aboutResident(db, form, (resident) => {
    const today = dayIn(readHouse(db).timeZone, now)
    const known =
      readFed(db, today, form.residencyId).some((f) => f.id === form.targetId) ||
      readWeights(db, resident.dogId).some((w) => w.id === form.targetId)
    if (!known) return 'That was taken back already.'
    takeBack(db, form.targetId, form.recordedBy, now)
    return undefined
  })
}

export interface BowlRow {
  readonly resident: Resident
  readonly food: DayFood | undefined
  /** What is still owed today, grams; zero when nothing is. */
  readonly owed: number
  readonly allergies: readonly string[]
  readonly medicines: readonly string[]
  readonly missing: string
}

export interface BowlsView {
  readonly today: string
  readonly timeZone: string
  readonly house: House
  readonly rows: readonly BowlRow[]
  readonly feeds: readonly FeedRow[]
}

/** The feeding list: every dog here today by run, and what is still owed to whom. */
export function loadBowls(db: Db, now: number): BowlsView {
  const house = readHouse(db)
  const today = dayIn(house.timeZone, now)
  const feeds = allFeeds(db)
  const paid = paidPieces(db, today)
  const fed = new Map<string, KeptFed[]>()
  for (const f of readFed(db, today)) fed.set(f.residencyId, [...(fed.get(f.residencyId) ?? []), f])
  const rows = residentsOn(db, today)
    .map((resident): BowlRow => {
      const food = dayFood(
        db,
        resident,
        feeds,
        fed.get(resident.residencyId) ?? [],
        paid.get(resident.residencyId) ?? [],
      )
      const health = readEntry(db, resident.residencyId, 'health')?.entry
      const owed = food && food.ledger.owedGrams >= owedFromGrams ? food.ledger.owedGrams : 0
      return {
        resident,
        food,
        owed,
        allergies: (health?.allergies ?? []).map((a) => a.what),
        medicines: (health?.medicines ?? [])
          .filter((m) => m.until === '' || m.until >= today)
          .map((m) => [m.name, m.dose, m.at].filter((s) => s !== '').join(', ')),
        missing: food ? '' : readWeights(db, resident.dogId).length === 0 ? 'not weighed' : 'no feeding plan',
      }
    })
    .sort((a, b) => a.resident.runNumber.localeCompare(b.resident.runNumber, 'en', { numeric: true }))
  return { today, timeZone: house.timeZone, house, rows, feeds: readFeeds(db) }
}

export const bowlForm = z.object({ ...fact, id: z.uuid() })

/** The training share of the day is weighed out of the ration. */
export function weighOut(db: Db, form: z.infer<typeof bowlForm>, now: number): Done {
  const food = loadBowls(db, now).rows.find((r) => r.resident.residencyId === form.residencyId)?.food
  if (!food) return refuse('Nobody has said what it is fed.')
  const rest = Math.round(food.ledger.trainingGrams - food.fed.weighedGrams)
  if (rest < 1) return { ok: true, residencyId: form.residencyId }
  return feedDog(db, { ...form, kind: 'weighed', feedId: food.feed.id, grams: rest, note: '' }, now)
}

/** The bowl is given: all that is still owed to this dog today. */
export function giveBowl(db: Db, form: z.infer<typeof bowlForm>, now: number): Done {
  if (!worksHere(db, form.recordedBy)) return refuse(nobody)
  const row = loadBowls(db, now).rows.find((r) => r.resident.residencyId === form.residencyId)
  if (!row?.food) return refuse('Nobody has said what it is fed.')
  if (row.owed === 0) return { ok: true, residencyId: form.residencyId }
  return feedDog(db, { ...form, kind: 'bowl', feedId: row.food.feed.id, grams: Math.round(row.owed), note: '' }, now)
}

/** The meal after which dogs still rest now; undefined when none. */
export function restingNow(db: Db, now: number): { readonly name: string; readonly until: number } | undefined {
  const house = readHouse(db)
  const meal = restingAfter(house.meals, wallMinute(house.timeZone, now))
  return meal && { name: meal.name, until: meal.at + restAfterMeal }
}
