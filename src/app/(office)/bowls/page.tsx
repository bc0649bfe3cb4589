import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { Bowls } from '@/screens/food/Bowls'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { loadBowls } from '@/work/page/food'
import { bowlGiven, weighedOut } from '../dogs/[residencyId]/food/actions'

export const metadata: Metadata = { title: 'Feeding' }

export default async function BowlsPage() {
  await enter()
  return <Bowls view={loadBowls(kennelDatabase(), requestTime())} give={bowlGiven} weighOut={weighedOut} />
}
