'use server'
import { revalidatePath } from 'next/cache'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/clock'
import { discardDraft, draftForm, publishCurriculum, publishForm, saveDraft, type DraftKept, type Published } from '@/work/curriculum'

export async function save(raw: unknown): Promise<DraftKept> {
  const parsed = draftForm.safeParse(raw)
  if (!parsed.success) return Promise.resolve({ ok: false, reason: 'This draft is too large to keep.', revision: 0 })
  return saveDraft(kennelDatabase(), parsed.data, requestTime())
}

export async function publish(raw: unknown): Promise<Published> {
  const parsed = publishForm.safeParse(raw)
  if (!parsed.success) return Promise.resolve({ ok: false, faults: parsed.error.issues.map((i) => ({ where: i.path.join('.') || 'file', reason: i.message })) })
  const done = publishCurriculum(kennelDatabase(), parsed.data, requestTime())
  if (done.ok) revalidatePath('/', 'layout')
  return done
}

export async function discard(): Promise<void> {
  discardDraft(kennelDatabase())
  revalidatePath('/', 'layout')
  return Promise.resolve()
}
