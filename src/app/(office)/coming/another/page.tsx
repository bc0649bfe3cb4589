import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { Another } from '@/screens/another/Another'
import { kennelDatabase } from '@/store/connection'
import { loadAnother } from '@/work/page/another'
import { requestTime } from '@/work/scene/clock'
import { reckon } from './actions'

export const metadata: Metadata = { title: 'Room for another dog' }

export default async function AnotherPage() {
  await enter('lead')
  return <Another page={loadAnother(kennelDatabase(), requestTime())} actions={{ reckon }} />
}
