import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { mayAct } from '@/core/people/roles'
import { Coming } from '@/screens/coming/Coming'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/clock'
import { loadComing } from '@/work/stay'
import { moveGoingHome } from './actions'

export const metadata: Metadata = { title: 'Coming and going' }

export default async function ComingPage() {
  const person = await enter()
  return <Coming view={loadComing(kennelDatabase(), requestTime())} change={mayAct(person.role, 'trainer') ? moveGoingHome : undefined} />
}
