import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { dayIn } from '@/core/days'
import { DogForm } from '@/screens/begin/DogForm'
import { newestCurriculum } from '@/store/curricula'
import { kennelDatabase } from '@/store/connection'
import { readKennel } from '@/store/kennel'
import { addResident } from './actions'
import { requestTime } from '@/work/clock'

export const metadata: Metadata = { title: 'New dog' }

export default async function NewDogPage() {
  await enter('trainer')
  return <DogForm action={addResident} commands={newestCurriculum(kennelDatabase()).commands} today={dayIn(readKennel(kennelDatabase()).timeZone, requestTime())} />
}
