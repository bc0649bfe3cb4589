import type { EpochMs } from '@/core/epochMs'
import type { Db } from '@/store/database'
import { recordFacts } from '../record/accept'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from './kennel'

/** A kennel with dogs whose only promise, the first rung of sit in one place, was met on two days. */
export function readyKennel(
  dogs = 1,
  owner: string | ((i: number) => string) = 'Tamsin',
): { db: Db; ada: string; residencies: string[]; now: EpochMs } {
  const db = newKennel()
  const ada = trainer(db)
  const tablet = new Tablet()
  const residencies = Array.from({ length: dogs }, (_, i) =>
    dog(db, { run: String(i + 1), owner: typeof owner === 'string' ? owner : owner(i) }),
  )
  for (const day of [0, 1])
    for (const id of residencies) {
      tablet.at = Math.max(tablet.at, monday + day * msPerDay)
      const set = tablet.set(id, ada)
      recordFacts(db, tablet.batch([set, ...Array.from({ length: 10 }, () => tablet.rep(set.id))]), tablet.at)
    }
  return { db, ada, residencies, now: monday + msPerDay + 3_600_000 }
}
