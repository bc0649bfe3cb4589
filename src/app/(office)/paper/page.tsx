import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { mostLetters } from '@/core/csv/csv'
import { Paper } from '@/screens/paper/Paper'
import { kennelDatabase } from '@/store/connection'
import { inBreaths } from '@/work/scene/breaths'
import { paperSteps } from '@/work/page/paper'
import { pastColumns } from '@/work/do/pastSets'
import { requestTime } from '@/work/scene/clock'
import { addPast, how, keepPastPaper, lookAtPast, stop } from './actions'

export const metadata: Metadata = { title: 'Paper' }

export default async function PaperPage() {
  const person = await enter()
  return (
    <Paper
      view={await inBreaths(paperSteps(kennelDatabase(), person.id, requestTime()))}
      table={{ columns: pastColumns, most: mostLetters }}
      actions={{ keepPast: keepPastPaper, table: { look: lookAtPast, add: addPast, how, stop } }}
    />
  )
}
