import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { mostLetters } from '@/core/csv/csv'
import { runningOf } from '@/jobs/underWay'
import { DogTable } from '@/screens/table/DogTable'
import { tableColumns } from '@/work/actions/dogTable'
import { kennelDatabase, readHouse } from '@/auth/door'
import { lastImport } from '@/work/actions/importDogs'
import { requestTime } from '@/work/base/clock'
import { add, goOn, how, lookAt, stop, takeBack } from './actions'

export const metadata: Metadata = { title: 'Dogs and owners as a table' }

export default async function TablePage() {
  const who = await enter('trainer')
  const db = kennelDatabase()
  return (
    <DogTable
      columns={tableColumns}
      most={mostLetters}
      timeZone={readHouse(db).timeZone}
      last={lastImport(db, requestTime())}
      running={runningOf(who.id)}
      actions={{ look: lookAt, add, goOn, takeBack, how, stop }}
    />
  )
}
