'use server'
import { revalidatePath } from 'next/cache'
import type { z } from 'zod'
import type { Outcome } from '@/screens/handoff/HandoffPage'
import { act } from '@/app/auth'
import type { Role } from '@/core/people/roles'
import { actOnDogForm, formOf } from '@/app/(office)/typed'
import { saveOwnerTimes } from '@/work/actions/ownerTimes'
import { kennelDatabase, type Db } from '@/auth/door'
import {
  bookHandoff,
  bookNamed,
  bookingForm,
  cancelForm,
  cancelHandoff,
  moveHandoff,
  movingForm,
  namedForm,
  uncancelHandoff,
  type Booked,
} from '@/work/actions/handoff'
import { requestTime } from '@/work/base/clock'
import type { EpochMs } from '@/core/epochMs'

const guarded = <S extends z.ZodType>(
  schema: S,
  said: string,
  run: (db: Db, input: z.infer<S>, now: EpochMs) => Booked,
  least: Role = 'trainer',
) =>
  act(
    least,
    ({ reason }): Outcome => ({ refused: true, said: reason }),
    (_, __: Outcome | null, form: FormData) => keep(schema, form, said, run),
  )

function keep<S extends z.ZodType>(
  schema: S,
  form: FormData,
  said: string,
  run: (db: Db, input: z.infer<S>, now: EpochMs) => Booked,
): Outcome {
  const parsed = schema.safeParse(Object.fromEntries(formOf(form)))
  if (!parsed.success)
    return {
      refused: true,
      said: `That is no choice we can book: ${parsed.error.issues.map((i) => i.path.join('.')).join(', ')}.`,
    }
  const done = run(kennelDatabase(), parsed.data, requestTime())
  revalidatePath('/', 'layout')
  return done.ok ? { refused: false, said } : { refused: true, said: done.reason }
}

export const book = guarded(bookingForm, 'Booked. The invitation is below.', bookHandoff)
export const move = guarded(movingForm, 'Moved. Send the new invitation. It replaces the old one.', moveHandoff)
export const cancel = guarded(cancelForm, 'Canceled. The time is free again.', cancelHandoff)
export const uncancel = guarded(cancelForm, 'The handoff is booked again. Send the new invitation.', uncancelHandoff)
export const bookTyped = guarded(namedForm, 'Booked. The invitation is below.', bookNamed, 'lead')
export const ownerTimes = actOnDogForm('trainer', saveOwnerTimes)
