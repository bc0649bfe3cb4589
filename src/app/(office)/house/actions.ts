'use server'
import { revalidatePath } from 'next/cache'
import { act } from '@/app/door'
import type { Told } from '@/screens/told'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/scene/clock'
import { backUp } from '@/work/do/backup'
import { isSection, keepSection } from '@/work/do/house'
import { actOnForm, typed } from '../typed'
import { refuse } from '@/work/do/deed'

export const keepHouse = actOnForm('lead', (who, form) => {
  const section = form.get('section')
  if (typeof section !== 'string' || !isSection(section)) return { '': 'There is no such part of the house.' }
  const done = keepSection(kennelDatabase(), section, typed(form), who.id, requestTime())
  if (!done.ok) return done.errors
  revalidatePath('/', 'layout')
  return {}
})

export const backUpNow = act(
  'lead',
  (reason): Told & { file?: string } => refuse(reason),
  async (): Promise<Told & { file?: string }> => backUp(kennelDatabase(), requestTime()),
)
