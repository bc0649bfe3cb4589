'use server'
import { revalidatePath } from 'next/cache'
import { act } from '@/app/door'
import { signed } from '@/app/signed'
import type { Told } from '@/screens/told'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/scene/clock'
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
} from '@/work/do/curriculum'
import { refuse } from '@/work/do/deed'

export const save = act(
  'lead',
  (reason): DraftKept => ({ ...refuse(reason), revision: 0 }),
  (_, raw: unknown): DraftKept => {
    const parsed = draftForm.safeParse(raw)
    if (!parsed.success) return { ...refuse('This draft is too large to keep.'), revision: 0 }
    return saveDraft(kennelDatabase(), parsed.data, requestTime())
  },
)

export const publish = act(
  'lead',
  (reason): Published => faulty([{ where: 'you', reason }]),
  (who, raw: unknown): Published => {
    const parsed = publishForm.safeParse(signed(raw, who))
    if (!parsed.success)
      return faulty(parsed.error.issues.map((i) => ({ where: i.path.join('.') || 'file', reason: i.message })))
    const done = publishCurriculum(kennelDatabase(), parsed.data, requestTime())
    if (done.ok) revalidatePath('/', 'layout')
    return done
  },
)

export const discard = act('lead', refuse, (): Told => {
  discardDraft(kennelDatabase())
  revalidatePath('/', 'layout')
  return { ok: true }
})

export const restore = act('lead', refuse, (): Told => {
  const done = restoreDraft(kennelDatabase())
  revalidatePath('/', 'layout')
  return done
})
