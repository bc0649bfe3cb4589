import { v7 } from 'uuid'
import { z } from 'zod'
import type { Db } from '@/store/database'
import { insertWallTablet, isWallTablet, readWallTablets } from '@/store/wallTablets'
import { nobody, whoField, worksHere } from '../base/who'
import { reject, type ActionResult } from './actionResult'
import type { EpochMs } from '@/core/epochMs'

export const wallTabletForm = z.object({ device: z.uuid(), shows: z.boolean(), recordedBy: whoField })

/** Design choice: a kennel has a few walls; more is somebody who tries. */
const mostTablets = 20

/** Keeps whether a device goes on showing the wall once it is locked. */
export const setWallTablet = (db: Db, form: z.infer<typeof wallTabletForm>, now: EpochMs): ActionResult =>
  db
    .transaction((): ActionResult => {
      if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
      if (isWallTablet(db, form.device) === form.shows) return { ok: true }
      if (form.shows && readWallTablets(db).length >= mostTablets)
        return reject('full', `${mostTablets} devices show the wall already. Lock one of those first.`)
      insertWallTablet(db, { id: v7(), device: form.device, shows: form.shows, at: now, by: form.recordedBy })
      return { ok: true }
    })
    .immediate()
