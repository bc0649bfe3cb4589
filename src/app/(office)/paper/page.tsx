import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { mostLetters } from '@/core/csv/csv'
import { Paper } from '@/screens/paper/Paper'
import { kennelDatabase } from '@/auth/door'
import { runYielding } from '@/work/base/runYielding'
import { paperSteps } from '@/work/page/paper'
import { pastColumns } from '@/work/actions/pastSets'
import { requestTime } from '@/work/base/clock'
import { addPast, how, keepPastPaper, lookAtPast, stop } from './actions'

export const metadata: Metadata = { title: 'Paper' }

export default async function PaperPage() {
  const person = await enter()
  return (
    <Paper
      view={await runYielding(paperSteps(kennelDatabase(), person.id, requestTime()))}
      table={{ columns: pastColumns, most: mostLetters }}
      actions={{ keepPast: keepPastPaper, table: { look: lookAtPast, add: addPast, how, stop } }}
    />
  )
}
