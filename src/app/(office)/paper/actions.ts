'use server'
import { revalidatePath } from 'next/cache'
import { act } from '@/app/door'
import { actTelling } from '@/app/signed'
import { mostLetters } from '@/core/csv/csv'
import { kennelDatabase } from '@/store/connection'
import { refuse } from '@/work/do/deed'
import { importPastSets, keepPastSets, pastSetsForm } from '@/work/do/pastSets'
import type { TableResult } from '@/work/do/tableIn'
import { requestTime } from '@/work/scene/clock'
import { formOf } from '../typed'

/** A sheet of a day that is past. */
export const keepPastPaper = actTelling('hand', pastSetsForm, keepPastSets, ({ kept, known }) => ({ kept, known }))

const refused = (reason: string): TableResult => ({ ...refuse(reason), problems: [] })

export const readPastTable = act('trainer', refused, async (who, sent: FormData): Promise<TableResult> => {
  const form = formOf(sent)
  const file = form.get('file')
  if (!(file instanceof File)) return refused('There was no file in it.')
  if (file.size > mostLetters)
    return refused(`The file is too long: ${(mostLetters / 1e6).toFixed(0)} MB are the most.`)
  const keep = form.get('keep') === 'yes'
  const bytes = new Uint8Array(await file.arrayBuffer())
  const result = importPastSets(kennelDatabase(), bytes, who.id, requestTime(), keep)
  if (keep && result.ok) revalidatePath('/', 'layout')
  return result
})
