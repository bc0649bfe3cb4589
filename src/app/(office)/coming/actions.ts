'use server'
import { revalidatePath } from 'next/cache'
import { act } from '@/app/door'
import { signed } from '@/app/signed'
import type { Told } from '@/screens/told'
import { kennelDatabase } from '@/store/connection'
import { fieldErrors } from '@/work/begin'
import { requestTime } from '@/work/clock'
import { changeStay, stayForm } from '@/work/stay'

export const moveGoingHome = act('trainer', (reason): Told => ({ ok: false, reason }), (who, raw: unknown): Told => {
  const parsed = stayForm.safeParse(signed(raw, who))
  if (!parsed.success) return { ok: false, reason: Object.values(fieldErrors(parsed.error)).join(' ') }
  const done = changeStay(kennelDatabase(), parsed.data, requestTime())
  if (done.ok) revalidatePath('/', 'layout')
  return done.ok ? { ok: true } : { ok: false, reason: done.reason }
})
