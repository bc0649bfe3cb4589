import { z } from 'zod'
import { noChange, scriptChange } from '@/core/demonstration/change'
import type { Db } from '@/store/database'
import { scriptChanges } from '@/store/demonstrations'
import { whoField } from '../base/who'
import type { ActionResult } from './actionResult'
import { keepVersion } from './versions'
import type { EpochMs } from '@/core/epochMs'

export const scriptForm = z.object({
  residencyId: z.uuid(),
  /** The change this one was made from; empty for none. */
  from: z.string().max(40),
  change: scriptChange,
  recordedBy: whoField,
})

/** Keeps what a lead made of the script. */
export const changeScript = (db: Db, form: z.infer<typeof scriptForm>, now: EpochMs): ActionResult =>
  keepVersion(db, scriptChanges, 'script', form, now, {
    plain: noChange,
    parse: (raw) => scriptChange.safeParse(raw).data,
  })
