'use server'
import { revalidatePath } from 'next/cache'
import { z } from 'zod'
import { actOrReject } from '@/app/auth'
import { severalOfBooking } from '@/core/intake/bookingForm'
import { nested, type Typed } from '@/core/fields'
import type { Told } from '@/screens/told'
import { kennelDatabase } from '@/auth/door'
import { addDog } from '@/work/actions/begin'
import { reject } from '@/work/actions/actionResult'
import { discardBooking } from '@/work/actions/intake'
import { actOnForm } from '../../typed'
import { requestTime } from '@/work/base/clock'

export const addResident = actOnForm(
  'trainer',
  (who, { typed }) => addDog(kennelDatabase(), nested(typed, severalOfBooking), requestTime(), { recordedBy: who.id }),
  ({ id }) => `/dogs/${id}/intake`,
)

export const discardBegun = actOrReject('trainer', (_, key: unknown): Told & { readonly typed?: Typed } => {
  const booking = z.uuid().safeParse(key)
  const had = booking.success ? discardBooking(kennelDatabase(), booking.data) : undefined
  if (!had) return reject('booking-not-found', 'Booking not found.')
  revalidatePath('/dogs/new')
  return { ok: true, typed: had.typed }
})
