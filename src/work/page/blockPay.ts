import type { PayFood } from '@/core/food/pay'
import { objectionsText } from '@/core/food/forbidden'
import type { Db } from '@/store/database'
import { paidPieces, readFed } from '@/store/food'
import { allFeeds, readFeeds } from '@/store/house'
import type { Resident } from '@/store/residents'
import { allergiesOf, dayFood, objectionsFor } from '../context/food'
import type { BlockView } from './blockView'
import { favoriteToy } from '../context/favorite'

/**
 * What it may be paid with, own meal first, how much of that and of what comes on top is left today, and what it may
 * not eat. Its own meal is none of them where something noted since speaks against it.
 */
export function payFor(
  db: Db,
  resident: Resident,
  today: string,
): Pick<
  BlockView,
  'feeds' | 'foodLeft' | 'piecesLeft' | 'mealKcalPerGram' | 'mealAgainst' | 'plays' | 'toy' | 'allergies'
> {
  const food = dayFood(
    db,
    resident,
    allFeeds(db),
    readFed(db, today, resident.residencyId),
    paidPieces(db, today).get(resident.residencyId) ?? [],
  )
  const against = objectionsFor(db, resident.residencyId)
  const mealAgainst = food ? against(food.feed) : []
  const kcalPerGram = food && food.feed.kcalPer100g / 100
  const meal: PayFood = {
    id: null,
    name: food?.feed.name ?? 'own meal',
    tier: 1,
    kcalPerPiece: food?.feed.kcalPerPiece ?? null,
  }
  const others = readFeeds(db).filter(
    (f) => f.id !== food?.feed.id && f.kcalPerPiece !== null && against(f).length === 0,
  )
  const feeds = [
    ...(mealAgainst.length > 0 ? [] : [meal]),
    ...others.map((f): PayFood => ({ id: f.id, name: f.name, tier: f.tier, kcalPerPiece: f.kcalPerPiece })),
  ]
  return {
    feeds,
    plays: resident.traits.toys || feeds.length === 0,
    foodLeft: {
      // A meal that it may not have is none to pay with, nor for its bowl in a drill.
      own: mealAgainst.length > 0 ? 0 : food && food.ledger.owedGrams * (kcalPerGram ?? 0),
      extras: food && Math.max(0, food.ledger.extrasLeft),
      training: food && Math.max(0, food.ledger.trainingGrams - food.fed.eatenGrams) * (kcalPerGram ?? 0),
    },
    piecesLeft: mealAgainst.length > 0 ? undefined : food?.ledger.piecesLeft,
    mealKcalPerGram: kcalPerGram,
    mealAgainst: objectionsText(mealAgainst),
    toy: resident.traits.toys ? favoriteToy(db, resident.residencyId) : undefined,
    allergies: allergiesOf(db, resident.residencyId),
  }
}
