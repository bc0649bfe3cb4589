import { v4 } from 'uuid'
import type { HowFar, TableEnd, TableWork } from '@/work/actions/tableEnd'
import type { RunOptions } from './pool'

/**
 * Work on tables that somebody started. It goes on when the page is left; whoever started it may ask how far it is, and
 * stop it.
 */

interface Work {
  readonly by: string
  readonly what: TableWork
  readonly stop: AbortController
  share: number
  /** Once it is done. */
  end?: { readonly end: TableEnd } | { readonly error: unknown }
}

const processWide = globalThis as typeof globalThis & { kibouUnderWay?: Map<string, Work> }
const all = () => (processWide.kibouUnderWay ??= new Map<string, Work>())

/** Design choice, ms: what it came to is known for so long after. */
const knownMs = 600_000

/** What this person has under way. */
export function runningOf(by: string): { readonly id: string; readonly what: TableWork } | undefined {
  for (const [id, work] of all()) if (work.by === by && work.end === undefined) return { id, what: work.what }
  return undefined
}

/** Starts it; gives the id under which it is asked for, or undefined where this person has some under way. */
export function startWork(
  by: string,
  what: TableWork,
  run: (options: Required<Pick<RunOptions, 'onProgress' | 'signal'>>) => Promise<TableEnd>,
): string | undefined {
  if (runningOf(by)) return undefined
  const id = v4()
  const work: Work = { by, what, stop: new AbortController(), share: 0 }
  all().set(id, work)
  const onProgress = (share: number) => void (work.share = share)
  const ended = (end: NonNullable<Work['end']>) => {
    work.end = end
    setTimeout(() => all().delete(id), knownMs).unref()
  }
  run({ onProgress, signal: work.stop.signal }).then(
    (end) => ended({ end }),
    (error: unknown) => ended({ error }),
  )
  return id
}

const workOf = (id: string, by: string): Work | undefined => {
  const work = all().get(id)
  return work?.by === by ? work : undefined
}

/** How far it is; throws what it failed with. It is gone for whoever did not start it, and some time after its end. */
export function howFar(id: string, by: string): HowFar {
  const work = workOf(id, by)
  if (!work) return { state: 'gone' }
  if (work.end === undefined) return { state: 'running', share: work.share }
  if ('error' in work.end) throw work.end.error
  return { state: 'done', end: work.end.end }
}

/** Asks it to stop and to give what it has. */
export const stopWork = (id: string, by: string): void => workOf(id, by)?.stop.abort()
