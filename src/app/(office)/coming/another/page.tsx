import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { Another } from '@/screens/another/Another'
import { kennelDatabase } from '@/auth/door'
import { loadAnother } from '@/work/page/another'
import { requestTime } from '@/work/base/clock'
import { runForecast } from './actions'

export const metadata: Metadata = { title: 'Room for another dog' }

export default async function AnotherPage() {
  await enter('lead')
  return <Another page={loadAnother(kennelDatabase(), requestTime())} actions={{ runForecast }} />
}
