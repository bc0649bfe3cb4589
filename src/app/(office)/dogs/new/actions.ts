'use server'
import { revalidatePath } from 'next/cache'
import { redirect } from 'next/navigation'
import { z } from 'zod'
import { act } from '@/app/door'
import { nested, type Typed } from '@/core/fields'
import type { Told } from '@/screens/told'
import { newestCurriculum } from '@/store/curricula'
import { kennelDatabase } from '@/store/connection'
import { addDog } from '@/work/do/begin'
import { refuse } from '@/work/do/deed'
import { discardBooking } from '@/work/do/intake'
import { actOnForm, typed } from '../../typed'
import { requestTime } from '@/work/scene/clock'

export const addResident = actOnForm('trainer', (who, form) => {
  const { commands } = newestCurriculum(kennelDatabase())
  const done = addDog(
    kennelDatabase(),
    {
      ...Object.fromEntries(
        [
          'name',
          'owner',
          'run',
          'arrivesOn',
          'leavesOn',
          'releaseWord',
          'markerWord',
          'side',
          'caution',
          'key',
          'dogId',
          'shown',
        ].map((name) => [name, form.get(name) ?? undefined]),
      ),
      bornOn: form.get('bornOn') ?? '',
      traits: form.getAll('traits'),
      biteHistory: form.get('biteHistory') === 'yes',
      cueWords: Object.fromEntries(commands.map((c) => [c.id, form.get(`cue.${c.id}`) ?? ''])),
      promised: nested(typed(form))['promised'],
    },
    requestTime(),
    { recordedBy: who.id },
  )
  if (!done.ok) return done.errors
  revalidatePath('/', 'layout')
  redirect(`/dogs/${done.id}/intake`)
})

export const discardBegun = act(
  'trainer',
  (reason): Told & { readonly typed?: Typed } => refuse(reason),
  (_, key: unknown): Told & { readonly typed?: Typed } => {
    const booking = z.uuid().safeParse(key)
    const had = booking.success ? discardBooking(kennelDatabase(), booking.data) : undefined
    if (!had) return refuse('There is no such booking.')
    revalidatePath('/dogs/new')
    return { ok: true, typed: had.typed }
  },
)
