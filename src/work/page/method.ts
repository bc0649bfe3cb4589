import { methodAt, type Method } from '@/core/method/method'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { readMethodChanges, recentMethodChanges, type ToldChange } from '@/store/method'
import type { EpochMs } from '@/core/epochMs'

export interface MethodPage {
  readonly method: Method
  readonly recent: readonly ToldChange[]
  readonly timeZone: string
}

export const loadMethod = (db: Db, now: EpochMs): MethodPage => ({
  method: methodAt(readMethodChanges(db), now),
  recent: recentMethodChanges(db, 20),
  timeZone: readKennel(db).timeZone,
})
