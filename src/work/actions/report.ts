import { v7 } from 'uuid'
import type { z } from 'zod'
import type { Sent } from '@/core/clash'
import type { Typed } from '@/core/fields'
import { reportFields, reportTyped } from '@/core/views/reportForm'
import { reportChange, weekOfReport } from '@/core/views/weekReport'
import type { Db } from '@/store/database'
import { reportChanges } from '@/store/reports'
import { aboutResident } from './about'
import { reject, type ActionResult, type Rejection } from './actionResult'
import { savedBy, saveForm, type AboutDog, type Clashed, type FormHere } from './saveOver'
import type { EpochMs } from '@/core/epochMs'

/** A week of a dog’s stay, as whoever sends its report names it. */
export interface AboutWeek extends AboutDog {
  readonly week: { readonly from: unknown; readonly to: unknown }
}

/** Keeps a week’s report as somebody made it; what it was before stays. */
export function keepReport(db: Db, form: Typed | Sent, about: AboutWeek, now: EpochMs): ActionResult | Clashed {
  const week = weekOfReport.safeParse(about.week)
  if (!week.success) return reject('dates', 'No such week.')
  return saveForm(
    db,
    form,
    () => reportHere(db, about, week.data),
    (texts) =>
      aboutResident(db, about, ({ residencyId }) => {
        const change = { ...week.data, texts }
        reportChanges.append(db, residencyId, { id: v7(), change, at: now, by: about.recordedBy })
        return undefined
      }),
  )
}

/** The report of one week as its form would be read now: other weeks are reports of their own. */
function reportHere(
  db: Db,
  { residencyId }: AboutDog,
  week: z.output<typeof weekOfReport>,
): FormHere<typeof reportChange.shape.texts> | Rejection {
  const last = reportChanges
    .read(db, residencyId)
    .find(({ change }) => change.from === week.from && change.to === week.to)
  const form = { schema: reportChange.shape.texts, several: [] }
  if (!last) return { ...form, now: undefined }
  return { ...form, now: { typed: reportTyped(last.change.texts), fields: reportFields, saved: savedBy(db, last) } }
}
