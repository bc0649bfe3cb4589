import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { TrainerForm } from '@/screens/begin/TrainerForm'
import { kennelDatabase } from '@/store/connection'
import { listStaff, sayTurnedAway } from '@/work/page/staff'
import { requestTime } from '@/work/scene/clock'
import { addTrainer, changeStaff, givePasscode, signOutAll } from './actions'

export const metadata: Metadata = { title: 'People' }

export default async function NewTrainerPage() {
  await enter('lead')
  const [db, now] = [kennelDatabase(), requestTime()]
  return (
    <TrainerForm
      action={addTrainer}
      give={givePasscode}
      change={changeStaff}
      signOut={signOutAll}
      people={listStaff(db, now)}
      turnedAway={sayTurnedAway(db, now)}
    />
  )
}
