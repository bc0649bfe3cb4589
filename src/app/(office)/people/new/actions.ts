'use server'
import { revalidatePath } from 'next/cache'
import { redirect } from 'next/navigation'
import type { FormState } from '@/screens/begin/TrainerForm'
import { kennelDatabase } from '@/store/connection'
import { addPerson } from '@/work/begin'
import { typed } from '../../typed'
import { requestTime } from '@/work/clock'

export async function addTrainer(before: FormState, form: FormData): Promise<FormState> {
  const done = addPerson(kennelDatabase(), { name: form.get('name'), role: form.get('role'), weekdays: form.getAll('weekdays'), from: form.get('from'), to: form.get('to') }, requestTime())
  if (!done.ok) return { errors: done.errors, values: typed(form), tries: before.tries + 1 }
  revalidatePath('/', 'layout')
  redirect('/people/new')
}
