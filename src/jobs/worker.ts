import { setPriority } from 'node:os'
import { isMainThread, type MessagePort } from 'node:worker_threads'
import { oneAtATime } from '@/store/connection'
import { connectTo } from '@/store/database'
import { databaseErrorOf, type DatabaseErrorKind } from '@/store/databaseError'
import { jobs, type JobName } from './jobs'

/** What is handed to a thread: which job, over which file, and how it is heard and stopped. */
export interface Task {
  readonly name: JobName
  readonly input: unknown
  readonly file: string
  readonly port: MessagePort
  readonly stop: Int32Array
}

const databaseOf = oneAtATime(connectTo)

// Behind whoever waits for an answer (jobs/pool). Of this thread alone, which only Linux can tell from the process;
// elsewhere they take turns as they are.
if (process.platform === 'linux' && !isMainThread) setPriority(0, Number(process.env['KIBOU_STANDS_BACK'] ?? 0))

/** What a job came to, or what of the database’s troubles it met: an error loses its class between threads. */
export type Answer = { readonly done: unknown } | { readonly databaseError: DatabaseErrorKind }

export default async function run({ name, input, file, port, stop }: Task): Promise<Answer> {
  try {
    const done: unknown = await jobs[name].start(databaseOf(file), input, {
      progress: (share) => port.postMessage(share),
      stopped: () => Atomics.load(stop, 0) === 1,
    })
    return { done }
  } catch (error) {
    const kind = databaseErrorOf(error)
    if (kind === undefined) throw error
    return { databaseError: kind }
  } finally {
    port.close()
  }
}
