import { findRung, runKey, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Command, Curriculum, Run, Stage } from '../curriculum/types'
import { promiseStanding, type PromiseStanding } from './promise'
import type { OwnerPromise } from './ownerPromise'
import { unmetNeeds } from '../progress/gates'
import { aimsOf, lackOf, needGoal, promiseGoal, slippedGoalsOf, type Aim } from './goals'
import type { Memory } from '../progress/memory'
import { heldSince, slippedRungs, topHeld, type DogState } from '../progress/state'

/** The words for where a command stands, and no others. */
export const standingWords = ['not started', 'shaping', 'on cue', 'building', 'proofing', 'held', 'slipping'] as const
export type StandingWord = (typeof standingWords)[number]

export interface RunStanding {
  readonly id: string
  readonly name: string
  readonly size: number
  /** Number of the rung in hand; `size` once the last is passed. */
  readonly position: number
  /** Number of the highest rung held, −1 when none is. */
  readonly top: number
  readonly slipped: readonly number[]
  readonly promised: number | undefined
  readonly memory: Memory | undefined
}

export interface NextRung {
  readonly rungId: string
  readonly command: string
  readonly why: 'climb' | 'climb-back' | 'rebuild' | 'second-day' | 'level' | 'new-place' | 'new-hands' | 'onward'
  /** The day on which it was last met, where only another day brings more. */
  readonly metOn?: string
}

export interface CommandStanding {
  readonly command: string
  readonly word: StandingWord
  readonly reps: number
  readonly clean: number
  readonly runs: readonly RunStanding[]
  /** The run on which the promise worked on lies, or the one in hand when nothing is promised. */
  readonly mainRun: string
  readonly stuck: { readonly rungId: string; readonly why: 'three-drops' | 'three-blocks' } | undefined
  /** All that was promised of this command, one a run: so long a stay, and so far away. */
  readonly promises: readonly PromiseStanding[]
  /**
   * Of these the one to work on: the first not yet held, then the first still lacking something; met only when all are.
   */
  readonly promise: PromiseStanding | undefined
  /** What to do next for this command; of another command when a prerequisite is missing; undefined at the very top. */
  readonly next: NextRung | undefined
}

interface PromisedAt {
  readonly at: RungPlaceInLadder
  readonly standing: PromiseStanding
}

const wordOfStage: Record<Stage, StandingWord> = {
  shape: 'shaping',
  'empty-hand': 'shaping',
  'word-before-signal': 'on cue',
  'smaller-signal': 'on cue',
  'word-alone': 'on cue',
  duration: 'building',
  distance: 'building',
  generalise: 'building',
  place: 'proofing',
  hands: 'proofing',
}

/** Where one command stands for one dog, from its derived state and what was promised. */
export function commandStanding(
  curriculum: Curriculum,
  command: Command,
  state: DogState,
  promises: readonly OwnerPromise[],
): CommandStanding {
  const targets = targetsOf(curriculum, promises)
  const all = targets.map(({ promise, at }) => ({ at, standing: promiseStanding(curriculum, state, promise) }))
  const leading =
    all.find(({ at }) => !heldSince(at.run, state.runs[at.runKey], at.index)) ??
    all.find(({ standing }) => !standing.met) ??
    all.at(-1)
  const [promised, target] = [leading?.standing, leading?.at]
  const runs = command.runs.map((run) =>
    runStanding(command, run, state, all.findLast(({ at }) => at.run.id === run.id)?.at),
  )
  const main = target?.run ?? runInHand(curriculum, command, state)
  const tallies = command.runs.flatMap((run) => Object.values(state.runs[runKey(command.id, run.id)]?.tallies ?? {}))
  const sum = (key: 'reps' | 'clean') => tallies.reduce((n, t) => n + t[key], 0)
  const stuck = command.runs.flatMap((run) => {
    const found = state.runs[runKey(command.id, run.id)]?.stuck
    return found ? [{ rungId: found.rung, why: found.why }] : []
  })[0]
  return {
    command: command.id,
    word: standingWord(command, main, state, runs, promised, target),
    reps: sum('reps'),
    clean: sum('clean'),
    runs,
    mainRun: main.id,
    stuck,
    promises: all.map(({ standing }) => standing),
    promise: promised,
    next: nextRung(curriculum, command, main, state, all, leading),
  }
}

export interface Target {
  readonly promise: OwnerPromise
  readonly at: RungPlaceInLadder
}

/** What of two promises on one run the other asks for as well. */
const covers = (a: Target, b: Target): boolean =>
  a.at.runKey === b.at.runKey &&
  a.at.index >= b.at.index &&
  a.at.rung.axis === b.at.rung.axis &&
  a.promise.level >= b.promise.level &&
  a.promise.places >= b.promise.places &&
  a.promise.people >= b.promise.people

/**
 * The rungs that these promises come to for this dog, in the order of the runs; one that another covers is left out,
 * and of two alike one stays.
 */
