'use server'
import { revalidatePath } from 'next/cache'
import { act, actOrReject } from '@/app/auth'
import { signed } from '@/app/signed'
import type { Told } from '@/screens/told'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import {
  discardDraft,
  restoreDraft,
  draftForm,
  faulty,
  publishCurriculum,
  publishForm,
  saveDraft,
  type DraftKept,
  type Published,
} from '@/work/actions/curriculum'
import { reject } from '@/work/actions/actionResult'

export const save = act(
  'lead',
  (rejection): DraftKept => ({ ...rejection, revision: 0 }),
  (_, raw: unknown): DraftKept => {
    const parsed = draftForm.safeParse(raw)
    if (!parsed.success) return { ...reject('too-large', 'This draft is too large to save.'), revision: 0 }
    return saveDraft(kennelDatabase(), parsed.data, requestTime())
  },
)

export const publish = act(
  'lead',
  ({ reason }): Published => faulty([{ where: 'you', code: 'role', reason }]),
  (who, raw: unknown): Published => {
    const parsed = publishForm.safeParse(signed(raw, who))
    if (!parsed.success)
      return faulty(
        parsed.error.issues.map((i) => ({ where: i.path.join('.') || 'file', code: 'shape', reason: i.message })),
      )
    const done = publishCurriculum(kennelDatabase(), parsed.data, requestTime())
    if (done.ok) revalidatePath('/', 'layout')
    return done
  },
)

export const discard = actOrReject('lead', (): Told => {
  discardDraft(kennelDatabase())
  revalidatePath('/', 'layout')
  return { ok: true }
})

export const restore = actOrReject('lead', (): Told => {
  const done = restoreDraft(kennelDatabase())
  revalidatePath('/', 'layout')
  return done
})
