import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { FeedingSheet } from '@/screens/printed/Printed'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { feedingList } from '@/work/page/printed'

export const metadata: Metadata = { title: 'Feeding list' }

export default async function FeedingPage() {
  await enter()
  return <FeedingSheet list={feedingList(kennelDatabase(), requestTime())} />
}
