import { setTimeout } from 'node:timers/promises'
import type { Db } from './database'
import { DatabaseError, databaseErrorOf } from './databaseError'

/**
 * Design choice: whoever asks waits so long for another writer, and tries again so often; others are answered
 * meanwhile.
 */
const patience = { forMs: 3000, everyMs: 50 } as const

/**
 * Runs, and runs again while another program or a thread of the house holds the database: on a machine with much to do
 * a writer that stands back may hold it for seconds. It runs again only where nothing at all was written since, so that
 * nothing is done twice; what kept it then is thrown.
 */
export async function retryWhileBusy<T>(
  db: Db,
  run: () => T | Promise<T>,
  { forMs, everyMs }: { readonly forMs: number; readonly everyMs: number } = patience,
): Promise<T> {
  const until = performance.now() + forMs
  const written = db.prepare<[], number>('SELECT total_changes()').pluck()
  for (;;) {
    const before = written.get()
    try {
      return await run()
    } catch (error) {
      if (!isBusy(error) || performance.now() >= until || written.get() !== before) throw error
    }
    await setTimeout(everyMs)
  }
}

/** Met here, and not by a job on a thread of its own, which has waited already and may have written something. */
const isBusy = (error: unknown): boolean => !(error instanceof DatabaseError) && databaseErrorOf(error) === 'busy'
