import type { Metadata } from 'next'
import { Bench } from '@/screens/bench/Bench'
import { kennelDatabase } from '@/store/connection'
import { loadBench } from '@/work/bench'
import { requestTime } from '@/work/clock'

export const metadata: Metadata = { title: 'Rule bench' }

export default function BenchPage() {
  return <Bench own={loadBench(kennelDatabase(), requestTime())} />
}
