import { v7 } from 'uuid'
import { z } from 'zod'
import { fewDealings } from '@/core/dealing'
import type { Db } from '@/store/database'
import { appendHouse, readHouse } from '@/store/house'
import { nobody, whoField, worksHere } from '../base/who'
import { reject, type ActionResult } from './actionResult'
import type { EpochMs } from '@/core/epochMs'

export const dealingForm = z.object({ fewBlocks: z.enum(fewDealings), recordedBy: whoField })

/** Keeps how blocks are dealt on days with fewer blocks than dogs. */
export function dealFew(db: Db, { fewBlocks, recordedBy }: z.infer<typeof dealingForm>, now: EpochMs): ActionResult {
  if (!worksHere(db, recordedBy)) return reject('not-staff', nobody)
  db.transaction(() => {
    const house = readHouse(db)
    if (house.fewBlocks !== fewBlocks) appendHouse(db, v7(), { ...house, fewBlocks }, recordedBy, now)
  }).immediate()
  return { ok: true }
}
