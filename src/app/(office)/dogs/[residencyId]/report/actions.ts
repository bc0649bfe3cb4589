'use server'
import { actSigned } from '@/app/signed'
import { kennelDatabase } from '@/auth/door'
import { noteForOwnerForm, tickNoteForOwner } from '@/work/actions/noteForOwner'
import { keepReport } from '@/work/actions/report'
import { partedOff } from '@/work/actions/saveOver'
import { requestTime } from '@/work/base/clock'
import { actOnForm } from '../../../typed'

export const tickNote = actSigned('trainer', noteForOwnerForm, tickNoteForOwner)

export const keep = actOnForm('trainer', (who, sent) => {
  const { of: residencyId, form: ofWeek } = partedOff(sent, 'residencyId')
  const { of: from, form: untilEnd } = partedOff(ofWeek, 'from')
  const { of: to, form } = partedOff(untilEnd, 'to')
  return keepReport(kennelDatabase(), form, { residencyId, week: { from, to }, recordedBy: who.id }, requestTime())
})
