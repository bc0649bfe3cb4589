import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { fromWhere } from '@/app/auth'
import { SetUp } from '@/screens/signIn/SetUp'
import { kennelDatabase } from '@/auth/door'
import { loadDoor } from '@/work/page/signIn'
import { requestTime } from '@/work/base/clock'

export const metadata: Metadata = { title: 'Set up' }

/** Open to everybody until there is a lead; the form only at this very machine. */
export default async function SetUpPage() {
  if (!loadDoor(kennelDatabase(), requestTime()).empty) redirect('/sign-in')
  return <SetUp here={(await fromWhere()).isThisMachine} />
}
