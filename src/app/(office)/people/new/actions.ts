'use server'
import { nested } from '@/core/fields'
import { severalOfPerson } from '@/core/people/personForm'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { addSigner, changePasscode, signOutEverywhere, signOutForm } from '@/work/actions/signIn'
import { actSigned } from '@/app/signed'
import { weighFor } from '@/app/weigh'
import { partedOff } from '@/work/actions/saveOver'
import { changeStaffMember } from '@/work/actions/staff'
import { actOnForm } from '../../typed'

export const addTrainer = actOnForm(
  'lead',
  (who, { typed, passcode }) =>
    addSigner(kennelDatabase(), { ...nested(typed, severalOfPerson), passcode }, requestTime(), weighFor(who.id)),
  () => '/people/new',
)

export const changeStaff = actOnForm('lead', (who, sent) => {
  const { of: personId, form } = partedOff(sent, 'personId')
  return changeStaffMember(kennelDatabase(), form, { personId, recordedBy: who.id }, requestTime())
})

export const signOutAll = actSigned('lead', signOutForm, signOutEverywhere)

export const givePasscode = actOnForm('lead', (who, { typed, passcode }) =>
  changePasscode(kennelDatabase(), typed['personId']?.[0], passcode, requestTime(), weighFor(who.id)),
)
