import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { fromWhere } from '@/app/door'
import { SetUp } from '@/screens/door/SetUp'
import { kennelDatabase } from '@/store/connection'
import { loadDoor } from '@/work/page/door'
import { requestTime } from '@/work/scene/clock'

export const metadata: Metadata = { title: 'Set up' }

/** Open to everybody until there is a lead; the form only at this very machine. */
export default async function SetUpPage() {
  if (!loadDoor(kennelDatabase(), requestTime()).empty) redirect('/sign-in')
  return <SetUp here={(await fromWhere()).isThisMachine} />
}
