'use server'
import { revalidatePath } from 'next/cache'
import { actSigned } from '@/app/signed'
import { kennelDatabase } from '@/store/connection'
import { givePackage, givingForm, keepPackage } from '@/work/do/packages'
import { requestTime } from '@/work/scene/clock'
import { sentForm } from '@/core/formMerge'
import { actOnForm, saidOf, typed } from '../typed'

export const give = actSigned('lead', givingForm, givePackage)

export const keepPromises = actOnForm('lead', (who, form) => {
  const done = keepPackage(kennelDatabase(), sentForm(typed(form)), who.id, requestTime())
  if (!done.ok) return saidOf(done)
  revalidatePath('/', 'layout')
  return {}
})
