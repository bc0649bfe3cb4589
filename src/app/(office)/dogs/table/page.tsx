import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { mostLetters } from '@/core/csv/csv'
import { DogTable } from '@/screens/table/DogTable'
import { tableColumns } from '@/work/do/table'
import { readTable } from './actions'

export const metadata: Metadata = { title: 'Dogs and owners as a table' }

export default async function TablePage() {
  await enter('trainer')
  return <DogTable columns={tableColumns} send={readTable} most={mostLetters} />
}
