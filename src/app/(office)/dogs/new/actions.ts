'use server'
import { revalidatePath } from 'next/cache'
import { redirect } from 'next/navigation'
import { houseCurriculum } from '@/core/curriculum/house'
import type { FormState } from '@/screens/begin/TrainerForm'
import { kennelDatabase } from '@/store/connection'
import { addDog } from '@/work/begin'
import { typed } from '../../typed'
import { requestTime } from '@/work/clock'

export async function addResident(before: FormState, form: FormData): Promise<FormState> {
  const promised = houseCurriculum.commands.filter((c) => (form.get(`rung.${c.id}`) ?? 'none') !== 'none')
  const done = addDog(
    kennelDatabase(),
    {
      ...Object.fromEntries(['name', 'owner', 'run', 'arrivesOn', 'leavesOn', 'releaseWord', 'markerWord', 'side', 'caution'].map((name) => [name, form.get(name) ?? undefined])),
      biteHistory: form.get('biteHistory') === 'yes',
      cueWords: Object.fromEntries(houseCurriculum.commands.map((c) => [c.id, form.get(`cue.${c.id}`) ?? ''])),
      promises: Object.fromEntries(promised.map((c) => [c.id, { rungId: form.get(`rung.${c.id}`), places: form.get(`places.${c.id}`), people: form.get(`people.${c.id}`) }])),
    },
    requestTime(),
  )
  if (!done.ok) return { errors: done.errors, values: typed(form), tries: before.tries + 1 }
  revalidatePath('/', 'layout')
  redirect(`/dogs/${done.id}`)
}
