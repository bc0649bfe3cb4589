'use server'
import { revalidatePath } from 'next/cache'
import { redirect } from 'next/navigation'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/scene/clock'
import { addSigner, changePasscode, signOutEverywhere, signOutForm } from '@/work/do/signIn'
import { actSigned } from '@/app/signed'
import { weighFor } from '@/app/weigh'
import { changeStaffMember, staffForm } from '@/work/do/staff'
import { actOnForm } from '../../typed'

export const addTrainer = actOnForm('lead', async (who, form) => {
  const done = await addSigner(
    kennelDatabase(),
    {
      name: form.get('name'),
      role: form.get('role'),
      weekdays: form.getAll('weekdays'),
      from: form.get('from'),
      to: form.get('to'),
      passcode: form.get('passcode') ?? '',
    },
    requestTime(),
    weighFor(who.id),
  )
  if (!done.ok) return done.errors
  revalidatePath('/', 'layout')
  redirect('/people/new')
})

export const changeStaff = actSigned('lead', staffForm, changeStaffMember)

export const signOutAll = actSigned('lead', signOutForm, signOutEverywhere)

export const givePasscode = actOnForm('lead', async (who, form) => {
  const done = await changePasscode(
    kennelDatabase(),
    form.get('personId'),
    form.get('passcode'),
    requestTime(),
    weighFor(who.id),
  )
  if (done.ok) revalidatePath('/', 'layout')
  return done.ok ? {} : done.errors
})
