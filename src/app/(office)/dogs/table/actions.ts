'use server'
import { revalidatePath } from 'next/cache'
import { act } from '@/app/door'
import { mostLetters } from '@/core/csv/csv'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/scene/clock'
import { importTable } from '@/work/do/table'
import type { TableResult } from '@/work/do/tableIn'
import { formOf } from '../../typed'
import { refuse } from '@/work/do/deed'

const refused = (reason: string): TableResult => ({ ...refuse(reason), problems: [] })

export const readTable = act('trainer', refused, async (who, sent: FormData): Promise<TableResult> => {
  const form = formOf(sent)
  const file = form.get('file')
  if (!(file instanceof File)) return refused('There was no file in it.')
  if (file.size > mostLetters)
    return refused(`The file is too long: ${(mostLetters / 1e6).toFixed(0)} MB are the most.`)
  const keep = form.get('keep') === 'yes'
  const result = importTable(kennelDatabase(), new Uint8Array(await file.arrayBuffer()), who.id, requestTime(), keep)
  if (keep && result.ok) revalidatePath('/', 'layout')
  return result
})
