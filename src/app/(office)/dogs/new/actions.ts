'use server'
import { revalidatePath } from 'next/cache'
import { redirect } from 'next/navigation'
import { newestCurriculum } from '@/store/curricula'
import { kennelDatabase } from '@/store/connection'
import { addDog } from '@/work/do/begin'
import { actOnForm } from '../../typed'
import { requestTime } from '@/work/scene/clock'

export const addResident = actOnForm('trainer', (_, form) => {
  const { commands } = newestCurriculum(kennelDatabase())
  const rungsOf = (command: string) => form.getAll(`rung.${command}`).filter((id) => id !== 'none')
  const promised = commands.filter((c) => rungsOf(c.id).length > 0)
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
        ].map((name) => [name, form.get(name) ?? undefined]),
      ),
      bornOn: form.get('bornOn') ?? '',
      traits: form.getAll('traits'),
      biteHistory: form.get('biteHistory') === 'yes',
      cueWords: Object.fromEntries(commands.map((c) => [c.id, form.get(`cue.${c.id}`) ?? ''])),
      promises: Object.fromEntries(
        promised.map((c) => [
          c.id,
          {
            rungIds: rungsOf(c.id),
            level: form.get(`level.${c.id}`) ?? '0',
            places: form.get(`places.${c.id}`),
            people: form.get(`people.${c.id}`),
          },
        ]),
      ),
    },
    requestTime(),
  )
  if (!done.ok) return done.errors
  revalidatePath('/', 'layout')
  redirect(`/dogs/${done.id}/intake`)
})
