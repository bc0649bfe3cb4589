import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { mayAct } from '@/core/people/roles'
import { Coming } from '@/screens/coming/Coming'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { comingSteps } from '@/work/page/coming'
import { runYielding } from '@/work/base/runYielding'
import { moveGoingHome, stopWorking, vaccinationGiven, workAgain } from './actions'

export const metadata: Metadata = { title: 'Arrivals and departures' }

export default async function ComingPage() {
  const person = await enter()
  const trains = mayAct(person.role, 'trainer')
  return (
    <Coming
      view={await runYielding(comingSteps(kennelDatabase(), requestTime()))}
      change={trains ? moveGoingHome : undefined}
      pauses={trains ? { pause: stopWorking, resume: workAgain, vaccinated: vaccinationGiven } : undefined}
    />
  )
}
