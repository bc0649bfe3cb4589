import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { Bench } from '@/screens/bench/Bench'
import { kennelDatabase } from '@/store/connection'
import { loadBench } from '@/work/page/bench'
import { requestTime } from '@/work/scene/clock'

export const metadata: Metadata = { title: 'Compare rules' }

export default async function BenchPage() {
  await enter()
  return <Bench own={loadBench(kennelDatabase(), requestTime())} />
}
