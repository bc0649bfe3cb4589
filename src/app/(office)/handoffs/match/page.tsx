import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { kennelDatabase } from '@/auth/door'
import { Matching } from '@/screens/matching/Matching'
import { requestTime } from '@/work/base/clock'
import { thenBreathe } from '@/work/base/runYielding'
import { loadMatching } from '@/work/page/matching'

export const metadata: Metadata = { title: 'Match all' }

export default async function MatchPage() {
  await enter('trainer')
  return <Matching view={await thenBreathe(loadMatching(kennelDatabase(), requestTime()))} />
}
