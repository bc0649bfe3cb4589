import { z } from 'zod'
import { reportChange, reportParts, type ReportChange } from '@/core/views/weekReport'
import type { Db } from '@/store/database'
import { reportChanges } from '@/store/reports'
import { whoField } from '../base/who'
import type { ActionResult } from './actionResult'
import { keepVersion } from './versions'
import type { EpochMs } from '@/core/epochMs'

export const reportForm = z.object({
  residencyId: z.uuid(),
  /** The version this one was made from; empty for none. */
  from: z.string().max(40),
  change: reportChange,
  recordedBy: whoField,
})

/** Keeps a week’s report as somebody made it; what it was before stays. */
export const keepReport = (db: Db, form: z.infer<typeof reportForm>, now: EpochMs): ActionResult =>
  keepVersion(db, ofWeek(form.change), 'report', form, now, {
    plain: { from: form.change.from, to: form.change.to, texts: noTexts },
    parse: (raw) => {
      const texts = z.object({ texts: z.record(z.string(), z.string()).default({}) }).safeParse(raw).data?.texts
      const { from, to } = form.change
      return reportChange.safeParse({ from, to, texts: { ...noTexts, ...texts } }).data
    },
  })

const noTexts = Object.fromEntries(reportParts.map((p) => [p, ''])) as Record<(typeof reportParts)[number], string>

/** What was made of the report of one week: other weeks are reports of their own. */
const ofWeek = (week: Pick<ReportChange, 'from' | 'to'>): typeof reportChanges => ({
  ...reportChanges,
  read: (db, residencyId) =>
    reportChanges.read(db, residencyId).filter((v) => v.change.from === week.from && v.change.to === week.to),
})
