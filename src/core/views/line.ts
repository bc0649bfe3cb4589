import { houseForgetting, isStale, retention, type Forgetting } from '../progress/memory'
import type { CommandStanding } from '../promise/standing'

/** What the line shows of a command: pegs, how far it is held, what is in hand, how it sags. Numbers are rungs. */
export interface LineView {
  readonly size: number
  readonly position: number
  readonly top: number
  readonly promised: number | undefined
  readonly slippedFrom: number | undefined
  /** 0 taut … 1 slack: the share predicted to be forgotten. */
  readonly sag: number
  /** 0 thin … 1 thick: places in which the promise is held, over those promised. */
  readonly proofed: number
}

/** The line of a command's main run at this moment. */
export function lineOf(standing: CommandStanding, now: number, model: Forgetting = houseForgetting): LineView {
  const run = standing.runs.find((r) => r.id === standing.mainRun) ?? standing.runs[0]
  if (!run) throw new Error(`${standing.command} has no run`)
  const promise = standing.promise
  return {
    size: run.size,
    position: run.position,
    top: run.top,
    promised: run.promised,
    slippedFrom: run.slipped[0],
    sag: run.memory ? 1 - retention(run.memory, now, model) : 0,
    proofed: promise ? Math.min(1, promise.placesHeld / promise.promise.places) : 0,
  }
}

/** A refresher is due in any run of the command. */
export const needsRefresher = (standing: CommandStanding, now: number, model: Forgetting = houseForgetting): boolean =>
  standing.runs.some((r) => r.top >= 0 && r.memory !== undefined && isStale(r.memory, now, model))

/** The figures beside the word: rungs climbed of those promised, or places held of those promised. */
export function figuresOf(standing: CommandStanding): string {
  const run = standing.runs.find((r) => r.id === standing.mainRun)
  const promise = standing.promise
  if (standing.word === 'not started' || !run) return ''
  if (promise && (standing.word === 'proofing' || standing.word === 'held'))
    return `${Math.min(promise.placesHeld, promise.promise.places)}/${promise.promise.places} places`
  const goal = run.promised === undefined ? run.size : run.promised + 1
  return `${Math.min(run.position, goal)}/${goal}`
}
