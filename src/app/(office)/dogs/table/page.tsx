import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { mostLetters } from '@/core/csv/csv'
import { runningOf } from '@/jobs/underWay'
import { DogTable } from '@/screens/table/DogTable'
import { tableColumns } from '@/work/do/dogTable'
import { kennelDatabase } from '@/store/connection'
import { readKennel } from '@/store/kennel'
import { lastImport } from '@/work/do/importDogs'
import { requestTime } from '@/work/scene/clock'
import { add, goOn, how, lookAt, stop, takeBack } from './actions'

export const metadata: Metadata = { title: 'Dogs and owners as a table' }

export default async function TablePage() {
  const who = await enter('trainer')
  const db = kennelDatabase()
  return (
    <DogTable
      columns={tableColumns}
      most={mostLetters}
      timeZone={readKennel(db).timeZone}
      last={lastImport(db, requestTime())}
      running={runningOf(who.id)}
      actions={{ look: lookAt, add, goOn, takeBack, how, stop }}
    />
  )
}
