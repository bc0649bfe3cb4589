import { allNeeds, findRung } from '../curriculum/lookup'
import type { Command, Curriculum, Ladder, Rung } from '../curriculum/types'
import type { RungId } from '../ids'

/** One rep of a baseline. Cold and empty-handed, or with the food in sight. */
export interface BaselineRep {
  readonly rungId: RungId
  readonly foodInSight: boolean
  readonly clean: boolean
  /** Seconds from cue to response, where somebody took them, and whether the leash helped. */
  readonly latencySeconds?: number | null | undefined
  readonly leashHelp?: boolean | undefined
}

/** Design choice: a response is on time within so many seconds where the rung says none. */
const usualLatency = 3

/** Kinds of rung that are answered: of a hold, a stretch or a calm minute the tap comes when it is over. */
const answered: ReadonlySet<Rung['kind']> = new Set(['position', 'uncued', 'recall'])

/** Seconds from cue to response within which an answer is on time; undefined where nothing is answered. */
export const onTimeWithin = (rung: Rung): number | undefined =>
  answered.has(rung.kind) ? (rung.criterion.latencySeconds ?? usualLatency) : undefined

/**
 * Whether a rep of a baseline worked: on the first cue, without the leash, and within the rung’s seconds where they
 * were taken (`onTimeWithin`).
 */
export const cameOff = (
  rep: Pick<BaselineRep, 'clean' | 'latencySeconds' | 'leashHelp'>,
  withinSeconds: number | undefined,
): boolean =>
  rep.clean && rep.leashHelp !== true && (withinSeconds === undefined || (rep.latencySeconds ?? 0) <= withinSeconds)

/** Design choice: reps a command at most, reps at one rung, and rungs up or down between them. */
export const mostReps = 8
const repsEach = 2
const stride = 2
/** Design choice: a baseline is quick; longer holds are not asked for. */
export const longestHold = 30

/** Where the search goes: rung numbers within the run. */
export interface Search {
  readonly ladder: Ladder
  /** The rung reported for this dog; a third of the way up when nothing is known. */
  readonly from: number
  /** The highest rung that may be asked for or begun at. */
  readonly ceiling: number
  /** Why it goes no higher; empty at the top of the run. */
  readonly ceilingBecause: string
}

export type BaselineStep =
  | { readonly kind: 'try'; readonly index: number; readonly foodInSight: boolean; readonly repsLeft: number }
  | {
      readonly kind: 'done'
      readonly start: number
      readonly shown: number
      readonly missed: number | undefined
      readonly foodHelps: boolean | undefined
      readonly why: string
    }

/**
 * Where a run may be searched: from the rung reported, or a third of the way up, and never beyond a rung whose
 * prerequisite was not shown, that is worked off leash, only in its own kind of place, or holds for long.
 * `shown`: whether a rung of another command worked in the baseline or is held.
 */
export function searchOf(
  curriculum: Curriculum,
  ladder: Ladder,
  reportedRungId: RungId | undefined,
  shown: (rungId: RungId) => boolean,
): Search {
  let ceiling = ladder.rungs.length - 1
  let ceilingBecause = ''
  for (const [i, rung] of ladder.rungs.entries()) {
    const because = beyondBaseline(curriculum, rung, shown)
    if (because === undefined) continue
    ceiling = i - 1
    ceilingBecause = because
    break
  }
  const reported = ladder.rungs.findIndex((r) => r.id === reportedRungId)
  const from = reported >= 0 ? reported : Math.floor(ladder.rungs.length / 3)
  return { ladder, from: Math.max(0, Math.min(from, ceiling)), ceiling, ceilingBecause }
}

function beyondBaseline(curriculum: Curriculum, rung: Rung, shown: (rungId: RungId) => boolean): string | undefined {
  const missing = allNeeds(curriculum, rung)
    .map((id) => findRung(curriculum, id))
    .find((need) => need && need.ladder.id !== rung.run && !shown(need.rung.id))
  if (missing)
    return `“${rung.name}” needs ${missing.command.name.toLowerCase()} “${missing.rung.name}”, which was not shown`
  if (rung.gate !== undefined) return `“${rung.name}” is off leash`
  if (rung.criterion.place !== undefined) return `“${rung.name}” counts only in its own kind of location`
  if ((rung.criterion.seconds ?? 0) > longestHold) return `“${rung.name}” is longer than a baseline takes`
  return undefined
}

