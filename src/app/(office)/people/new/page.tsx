import type { Metadata } from 'next'
import { TrainerForm } from '@/screens/begin/TrainerForm'
import { kennelDatabase } from '@/store/connection'
import { listStaff } from '@/work/begin'
import { addTrainer } from './actions'

export const metadata: Metadata = { title: 'New trainer' }

export default function NewTrainerPage() {
  return <TrainerForm action={addTrainer} people={listStaff(kennelDatabase())} />
}
