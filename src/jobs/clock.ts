import type { EpochMs } from '@/core/epochMs'

/** Something that is done by itself, again and again. */
export interface ScheduledTask {
  readonly name: string
  /** When it is due next, ms since the epoch, after this moment; `last` is when it was done last in this process. */
  readonly next: (now: EpochMs, last: number | undefined) => number
  readonly run: (now: EpochMs) => Promise<unknown>
}

export interface Clock {
  /** Looks what is due, does it one after the other, and says what was done. */
  tick(): Promise<readonly string[]>
  stop(): void
}

/** Design choice: so often the clock looks what is due, and after so long it asks again for what could not be told. */
const lookEveryMs = 30_000
const againMs = 600_000

/** An error that comes from another thread has lost its class. */
const wordsOf = (error: unknown): string =>
  typeof error === 'object' && error !== null && 'message' in error ? String(error.message) : String(error)

interface Kept {
  readonly task: ScheduledTask
  last: number | undefined
  due: number
  /** When it was told when it is due. */
  told: number
}

/** Design choice: a clock that goes back by less was only set; beyond, it had been wrong. */
const setBackMs = 60_000

/**
 * The one clock of the house. A task that fails is said and comes again in its turn; one that is still running when the
 * clock looks again is not begun twice.
 */
export function startClock(
  duties: readonly ScheduledTask[],
  { time, say, every = lookEveryMs }: { time: () => number; say: (text: string) => void; every?: number },
): Clock {
  const begun = time()
  const all: Kept[] = duties.map((task) => ({
    task,
    last: undefined,
    due: task.next(begun, undefined),
    told: begun,
  }))
  let busy = false
  let stopped = false
  /** Asks when it is due next, at this moment; what was done by a clock that was ahead was not done yet. */
  const askAgain = (one: Kept, now: EpochMs) => {
    one.told = now
    try {
      one.due = one.task.next(now, one.last !== undefined && one.last > now ? undefined : one.last)
    } catch (error) {
      // Not known when it is due: asked again in a while. A clock that throws would take the server along.
      one.due = now + againMs
      say(`${one.task.name}: not known when it is due: ${wordsOf(error)}`)
    }
  }
  const tick = async (): Promise<readonly string[]> => {
    if (busy) return []
    busy = true
    const done: string[] = []
    try {
      for (const one of all) {
        if (stopped) break
        const now = time()
        // The clock was ahead and was put right: what is due by it would wait for days that are far off.
        if (now < one.told - setBackMs) askAgain(one, now)
        if (now < one.due) continue
        one.last = now
        try {
          await one.task.run(now)
          done.push(one.task.name)
        } catch (error) {
          // Whoever stops the clock stops what is under way, too; that is no failing of it.
          if (!stopped) say(`${one.task.name} failed: ${wordsOf(error)}`)
        }
        askAgain(one, time())
      }
    } finally {
      busy = false
    }
    return done
  }
  const timer = setInterval(() => void tick(), every)
  timer.unref()
  return {
    tick,
    stop: () => {
      stopped = true
      clearInterval(timer)
    },
  }
}