/**
 * The next rep of a baseline, or what it found. Two clean of two go two rungs up, a miss two down, eight reps at most;
 * once that has settled, the lowest rung missed is asked for with the food in sight. The start proposed lies one rung
 * below the highest that worked twice of twice. House figures.
 */
export function baselineStep(search: Search, reps: readonly BaselineRep[]): BaselineStep {
  const { ladder, ceiling } = search
  if (ceiling < 0)
    return {
      kind: 'done',
      start: 0,
      shown: -1,
      missed: undefined,
      foodHelps: undefined,
      why: `Nothing to ask for yet: ${search.ceilingBecause}.`,
    }
  const cold = reps.filter((r) => !r.foodInSight)
  const left = mostReps - reps.length
  const walked = walk(search, cold)
  const missed = walked.missed
  if (walked.next !== undefined && left > 0 && cold.length === reps.length)
    return { kind: 'try', index: walked.next, foodInSight: false, repsLeft: left }
  const food = missed === undefined ? [] : reps.filter((r) => r.foodInSight && r.rungId === ladder.rungs[missed]?.id)
  if (missed !== undefined && left > 0 && food.length < repsEach && food.every((r) => r.clean))
    return { kind: 'try', index: missed, foodInSight: true, repsLeft: left }
  const foodHelps = food.length === 0 ? undefined : food.length === repsEach && food.every((r) => r.clean)
  const start = Math.max(0, Math.min(walked.shown - 1, ceiling))
  return { kind: 'done', start, shown: walked.shown, missed, foodHelps, why: startText(search, walked.shown, start) }
}

/**
 * The search so far: the rung to ask for next, the highest that worked twice of twice (−1: none) and the lowest
 * missed.
 */
function walk(
  search: Search,
  cold: readonly BaselineRep[],
): { readonly next: number | undefined; readonly shown: number; readonly missed: number | undefined } {
  const { ladder, ceiling } = search
  const results = new Map<number, 'clean' | 'missed'>()
  let at = search.from
  let i = 0
  for (;;) {
    const here = cold.slice(i).filter((r) => r.rungId === ladder.rungs[at]?.id)
    const first = here.slice(0, repsEach)
    const misses = first.findIndex((r) => !r.clean)
    if (misses < 0 && first.length < repsEach) break
    results.set(at, misses < 0 ? 'clean' : 'missed')
    i += misses < 0 ? repsEach : misses + 1
    const next = Math.max(0, Math.min(ceiling, misses < 0 ? at + stride : at - stride))
    if (next === at || results.has(next)) return { next: undefined, ...found(results) }
    at = next
  }
  return { next: at, ...found(results) }
}

const found = (told: ReadonlyMap<number, 'clean' | 'missed'>) => {
  const missed = [...told].filter(([, t]) => t === 'missed').map(([i]) => i)
  return {
    shown: Math.max(-1, ...[...told].filter(([, t]) => t === 'clean').map(([i]) => i)),
    missed: missed.length === 0 ? undefined : Math.min(...missed),
  }
}

function startText(search: Search, shown: number, start: number): string {
  const name = (i: number) => `“${search.ladder.rungs[i]?.name ?? ''}”`
  if (shown < 0) return 'Nothing worked twice in two tries. Start at the first rung.'
  const higher =
    shown === search.ceiling && search.ceilingBecause !== ''
      ? ` Nothing higher was tried: ${search.ceilingBecause}.`
      : ''
  return shown === 0
    ? `${name(0)} worked twice in two tries. This is the lowest rung.${higher}`
    : `${name(shown)} worked twice in two tries. Start one rung below: ${name(start)}.${higher}`
}

/** The run of a command that a baseline searches: the first. Others begin at their first rung. */
export const baselineRun = (command: Command): Ladder | undefined => command.runs[0]
