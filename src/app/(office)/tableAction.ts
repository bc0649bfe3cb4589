import { revalidatePath } from 'next/cache'
import { act } from '@/app/door'
import { mostLetters } from '@/core/csv/csv'
import { kennelDatabase } from '@/store/connection'
import type { Db } from '@/store/database'
import { refuse } from '@/work/do/deed'
import type { TableResult } from '@/work/do/tableIn'
import { requestTime } from '@/work/scene/clock'
import { formOf } from './typed'

const refused = (reason: string): TableResult => ({ ...refuse(reason), problems: [] })

/** The action of a form with a table in it: looked at, or kept where the form says so. */
export const actOnTable = (
  take: (db: Db, bytes: Uint8Array, recordedBy: string, now: number, keep: boolean) => TableResult,
) =>
  act('trainer', refused, async (who, sent: FormData): Promise<TableResult> => {
    const form = formOf(sent)
    const file = form.get('file')
    if (!(file instanceof File)) return refused('There was no file in it.')
    if (file.size > mostLetters)
      return refused(`The file is too long: ${(mostLetters / 1e6).toFixed(0)} MB are the most.`)
    const keep = form.get('keep') === 'yes'
    const result = take(kennelDatabase(), new Uint8Array(await file.arrayBuffer()), who.id, requestTime(), keep)
    if (keep && result.ok) revalidatePath('/', 'layout')
    return result
  })
