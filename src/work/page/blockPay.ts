import type { Db } from '@/store/database'
import { paidPieces, readFed } from '@/store/food'
import { allFeeds, readFeeds, readHouse } from '@/store/house'
import type { Resident } from '@/store/residents'
import { allergiesOf, dayFood, foodWordsOf, forbiddenIn } from '../scene/food'
import type { BlockView } from './blockView'
import { toyOf } from './reward'

/** What it may be paid with, own meal first, how many pieces of that are left, and what it may not eat. */
export function payFor(
  db: Db,
  resident: Resident,
  today: string,
): Pick<BlockView, 'feeds' | 'piecesLeft' | 'mealLeftGrams' | 'toy' | 'allergies'> {
  const allergies = allergiesOf(db, resident.residencyId)
  const food = dayFood(
    db,
    resident,
    allFeeds(db),
    readFed(db, today, resident.residencyId),
    paidPieces(db, today).get(resident.residencyId) ?? [],
  )
  const others = readFeeds(db).filter(
    (f) =>
      f.id !== food?.feed.id &&
      f.kcalPerPiece !== null &&
      forbiddenIn(f, allergies, foodWordsOf(readHouse(db))).length === 0,
  )
  return {
    feeds: [
      { id: null, name: food?.feed.name ?? 'own meal', tier: 1, kcalPerPiece: food?.feed.kcalPerPiece ?? null },
      ...others.map((f) => ({ id: f.id, name: f.name, tier: f.tier, kcalPerPiece: f.kcalPerPiece })),
    ],
    piecesLeft: food?.ledger.piecesLeft,
    mealLeftGrams: food?.ledger.owedGrams,
    toy: resident.traits.toys ? toyOf(db, resident.residencyId) : undefined,
    allergies,
  }
}
