import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { comesBackFields, personChangeFields, personChangeTyped } from '@/core/people/personChange'
import { passcodeFields, personFields } from '@/core/people/personForm'
import { TrainerForm } from '@/screens/begin/TrainerForm'
import { kennelDatabase, readHouse } from '@/auth/door'
import { listStaff, turnedAwayText } from '@/work/page/staff'
import { requestTime } from '@/work/base/clock'
import { addTrainer, changeStaff, givePasscode, signOutAll } from './actions'

export const metadata: Metadata = { title: 'People' }

export default async function NewTrainerPage() {
  await enter('lead')
  const [db, now] = [kennelDatabase(), requestTime()]
  return (
    <TrainerForm
      action={addTrainer}
      fields={personFields(readHouse(db).week)}
      give={givePasscode}
      change={changeStaff}
      signOut={signOutAll}
      people={listStaff(db, now).map((p) => ({
        ...p,
        passcode: passcodeFields(p),
        typed: personChangeTyped(p),
        change: p.gone ? comesBackFields(p) : personChangeFields(p.name),
      }))}
      turnedAway={turnedAwayText(db, now)}
    />
  )
}
