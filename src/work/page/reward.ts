import { dayIn } from '@/core/days'
import { nextPair, rank, type Ranked } from '@/core/reward/ranking'
import type { Db } from '@/store/database'
import { readPlan } from '@/store/food'
import { readFeeds, readHouse } from '@/store/house'
import { findResident, type Resident } from '@/store/residents'
import { readChoices, readReserved, readTastes, type Taste } from '@/store/rewards'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface RewardView {
  readonly resident: Resident
  readonly timeZone: string
  readonly today: string
  readonly firstEvening: boolean
  readonly tastes: readonly Taste[]
  /** What to hold out next, in the order of the house: own meal, better food, toys. */
  readonly stage: 'meal' | 'better' | 'toys' | 'done'
  readonly feeds: readonly { readonly name: string; readonly tier: number }[]
  /** Whatever it took, offered two at a time. */
  readonly items: readonly string[]
  readonly pair: { readonly left: string; readonly right: string } | undefined
  readonly choices: number
  readonly ranked: readonly Ranked[]
  readonly reserved: string | undefined
  readonly findings: readonly string[]
  /** It takes its regular meal at once: nothing better is needed. */
  readonly worksForMeal: boolean
}

/** What a dog works for, as far as it was tried; undefined for no such residency. */
export function loadReward(db: Db, residencyId: ResidencyId, now: EpochMs): RewardView | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const { timeZone } = readHouse(db)
  const today = dayIn(timeZone, now)
  const tastes = readTastes(db, residencyId)
  const toys = [...new Set(tastes.filter((t) => t.stage === 'toy' && t.took !== 'not').map((t) => t.item))]
  const foods = [...new Set(tastes.filter((t) => t.stage !== 'toy' && t.took !== 'not').map((t) => t.item))]
  const items = [...foods, ...toys]
  const choices = readChoices(db, residencyId).map((c) => ({ a: c.a, b: c.b, chosen: c.chosen ?? undefined }))
  const own = choices.filter((c) => items.includes(c.a) && items.includes(c.b))
  const meal = tastes.filter((t) => t.stage === 'meal').at(-1)
  const better = tastes.filter((t) => t.stage === 'better')
  const takesFood = meal?.took === 'at once' || better.some((t) => t.took === 'at once')
  const stage =
    meal === undefined
      ? 'meal'
      : takesFood
        ? 'done'
        : better.length === 0
          ? 'better'
          : toys.length === 0
            ? 'toys'
            : 'done'
  const pair = nextPair(items, own)
  const ranked = items.length > 0 ? rank(items, own) : []
  const reserved = readReserved(db, residencyId)
  const mealId = readPlan(db, residencyId)?.feedId
  return {
    resident,
    timeZone,
    today,
    firstEvening: today <= resident.arrivesOn,
    tastes,
    stage,
    items,
    pair,
    choices: own.length,
    ranked,
    reserved,
    // Its own meal first.
    feeds: [...readFeeds(db)]
      .sort((a, b) => Number(b.id === mealId) - Number(a.id === mealId))
      .map((f) => ({ name: f.name, tier: f.tier })),
    findings: findingsOf(meal, better, toys, ranked, own.length, resident),
    worksForMeal: meal?.took === 'at once',
  }
}

function findingsOf(
  meal: Taste | undefined,
  better: readonly Taste[],
  toys: readonly string[],
  ranked: readonly Ranked[],
  choices: number,
  resident: Resident,
): readonly string[] {
  if (!meal) return []
  const found: string[] = []
  const good = better.filter((t) => t.took === 'at once').map((t) => t.item)
  if (meal.took === 'at once')
    found.push('The dog works for the regular meal. Train before dinner, and reward from the ration.')
  else if (good.length > 0)
    found.push(
      `The regular meal is not enough. The dog works for ${good.join(', ')}. That counts toward the tenth for extras.`,
    )
  else if (better.length > 0 && toys.length > 0)
    found.push(`Food does not work yet. Play for 1–2 minutes as a reward: ${toys.join(', ')}.`)
  else if (better.length > 0)
    found.push('Neither the meal nor better food worked. Offer toys, from the dullest to the best.')
  if (choices > 0 && ranked[0]) found.push(`Of what the dog took, ${ranked[0].item} ranks first.`)
  if (resident.traits.toys) found.push('The curriculum is adapted to a dog that works for toys.')
  return found
}
