'use server'
import { revalidatePath } from 'next/cache'
import type { z } from 'zod'
import type { Outcome } from '@/screens/handoff/HandoffPage'
import { kennelDatabase } from '@/store/connection'
import type { Db } from '@/store/database'
import { bookHandoff, bookingForm, cancelForm, cancelHandoff, moveHandoff, movingForm, type Booked } from '@/work/handoff'
import { requestTime } from '@/work/clock'

async function act<S extends z.ZodType>(schema: S, form: FormData, said: string, run: (db: Db, input: z.infer<S>, now: number) => Booked): Promise<Outcome> {
  const parsed = schema.safeParse(Object.fromEntries(form))
  if (!parsed.success) return { refused: true, said: `That is no choice we can book: ${parsed.error.issues.map((i) => i.path.join('.')).join(', ')}.` }
  const done = run(kennelDatabase(), parsed.data, requestTime())
  revalidatePath('/', 'layout')
  return done.ok ? { refused: false, said } : { refused: true, said: done.reason }
}

export const book = async (_: Outcome | null, form: FormData): Promise<Outcome> => act(bookingForm, form, 'Booked. The invitation is below.', bookHandoff)
export const move = async (_: Outcome | null, form: FormData): Promise<Outcome> => act(movingForm, form, 'Moved. Send the new invitation: it replaces the old one.', moveHandoff)
export const cancel = async (_: Outcome | null, form: FormData): Promise<Outcome> => act(cancelForm, form, 'Cancelled. The time is free again.', cancelHandoff)
