'use server'
import { revalidatePath } from 'next/cache'
import type { Told } from '@/screens/told'
import { kennelDatabase } from '@/store/connection'
import { fieldErrors } from '@/work/begin'
import { requestTime } from '@/work/clock'
import { previewMethod, switchForm, switchMethod, type MethodPreview } from '@/work/method'

export const preview = async (raw: unknown): Promise<MethodPreview | { readonly refused: string }> => Promise.resolve(previewMethod(kennelDatabase(), raw, requestTime()))

export async function set(raw: unknown): Promise<Told> {
  const parsed = switchForm.safeParse(raw)
  if (!parsed.success) return Promise.resolve({ ok: false, reason: Object.values(fieldErrors(parsed.error)).join(' ') })
  const done = switchMethod(kennelDatabase(), parsed.data, requestTime())
  if (done.ok) revalidatePath('/', 'layout')
  return done
}
