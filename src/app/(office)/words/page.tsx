import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { Words } from '@/screens/papers/Papers'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/clock'
import { cueDictionary } from '@/work/papers'

export const metadata: Metadata = { title: 'Cue words' }

export default async function WordsPage() {
  await enter()
  return <Words view={cueDictionary(kennelDatabase(), requestTime())} />
}
