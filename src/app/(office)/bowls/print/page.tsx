import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { FeedingSheet } from '@/screens/printed/Printed'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/scene/clock'
import { feedingList } from '@/work/page/printed'

export const metadata: Metadata = { title: 'Feeding list' }

export default async function FeedingPage() {
  await enter()
  return <FeedingSheet list={feedingList(kennelDatabase(), requestTime())} />
}
