import { z } from 'zod'
import { reportChange } from '@/core/views/weekReport'
import type { Db } from '@/store/database'
import { reportChanges } from '@/store/reports'
import { whoField } from '../scene/who'
import type { Deed } from './deed'
import { keepVersion } from './versions'

export const reportForm = z.object({
  residencyId: z.uuid(),
  /** The version this one was made from; empty for none. */
  from: z.string().max(40),
  change: reportChange,
  recordedBy: whoField,
})

/** Keeps a week’s report as somebody made it; what it was before stays. */
export const keepReport = (db: Db, form: z.infer<typeof reportForm>, now: number): Deed =>
  keepVersion(db, reportChanges, 'report', form, now)
