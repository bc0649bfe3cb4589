'use server'
import { revalidatePath } from 'next/cache'
import type { Told } from '@/screens/told'
import { act } from '@/app/door'
import { signed } from '@/app/signed'
import { kennelDatabase } from '@/store/connection'
import { fieldErrors } from '@/work/begin'
import { requestTime } from '@/work/clock'
import { previewMethod, switchForm, switchMethod, type MethodPreview } from '@/work/method'

export const preview = act('lead', (refused): MethodPreview | { readonly refused: string } => ({ refused }), (_, raw: unknown) => previewMethod(kennelDatabase(), raw, requestTime()))

export const set = act('lead', (reason): Told => ({ ok: false, reason }), (who, raw: unknown): Told => {
  const parsed = switchForm.safeParse(signed(raw, who))
  if (!parsed.success) return { ok: false, reason: Object.values(fieldErrors(parsed.error)).join(' ') }
  const done = switchMethod(kennelDatabase(), parsed.data, requestTime())
  if (done.ok) revalidatePath('/', 'layout')
  return done
})
