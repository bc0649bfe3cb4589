import { reject, type Rejection } from '@/core/rejection'
import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { MessageChannel } from 'node:worker_threads'
import { Piscina } from 'piscina'
import type { InputOf, JobName, OutputOf } from './jobs'
import { DatabaseError } from '@/store/databaseError'
import type { Answer, Task } from './worker'

/**
 * Design choice: a job without a limit of its own is killed after so long, and one that was asked to stop after this.
 */
const usualLimitMs = 60_000
const graceMs = 2_000

export interface RunOptions {
  /** The database file it works on; the server's own when left out. */
  readonly file?: string
  readonly onProgress?: (share: number) => void
  /** Asks the job to stop and to give what it has; one that does not listen is killed after a moment. */
  readonly signal?: AbortSignal
  /** It is killed after this, wherever it is. */
  readonly limitMs?: number
  /** Nobody sits before a screen until it is done: it gives way to everything else. */
  readonly last?: boolean
}

/** A job that was killed: it took too long, or did not stop when asked to. */
export class JobKilled extends Error {}

type Turn = 'soon' | 'last'

/**
 * Design choice: how far threads stand back behind those that answer (jobs/worker). What somebody waits for still comes
 * on a busy day; the work of the house takes what is left over. A thread can stand back further, and never come forward
 * again: each has threads of its own.
 */
const standsBack: Readonly<Record<Turn, number>> = { soon: 5, last: 15 }

/**
 * Threads for heavy work: for what is waited for two at the least, so that nobody waits for somebody else’s; for the
 * rest one for each clock of the house and one for what is asked for by hand.
 */
const mostThreads: Readonly<Record<Turn, number>> = { soon: Math.max(2, availableParallelism() - 1), last: 3 }

const processWide = globalThis as typeof globalThis & { kibouJobs?: Partial<Record<Turn, Piscina>> }

const pool = (turn: Turn): Piscina =>
  ((processWide.kibouJobs ??= {})[turn] ??= new Piscina({
    filename: process.env['KIBOU_JOBS'] ?? join(process.cwd(), 'build/jobs.mjs'),
    minThreads: 0,
    maxThreads: mostThreads[turn],
    idleTimeout: 30_000,
    env: { ...process.env, KIBOU_STANDS_BACK: String(standsBack[turn]) },
  }))

/**
 * Runs a job on a thread of its own. Throws JobKilled when it had to be killed, DatabaseError where the database cannot
 * be read or written, and what the job itself threw.
 */
export async function runJob<N extends JobName>(
  name: N,
  input: InputOf<N>,
  { file = process.env['KIBOU_DB'] ?? '', onProgress, signal, limitMs = usualLimitMs, last = false }: RunOptions = {},
): Promise<OutputOf<N>> {
  const { port1, port2 } = new MessageChannel()
  const stop = new Int32Array(new SharedArrayBuffer(4))
  const kill = new AbortController()
  const timers = [setTimeout(() => kill.abort(), limitMs)]
  const ask = () => {
    Atomics.store(stop, 0, 1)
    timers.push(setTimeout(() => kill.abort(), graceMs))
  }
  if (signal?.aborted) ask()
  signal?.addEventListener('abort', ask)
  port1.on('message', (share) => onProgress?.(Number(share)))
  const task: Task = { name, input, file, port: port2, stop }
  try {
    const asked = pool(last ? 'last' : 'soon').run(task, { transferList: [port2], signal: kill.signal })
    const answer = (await asked) as Answer
    if ('databaseError' in answer) throw new DatabaseError(answer.databaseError)
    return answer.done as OutputOf<N>
  } catch (error) {
    if (kill.signal.aborted) throw new JobKilled(`${name} was stopped: it took too long`)
    throw error
  } finally {
    for (const timer of timers) clearTimeout(timer)
    signal?.removeEventListener('abort', ask)
    port1.close()
  }
}

/** What a job comes to; or, where it was killed, what is said of that instead. */
export const unlessKilled = <T, R>(job: Promise<T>, refused: (why: Rejection) => R): Promise<T | R> =>
  job.catch((error: unknown) => {
    if (error instanceof JobKilled) return refused(reject('too-slow', 'That took too long. Try again in a moment.'))
    throw error
  })

/** What a job comes to, or that it took too long. */
export const orTooSlow = <T>(job: Promise<T>): Promise<T | Rejection> => unlessKilled(job, (rejection) => rejection)

/** Lets go of all threads; what runs is killed. */
export async function stopJobs(): Promise<void> {
  const pools = Object.values(processWide.kibouJobs ?? {})
  processWide.kibouJobs = {}
  await Promise.all(pools.map((pool) => pool.destroy()))
}
