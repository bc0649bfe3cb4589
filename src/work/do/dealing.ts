import { v7 } from 'uuid'
import { z } from 'zod'
import { fewDealings } from '@/core/dealing'
import type { Db } from '@/store/database'
import { appendHouse, readHouse } from '@/store/house'
import { nobody, whoField, worksHere } from '../scene/who'
import { refuse, type Deed } from './deed'

export const dealingForm = z.object({ fewBlocks: z.enum(fewDealings), recordedBy: whoField })

/** Keeps how blocks are dealt on days with fewer blocks than dogs. */
export function dealFew(db: Db, { fewBlocks, recordedBy }: z.infer<typeof dealingForm>, now: number): Deed {
  if (!worksHere(db, recordedBy)) return refuse(nobody)
  db.transaction(() => {
    const house = readHouse(db)
    if (house.fewBlocks !== fewBlocks) appendHouse(db, v7(), { ...house, fewBlocks }, recordedBy, now)
  }).immediate()
  return { ok: true }
}
