import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { Words } from '@/screens/printed/Printed'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { cueDictionary } from '@/work/page/printed'

export const metadata: Metadata = { title: 'Cue words' }

export default async function WordsPage() {
  await enter()
  return <Words view={cueDictionary(kennelDatabase(), requestTime())} />
}
