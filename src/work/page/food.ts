import { openPauses } from '@/store/stay'
import { feedWhilePaused } from '../context/pause'
import { dayIn, daysBetween } from '@/core/days'
import { stageByAge } from '@/core/food/energy'
import { owedFromGrams } from '@/core/food/ledger'
import { massIn } from '@/core/measures'
import type { House } from '@/core/house/house'
import type { Db } from '@/store/database'
import { paidPieces, readFed, readPlan, readWeights, type KeptFed, type KeptPlan } from '@/store/food'
import { allFeeds, readFeeds, readHouse, type FeedRow } from '@/store/house'
import { readEntry } from '@/store/intake'
import { findResident, residentsOn, type Resident } from '@/store/residents'
import type { Objection } from '@/core/food/forbidden'
import { type DayFood, allergiesOf, objectionsFor, dayFood } from '../context/food'
import { byRun } from '@/core/inOrder'
import type { ResidencyId } from '@/core/ids'
import type { Typed } from '@/core/fields'
import type { FieldSpec } from '@/core/form'
import { logFields, tenPiecesFields, weighFields } from '@/core/food/logForm'
import { planFields } from '@/core/food/planForm'
import type { EpochMs } from '@/core/epochMs'

export interface FoodView {
  readonly resident: Resident
  readonly today: string
  readonly timeZone: string
  readonly unit: 'kg' | 'lb'
  readonly weights: readonly { readonly id: string; readonly day: string; readonly kg: number }[]
  readonly feeds: readonly (FeedRow & { readonly against: readonly Objection[] })[]
  /** What speaks against the meal it is fed now: something noted after the plan was made. */
  readonly mealAgainst: readonly Objection[]
  readonly allergies: readonly string[]
  readonly plan: KeptPlan | undefined
  /** What the feeding plan asks, and how it stands there. */
  readonly planFields: readonly FieldSpec[]
  readonly planTyped: Typed
  /** What is asked to log food, to weigh the dog, and of a food whose pieces nobody weighed. */
  readonly logFields: readonly FieldSpec[]
  readonly weighFields: readonly FieldSpec[]
  readonly tenPiecesFields: readonly FieldSpec[]
  readonly day: DayFood | undefined
  readonly missing: string
  readonly caution: string
}

/** A feeding plan as its form holds it; empty fields where nobody has said anything yet. */
export function planTyped(plan: KeptPlan | undefined, unit: 'kg' | 'lb'): Typed {
  const show = (n: number | null | undefined) => (n === null || n === undefined ? '' : String(Number(n.toFixed(2))))
  return {
    feedId: [plan?.feedId ?? ''],
    stage: [plan?.stage ?? ''],
    factor: [show(plan?.factor)],
    vetKcal: [show(plan?.vetKcal)],
    share: [plan ? String(Math.round(plan.trainingShare * 100)) : ''],
    goal: [plan?.goalKg ? show(massIn(plan.goalKg, unit)) : ''],
  }
}

/** One dog's food; undefined for no such residency. */
export function loadFood(db: Db, residencyId: ResidencyId, now: EpochMs): FoodView | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const house = readHouse(db)
  const today = dayIn(house.timeZone, now)
  const weights = readWeights(db, resident.dogId)
  const plan = readPlan(db, residencyId)
  const allergies = allergiesOf(db, residencyId)
  const sex = readEntry(db, residencyId, 'arrival')?.entry.sex ?? 'not known'
  const age = resident.traits.bornOn === null ? undefined : daysBetween(resident.traits.bornOn, today)
  const against = objectionsFor(db, residencyId)
  const feeds = readFeeds(db).map((f) => ({ ...f, against: against(f) }))
  const suggested = stageByAge(age, sex.includes('spayed') || sex.includes('neutered'))
  const meal = plan && allFeeds(db).get(plan.feedId)
  return {
    resident,
    today,
    timeZone: house.timeZone,
    unit: house.unit,
    weights,
    allergies,
    plan,
    planFields: planFields({ feeds, suggested, unit: house.unit }),
    planTyped: planTyped(plan, house.unit),
    logFields: logFields({ feeds, meal: plan?.feedId, unit: house.unit }),
    weighFields: weighFields(house.unit),
    tenPiecesFields: tenPiecesFields(meal?.name ?? ''),
    caution: house.caution,
    feeds,
    mealAgainst: meal ? against(meal) : [],
    day: dayFood(
      db,
      resident,
      allFeeds(db),
      readFed(db, today, residencyId),
      paidPieces(db, today).get(residencyId) ?? [],
    ),
    missing:
      feeds.length === 0
        ? 'No food is listed yet. Add one in Settings.'
        : weights.length === 0
          ? 'Not weighed yet.'
          : plan === undefined
            ? 'There is no feeding plan.'
            : '',
  }
}

export interface BowlRow {
  readonly resident: Resident
  readonly food: DayFood | undefined
  /** What is still owed today, grams; zero when nothing is. */
  readonly owed: number
  readonly allergies: readonly string[]
  /** What speaks against the meal of its plan: it is not given until somebody decides. */
  readonly against: readonly Objection[]
  readonly medicines: readonly string[]
  readonly missing: string
  /** It is sick: what the vet says comes before what the list says; empty when it is not. */
  readonly paused: string
}

export interface BowlsView {
  readonly today: string
  readonly timeZone: string
  readonly house: House
  readonly rows: readonly BowlRow[]
  readonly feeds: readonly FeedRow[]
}

/** The feeding list: every dog here today by run, and what is still owed to whom. */
export function loadBowls(db: Db, now: EpochMs): BowlsView {
  const house = readHouse(db)
  const today = dayIn(house.timeZone, now)
  const feeds = allFeeds(db)
  const paid = paidPieces(db, today)
  const fed = new Map<string, KeptFed[]>()
  for (const f of readFed(db, today)) fed.set(f.residencyId, [...(fed.get(f.residencyId) ?? []), f])
  const pauses = openPauses(db)
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
        against: food ? objectionsFor(db, resident.residencyId)(food.feed) : [],
        allergies: (health?.allergies ?? []).map((a) => a.what),
        medicines: (health?.medicines ?? [])
          .filter((m) => m.until === '' || m.until >= today)
          .map((m) => [m.name, m.dose, m.at].filter((s) => s !== '').join(', ')),
        paused: feedWhilePaused(pauses.get(resident.residencyId)?.why ?? ''),
        missing: food ? '' : readWeights(db, resident.dogId).length === 0 ? 'not weighed' : 'no feeding plan',
      }
    })
    .sort((a, b) => byRun(a.resident, b.resident))
  return { today, timeZone: house.timeZone, house, rows, feeds: readFeeds(db) }
}
