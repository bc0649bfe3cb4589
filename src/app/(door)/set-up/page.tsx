import type { Metadata } from 'next'
import { redirect } from 'next/navigation'
import { fromWhere } from '@/app/door'
import { SetUp } from '@/screens/door/SetUp'
import { kennelDatabase } from '@/store/connection'
import { loadDoor } from '@/work/page/door'

export const metadata: Metadata = { title: 'Set up' }

/** Open to everybody until there is a lead; the form only at this very machine. */
export default async function SetUpPage() {
  if (!loadDoor(kennelDatabase()).empty) redirect('/sign-in')
  return <SetUp here={(await fromWhere()).isThisMachine} />
}
