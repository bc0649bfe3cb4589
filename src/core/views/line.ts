import {
  houseForgetting,
  isDue,
  isStale,
  retention,
  staleAt,
  type Forgetting,
  type Memory,
} from '../progress/retention'
import type { CommandStatus } from '../promise/status'
import type { EpochMs } from '../epochMs'

/** What the line shows of a command: pegs, how far it is held, what is in hand, how it sags. Numbers are rungs. */
export interface LineView {
  readonly size: number
  readonly position: number
  readonly top: number
  readonly promised: number | undefined
  readonly slippedFrom?: number
  /** 0 taut … 1 slack, by the share predicted to be forgotten: a third where a refresher is due. */
  readonly sag: number
  /** 0 thin … 1 thick: places in which the promise is held, over those promised. */
  readonly proofed: number
}

/** The line of a command's main run at this moment. */
export function lineOf(status: CommandStatus, now: EpochMs, model: Forgetting = houseForgetting): LineView {
  const run = status.runs.find((r) => r.id === status.mainRun) ?? status.runs[0]
  if (!run) throw new Error(`${status.command} has no run`)
  const promise = status.promise
  return {
    size: run.size,
    position: run.position,
    top: run.top,
    promised: run.promised,
    ...(run.slipped[0] === undefined ? {} : { slippedFrom: run.slipped[0] }),
    sag: run.memory ? hundredths(slack(1 - retention(run.memory, now, model))) : 0,
    proofed: promise ? hundredths(Math.min(1, promise.placesHeld / promise.promise.places)) : 0,
  }
}

/** Finer than any eye; a wall sends hundreds. */
const hundredths = (n: number): number => Math.round(100 * n) / 100

/** Design choice: the share by which a stale line hangs, and the share forgotten at which it hangs by all. */
const [staleSlack, allForgotten] = [1 / 3, 0.75]
const staleForgotten = 1 - staleAt

/** How far a line hangs: hardly while it is fresh, plainly as soon as it is stale, so that the two are told apart. */
function slack(forgotten: number): number {
  if (forgotten <= staleForgotten) return staleSlack * (forgotten / staleForgotten) ** 2
  return staleSlack + (1 - staleSlack) * Math.min(1, (forgotten - staleForgotten) / (allForgotten - staleForgotten))
}

const anyRun = (status: CommandStatus, is: (memory: Memory) => boolean): boolean =>
  status.runs.some((r) => r.top >= 0 && r.memory !== undefined && is(r.memory))

/** A refresher is due in any run of the command. */
export const needsRefresher = (status: CommandStatus, now: EpochMs, model: Forgetting = houseForgetting): boolean =>
  anyRun(status, (memory) => isDue(memory, now, model))

/** In any run of the command a first rep is likely to fail. */
export const goesStale = (status: CommandStatus, now: EpochMs, model: Forgetting = houseForgetting): boolean =>
  anyRun(status, (memory) => isStale(memory, now, model))

/** The figures beside the word: rungs climbed of those promised, or places held of those promised. */
export function figuresOf(status: CommandStatus): string {
  const run = status.runs.find((r) => r.id === status.mainRun)
  const promise = status.promise
  if (status.word === 'not started' || !run) return ''
  if (promise && (status.word === 'proofing' || status.word === 'held'))
    return `${Math.min(promise.placesHeld, promise.promise.places)}/${promise.promise.places} locations`
  const goal = run.promised === undefined ? run.size : run.promised + 1
  return `${Math.min(run.position, goal)}/${goal}`
}