export function targetsOf(curriculum: Curriculum, promises: readonly OwnerPromise[]): readonly Target[] {
  const all = promises.flatMap((promise): Target[] => {
    const at = findRung(curriculum, promise.rungId)
    return at ? [{ promise, at }] : []
  })
  const kept = all.filter((t, i) => !all.some((o, j) => j !== i && covers(o, t) && (!covers(t, o) || j < i)))
  return kept.sort(
    (a, b) => a.at.command.runs.indexOf(a.at.run) - b.at.command.runs.indexOf(b.at.run) || a.at.index - b.at.index,
  )
}

function runStanding(command: Command, run: Run, state: DogState, target: RungPlaceInLadder | undefined): RunStanding {
  const runState = state.runs[runKey(command.id, run.id)]
  return {
    id: run.id,
    name: run.name,
    size: run.rungs.length,
    position: runState?.position ?? 0,
    top: topHeld(run, runState),
    slipped: slippedRungs(run, runState),
    promised: target && target.run.id === run.id ? target.index : undefined,
    memory: runState?.memory,
  }
}

/** The first run that still has a rung to climb and whose rung is open; else the first. */
function runInHand(curriculum: Curriculum, command: Command, state: DogState): Run {
  const open = command.runs.find((run) => {
    const rung = run.rungs[state.runs[runKey(command.id, run.id)]?.position ?? 0]
    return rung !== undefined && unmetNeeds(state, curriculum, rung).length === 0
  })
  const first = open ?? command.runs[0]
  if (!first) throw new Error(`command ${command.id} has no run`)
  return first
}

function standingWord(
  command: Command,
  main: Run,
  state: DogState,
  runs: readonly RunStanding[],
  promised: PromiseStanding | undefined,
  target: RungPlaceInLadder | undefined,
): StandingWord {
  // A baseline puts a rung in hand; begun is a command only once it was worked.
  const worked = command.runs.some(
    (run) => Object.keys(state.runs[runKey(command.id, run.id)]?.tallies ?? {}).length > 0,
  )
  if (!worked) return 'not started'
  if (runs.some((r) => r.slipped.length > 0)) return 'slipping'
  if (promised?.met || (!promised && runs.every((r) => r.top === r.size - 1))) return 'held'
  if (promised && target && heldSince(target.run, state.runs[target.runKey], target.index)) return 'proofing'
  const position = state.runs[runKey(command.id, main.id)]?.position ?? 0
  const rung = main.rungs[Math.min(position, main.rungs.length - 1)]
  return rung ? wordOfStage[rung.stage] : 'not started'
}

/**
 * The first thing that can be worked for this command, whatever the day: what slipped, then what leads, then what may
 * go on.
 */
function nextRung(
  curriculum: Curriculum,
  command: Command,
  main: Run,
  state: DogState,
  all: readonly PromisedAt[],
  leading: PromisedAt | undefined,
): NextRung | undefined {
  const slipped = slippedGoalsOf(command, state)
  const open = [...(leading ? [leading] : []), ...all].filter((t) => !t.standing.met)
  const steps = [...slipped, ...open.map((t) => promiseGoal(t.standing.promise, t.at))].flatMap((goal) =>
    aimsOf(curriculum, state, goal).map((aim) =>
      rungOf(state, aim, open.find((t) => t.at.rung.id === goal.at.rung.id)?.standing),
    ),
  )
  const own = steps.filter((s) => s.command === command.id)
  const first = own.find((s) => s.metOn === undefined) ?? own[0] ?? steps.find((s) => s.metOn === undefined) ?? steps[0]
  if (first || open.length > 0) return first
  const index = state.runs[runKey(command.id, main.id)]?.position ?? 0
  const rung = main.rungs[index]
  if (!rung) return undefined
  const at = { rung, run: main, command, index, runKey: runKey(command.id, main.id) }
  const aim = aimsOf(curriculum, state, needGoal(at, false))[0]
  return (
    aim &&
    rungOf(
      state,
      aim.rung.rung.id === rung.id ? { ...aim, why: 'climb' } : aim,
      undefined,
      leading ? 'onward' : undefined,
    )
  )
}

function rungOf(state: DogState, aim: Aim, standing: PromiseStanding | undefined, as?: NextRung['why']): NextRung {
  const { rung } = aim.rung
  const lack = aim.kind === 'climb' ? undefined : lackOf(state, aim.goal)
  const why =
    as ??
    (aim.why !== 'prove'
      ? aim.why
      : standing && standing.heldSince === undefined
        ? 'level'
        : standing && standing.placesHeld >= standing.promise.places
          ? 'new-hands'
          : 'new-place')
  const metOn = aim.kind === 'hold' ? lack?.days.at(-1) : undefined
  return { rungId: rung.id, command: rung.command, why, ...(metOn === undefined ? {} : { metOn }) }
}
