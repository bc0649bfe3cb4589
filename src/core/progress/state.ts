import type { Rung, Run } from '../curriculum/types'
import type { Memory } from './memory'
import type { Results } from './rules'

/** One meeting of a rung's rule. Place and leash holder are named only when every rep of the window was theirs. */
export interface Met {
  readonly day: string
  readonly place?: string
  readonly person?: string
}

export interface RungTally {
  reps: number
  clean: number
  helped: number
  late: number
  miss: number
  /** Meetings of the rule; no more than two days are kept for the same place and person. */
  met: Met[]
  /** `tick` of the newest meeting, 0 when never. */
  lastMet: number
  /** `tick` at which a failed refresher took the rung away, 0 when none did. */
  slipped: number
  /** Times of drops from this rung since it was last passed, newest last. */
  drops: number[]
  /** Blocks that worked it since it was last passed. */
  blocks: number
  openBlock: string
  countedBlock: string
}

/** The newest reps at one rung, oldest first, with where and with whom each was done. */
export interface Window {
  rung: number
  lastAt: number
  results: Results
  places: string[]
  people: string[]
  late: number
  crooked: number
}

export interface RunState {
  /** The rung to work on; equal to the number of rungs once the last is passed. */
  position: number
  window: Window
  tallies: Record<number, RungTally>
  memory?: Memory
  stuck?: { rung: number; why: 'three-drops' | 'three-blocks' }
}

/** Everything derived from the facts of one dog in one residency; holds nothing that depends on the clock. */
export interface DogState {
  /** Counts reps; orders meetings and slips. */
  tick: number
  runs: Record<string, RunState>
  /** Reps recorded beyond a shut gate, or at a place rung somewhere else: kept, and moving nothing on. */
  beyond: Record<string, number>
}

export const emptyDogState = (): DogState => ({ tick: 0, runs: {}, beyond: {} })

export const emptyTally = (): RungTally => ({ reps: 0, clean: 0, helped: 0, late: 0, miss: 0, met: [], lastMet: 0, slipped: 0, drops: [], blocks: 0, openBlock: '', countedBlock: '' })

export const emptyRunState = (): RunState => ({
  position: 0,
  window: { rung: -1, lastAt: 0, results: '', places: [], people: [], late: 0, crooked: 0 },
  tallies: {},
})

/** Tallies of this rung and of harder ones on the same axis: those whose meetings count for it. */
function countingFor(run: Run, state: RunState, index: number): readonly RungTally[] {
  const axis = run.rungs[index]?.axis
  const found: RungTally[] = []
  run.rungs.forEach((rung: Rung, i) => {
    const tally = state.tallies[i]
    if (i >= index && rung.axis === axis && tally) found.push(tally)
  })
  return found
}

/** The rule was met here, or at a harder rung on the same axis, at least once. */
export const isPassed = (run: Run, state: RunState | undefined, index: number): boolean =>
  state !== undefined && countingFor(run, state, index).some((t) => t.met.length > 0)

const distinctDays = (met: readonly Met[]): readonly string[] => [...new Set(met.map((m) => m.day))].sort()

/** The day from which the rung counts as held: passed, and clean again on a second day; undefined when it is not. */
export function heldSince(run: Run, state: RunState | undefined, index: number): string | undefined {
  if (!state) return undefined
  const tallies = countingFor(run, state, index)
  const slipped = state.tallies[index]?.slipped ?? 0
  if (slipped > 0 && !tallies.some((t) => t.lastMet > slipped)) return undefined
  return distinctDays(tallies.flatMap((t) => t.met))[1]
}

/** Days on which the rule was met at this rung or a harder one on the same axis, in order. */
export const daysMet = (run: Run, state: RunState | undefined, index: number): readonly string[] =>
  state ? distinctDays(countingFor(run, state, index).flatMap((t) => t.met)) : []

/** Number of the highest rung of the run that is held, −1 when none is. */
export function topHeld(run: Run, state: RunState | undefined): number {
  for (let i = run.rungs.length - 1; i >= 0; i--) if (heldSince(run, state, i)) return i
  return -1
}

/** Rungs that a failed refresher took away and that have not been met since. */
export const slippedRungs = (run: Run, state: RunState | undefined): readonly number[] =>
  run.rungs.flatMap((_, i) => {
    const slipped = state?.tallies[i]?.slipped ?? 0
    return state && slipped > 0 && !countingFor(run, state, i).some((t) => t.lastMet > slipped) ? [i] : []
  })

export interface Evidence {
  readonly id: string
  readonly days: readonly string[]
}

/** Days on which the rule was met, for each place (or each leash holder), newest meetings included. */
export function evidenceBy(run: Run, state: RunState | undefined, index: number, by: 'place' | 'person'): readonly Evidence[] {
  if (!state) return []
  const days = new Map<string, Set<string>>()
  for (const met of countingFor(run, state, index).flatMap((t) => t.met)) {
    const id = met[by]
    if (id === undefined) continue
    const known = days.get(id)
    if (known) known.add(met.day)
    else days.set(id, new Set([met.day]))
  }
  return [...days].map(([id, set]) => ({ id, days: [...set].sort() }))
}
