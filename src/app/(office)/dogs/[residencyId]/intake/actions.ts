'use server'
import { revalidatePath } from 'next/cache'
import { redirect } from 'next/navigation'
import { z } from 'zod'
import { act } from '@/app/door'
import { stepIds } from '@/core/intake/steps'
import { kennelDatabase } from '@/store/connection'
import { isStep } from '@/store/intake'
import { requestTime } from '@/work/scene/clock'
import { keepStep, saveDraft } from '@/work/do/intake'
import { sentForm } from '@/core/formMerge'
import type { DraftSaved } from '@/screens/form/useKeeping'
import { actOnForm, saidOf, typed } from '../../../typed'
import { refuse } from '@/work/do/deed'

export const saveIntakeDraft = act(
  'trainer',
  (reason): DraftSaved => refuse(reason),
  (who, raw: unknown): DraftSaved => saveDraft(kennelDatabase(), raw, who.id, requestTime()),
)

export const keepIntakeStep = actOnForm('trainer', (who, form) => {
  const { residencyId, step, ...rest } = typed(form)
  const id = z.uuid().safeParse(residencyId?.[0])
  const name = step?.[0] ?? ''
  if (!id.success || !isStep(name)) return { '': 'There is no such step.' }
  const done = keepStep(kennelDatabase(), id.data, name, sentForm(rest), who.id, requestTime())
  if (!done.ok) return saidOf(done)
  revalidatePath('/', 'layout')
  const next = stepIds[stepIds.indexOf(name) + 1]
  redirect(next ? `/dogs/${id.data}/intake?step=${next}` : `/dogs/${id.data}`)
})
