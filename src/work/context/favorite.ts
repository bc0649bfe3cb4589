import { rank, type Ranked } from '@/core/reward/ranking'
import type { Db } from '@/store/database'
import { readChoices, readReserved, readTastes } from '@/store/rewards'
import type { ResidencyId } from '@/core/ids'

/** What a dog took of food or toys, what it chose most often first. */
function ranked(db: Db, residencyId: ResidencyId, toys: boolean): readonly Ranked[] {
  const took = readTastes(db, residencyId).filter((t) => (t.stage === 'toy') === toys && t.took !== 'not')
  const items = [...new Set(took.map((t) => t.item))]
  const own = readChoices(db, residencyId)
    .map((c) => ({ a: c.a, b: c.b, chosen: c.chosen ?? undefined }))
    .filter((c) => items.includes(c.a) && items.includes(c.b))
  return items.length > 0 ? rank(items, own) : []
}

/** The toy to play with for pay: the one kept for training only, else the one ranked first; undefined when none is. */
export const favoriteToy = (db: Db, residencyId: ResidencyId): string | undefined =>
  readReserved(db, residencyId) ?? ranked(db, residencyId, true)[0]?.item

/** The food it chose most often where it had a choice; undefined where nobody held out two. */
export function favoriteFood(db: Db, residencyId: ResidencyId): string | undefined {
  const [first] = ranked(db, residencyId, false)
  return first && first.wins > 0 ? first.item : undefined
}
