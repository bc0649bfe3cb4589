import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { MessageChannel } from 'node:worker_threads'
import { Piscina } from 'piscina'
import type { InputOf, JobName, OutputOf } from './jobs'
import type { Task } from './worker'

/** House: a job without a limit of its own is killed after so long, and one that was asked to stop after this. */
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
}

/** A job that was killed: it took too long, or did not stop when asked to. */
export class JobKilled extends Error {}

const held = globalThis as typeof globalThis & { kibouJobs?: Piscina | undefined }

/**
 * Threads for heavy work: one less than the machine has, so that requests are answered meanwhile; two at the least, so
 * that who asks for something does not wait for the night’s work.
 */
function pool(): Piscina {
  return (held.kibouJobs ??= new Piscina({
    filename: process.env['KIBOU_JOBS'] ?? join(process.cwd(), 'build/jobs.mjs'),
    minThreads: 0,
    maxThreads: Math.max(2, availableParallelism() - 1),
    idleTimeout: 30_000,
  }))
}

/** Runs a job on a thread of its own. Throws JobKilled when it had to be killed, and what the job itself threw. */
export async function runJob<N extends JobName>(
  name: N,
  input: InputOf<N>,
  { file = process.env['KIBOU_DB'] ?? '', onProgress, signal, limitMs = usualLimitMs }: RunOptions = {},
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
    return (await pool().run(task, { transferList: [port2], signal: kill.signal })) as OutputOf<N>
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
export const unlessKilled = <T, R>(job: Promise<T>, refused: (why: string) => R): Promise<T | R> =>
  job.catch((error: unknown) => {
    if (error instanceof JobKilled) return refused('It took too long just now. Try again in a moment.')
    throw error
  })

/** Lets go of all threads; what runs is killed. */
export async function stopJobs(): Promise<void> {
  const pool = held.kibouJobs
  held.kibouJobs = undefined
  await pool?.destroy()
}
