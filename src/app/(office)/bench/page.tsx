import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { Bench } from '@/screens/bench/Bench'
import { kennelDatabase } from '@/auth/door'
import { loadBench } from '@/work/page/bench'
import { requestTime } from '@/work/base/clock'

export const metadata: Metadata = { title: 'Compare rules' }

export default async function BenchPage() {
  await enter()
  return <Bench own={loadBench(kennelDatabase(), requestTime())} />
}
