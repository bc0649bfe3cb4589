import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { Paper } from '@/screens/paper/Paper'
import { kennelDatabase } from '@/store/connection'
import { loadPaper } from '@/work/page/paper'
import { requestTime } from '@/work/scene/clock'

export const metadata: Metadata = { title: 'Paper' }

export default async function PaperPage() {
  const person = await enter()
  return <Paper view={loadPaper(kennelDatabase(), person.id, requestTime())} />
}
