'use server'
import { actOrReject } from '@/app/auth'
import { isStep, stepIds } from '@/core/intake/steps'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { keepStep, saveDraft } from '@/work/actions/intake'
import type { DraftSaved } from '@/screens/form/useKeeping'
import { actOnForm } from '../../../typed'
import { reject } from '@/work/actions/actionResult'
import { partedOff } from '@/work/actions/saveOver'

export const saveIntakeDraft = actOrReject('trainer', (who, raw: unknown): DraftSaved =>
  saveDraft(kennelDatabase(), raw, who.id, requestTime()),
)

export const keepIntakeStep = actOnForm(
  'trainer',
  (who, sent) => {
    const { of: residencyId, form: ofStep } = partedOff(sent, 'residencyId')
    const { of: step, form } = partedOff(ofStep, 'step')
    if (!isStep(step)) return reject('step-not-found', 'Step not found.')
    return keepStep(kennelDatabase(), residencyId, step, form, who.id, requestTime())
  },
  ({ id }, { typed }) => {
    const next = stepIds[stepIds.findIndex((step) => step === typed['step']?.[0]) + 1]
    return next ? `/dogs/${id}/intake?step=${next}` : `/dogs/${id}`
  },
)
