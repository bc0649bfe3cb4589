import { revalidatePath } from 'next/cache'
import { act } from '@/app/door'
import { mostLetters } from '@/core/csv/csv'
import { unlessKilled, type RunOptions } from '@/jobs/pool'
import { howFar, startWork, stopWork } from '@/jobs/underWay'
import type { Person } from '@/store/kennel'
import { refuse, type Deed } from '@/work/do/deed'
import type { HowFar, TableEnd, TableWork } from '@/work/do/tableEnd'
import { formOf } from './typed'

/** The id of work that was started, to ask after it. */
export type Started = Deed<{ readonly work: string }>

/** Design choice: a table of 5,000 rows takes some minutes on a busy machine. */
const tableMs = 600_000

/** Starts this for somebody; where it is killed, it came to what `killed` says. */
export function startTable(
  who: Person,
  what: TableWork,
  run: (options: RunOptions) => Promise<TableEnd>,
  killed: (reason: string) => TableEnd,
): Started {
  const work = startWork(who.id, what, (options) => unlessKilled(run({ ...options, limitMs: tableMs }), killed))
  if (work === undefined) return refuse('A table of yours is being worked on. Wait for it, or stop it.')
  return { ok: true, work }
}

/** The table that a form brings, or why it brings none. */
export async function tableOf(
  sent: FormData,
): Promise<Deed<{ readonly bytes: Uint8Array<ArrayBuffer>; readonly fileName: string; readonly form: FormData }>> {
  const form = formOf(sent)
  const file = form.get('file')
  if (!(file instanceof File)) return refuse('There was no file in it.')
  if (file.size > mostLetters) return refuse(`The file is too long: ${(mostLetters / 1e6).toFixed(0)} MB are the most.`)
  return { ok: true, bytes: new Uint8Array(await file.arrayBuffer()), fileName: file.name, form }
}

/** How far a table is; whatever was written of it by then stands on the pages that come after. */
export const askHowFar = () =>
  act('trainer', refuse, (who, work: string): Deed<{ readonly far: HowFar }> => {
    const far = howFar(String(work), who.id)
    if (far.state === 'done' && far.end.what !== 'look') revalidatePath('/', 'layout')
    return { ok: true, far }
  })

export const askToStop = () =>
  act('trainer', refuse, (who, work: string): Deed => {
    stopWork(String(work), who.id)
    return { ok: true }
  })
