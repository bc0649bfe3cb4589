import type { Rejection } from '@/core/rejection'
import { revalidatePath } from 'next/cache'
import { actOrReject } from '@/app/auth'
import { mostLetters } from '@/core/csv/csv'
import { unlessKilled, type RunOptions } from '@/jobs/pool'
import { howFar, startWork, stopWork } from '@/jobs/underWay'
import type { Person } from '@/auth/door'
import { reject, type ActionResult } from '@/work/actions/actionResult'
import type { HowFar, TableEnd, TableWork } from '@/work/actions/tableEnd'
import { formOf } from './typed'

/** The id of work that was started, to ask after it. */
export type Started = ActionResult<{ readonly work: string }>

/** Design choice: a table of 5,000 rows takes some minutes on a busy machine. */
const tableMs = 600_000

/** Starts this for somebody; where it is killed, it came to what `killed` says. */
export function startTable(
  who: Person,
  what: TableWork,
  run: (options: RunOptions) => Promise<TableEnd>,
  killed: (rejection: Rejection) => TableEnd,
): Started {
  const work = startWork(who.id, what, (options) => unlessKilled(run({ ...options, limitMs: tableMs }), killed))
  if (work === undefined) return reject('under-way', 'Your last table is still being read. Wait for it, or stop it.')
  return { ok: true, work }
}

/** The table that a form brings, or why it brings none. */
export async function tableOf(
  sent: FormData,
): Promise<
  ActionResult<{ readonly bytes: Uint8Array<ArrayBuffer>; readonly fileName: string; readonly form: FormData }>
> {
  const form = formOf(sent)
  const file = form.get('file')
  if (!(file instanceof File)) return reject('no-file', 'No file was chosen.')
  if (file.size > mostLetters)
    return reject('too-large', `The file is too long: ${(mostLetters / 1e6).toFixed(0)} MB are the most.`)
  return { ok: true, bytes: new Uint8Array(await file.arrayBuffer()), fileName: file.name, form }
}

/** How far a table is; whatever was written of it by then stands on the pages that come after. */
export const askHowFar = () =>
  actOrReject('trainer', (who, work: string): ActionResult<{ readonly far: HowFar }> => {
    const far = howFar(String(work), who.id)
    if (far.state === 'done' && far.end.what !== 'look') revalidatePath('/', 'layout')
    return { ok: true, far }
  })

export const askToStop = () =>
  actOrReject('trainer', (who, work: string): ActionResult => {
    stopWork(String(work), who.id)
    return { ok: true }
  })
