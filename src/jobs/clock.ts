/** Something that is done by itself, again and again. */
export interface Duty {
  readonly name: string
  /** When it is due next, ms since the epoch, after this moment; `last` is when it was done last in this process. */
  readonly next: (now: number, last: number | undefined) => number
  readonly run: (now: number) => Promise<unknown>
}

export interface Clock {
  /** Looks what is due, does it one after the other, and says what was done. */
  tick(): Promise<readonly string[]>
  stop(): void
}

/** House: so often the clock looks what is due. */
const lookEveryMs = 30_000

interface Standing {
  readonly duty: Duty
  last: number | undefined
  due: number
}

/**
 * The one clock of the house. A duty that fails is said and comes again in its turn; one that is still running when the
 * clock looks again is not begun twice.
 */
export function startClock(
  duties: readonly Duty[],
  { time, say, every = lookEveryMs }: { time: () => number; say: (text: string) => void; every?: number },
): Clock {
  const begun = time()
  const all: Standing[] = duties.map((duty) => ({ duty, last: undefined, due: duty.next(begun, undefined) }))
  let busy = false
  const tick = async (): Promise<readonly string[]> => {
    if (busy) return []
    busy = true
    const done: string[] = []
    try {
      for (const one of all) {
        const now = time()
        if (now < one.due) continue
        try {
          await one.duty.run(now)
          done.push(one.duty.name)
        } catch (error) {
          say(`${one.duty.name} failed: ${error instanceof Error ? error.message : String(error)}`)
        }
        one.last = now
        one.due = one.duty.next(time(), now)
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
      clearInterval(timer)
    },
  }
}
