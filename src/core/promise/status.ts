import { findRung, ladderKey, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Command, Curriculum, Ladder, Stage } from '../curriculum/types'
import { promiseStatus, type PromiseStatus } from './promise'
import type { OwnerPromise } from './ownerPromise'
import { unmetNeeds } from '../progress/gates'
import { aimsOf, lackOf, needGoal, promiseGoal, slippedGoalsOf, type Aim } from './goals'
import type { Memory } from '../progress/retention'
import { masteredSince, slippedRungs, topMastered, type DogState } from '../progress/state'
import type { RungId } from '../ids'

/** The words for where a command stands, and no others. */
export const standingWords = ['not started', 'shaping', 'on cue', 'building', 'proofing', 'held', 'slipping'] as const
export type StandingWord = (typeof standingWords)[number]

export interface LadderStatus {
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
  readonly rungId: RungId
  readonly command: string
  readonly why: 'climb' | 'climb-back' | 'rebuild' | 'second-day' | 'level' | 'new-place' | 'new-hands' | 'onward'
  /** The day on which it was last met, where only another day brings more. */
  readonly metOn?: string
}

export interface CommandStatus {
  readonly command: string
  readonly word: StandingWord
  readonly reps: number
  readonly clean: number
  readonly runs: readonly LadderStatus[]
  /** The run on which the promise worked on lies, or the one in hand when nothing is promised. */
  readonly mainRun: string
  readonly stuck: { readonly rungId: RungId; readonly why: 'three-drops' | 'three-blocks' } | undefined
  /** All that was promised of this command, one a run: so long a stay, and so far away. */
  readonly promises: readonly PromiseStatus[]
  /**
   * Of these the one to work on: the first not yet held, then the first still lacking something; met only when all are.
   */
  readonly promise: PromiseStatus | undefined
  /** What to do next for this command; of another command when a prerequisite is missing; undefined at the very top. */
  readonly next: NextRung | undefined
}

interface PromisedAt {
  readonly at: RungPlaceInLadder
  readonly status: PromiseStatus
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
export function commandStatus(
  curriculum: Curriculum,
  command: Command,
  state: DogState,
  promises: readonly OwnerPromise[],
): CommandStatus {
  const targets = targetsOf(curriculum, promises)
  const all = targets.map(({ promise, at }) => ({ at, status: promiseStatus(curriculum, state, promise) }))
  const leading =
    all.find(({ at }) => !masteredSince(at.ladder, state.runs[at.ladderKey], at.index)) ??
    all.find(({ status }) => !status.met) ??
    all.at(-1)
  const [promised, target] = [leading?.status, leading?.at]
  const runs = command.runs.map((ladder) =>
    runStanding(command, ladder, state, all.findLast(({ at }) => at.ladder.id === ladder.id)?.at),
  )
  const main = target?.ladder ?? runInHand(curriculum, command, state)
  const tallies = command.runs.flatMap((ladder) =>
    Object.values(state.runs[ladderKey(command.id, ladder.id)]?.tallies ?? {}),
  )
  const sum = (key: 'reps' | 'clean') => tallies.reduce((n, t) => n + t[key], 0)
  const stuck = command.runs.flatMap((ladder) => {
    const found = state.runs[ladderKey(command.id, ladder.id)]?.stuck
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
    promises: all.map(({ status }) => status),
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
  a.at.ladderKey === b.at.ladderKey &&
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
  const uncovered = all.filter((t, i) => !all.some((o, j) => j !== i && covers(o, t) && (!covers(t, o) || j < i)))
  return uncovered.sort(
    (a, b) =>
      a.at.command.runs.indexOf(a.at.ladder) - b.at.command.runs.indexOf(b.at.ladder) || a.at.index - b.at.index,
  )
}

function runStanding(
  command: Command,
  ladder: Ladder,
  state: DogState,
  target: RungPlaceInLadder | undefined,
): LadderStatus {
  const runState = state.runs[ladderKey(command.id, ladder.id)]
  return {
    id: ladder.id,
    name: ladder.name,
    size: ladder.rungs.length,
    position: runState?.position ?? 0,
    top: topMastered(ladder, runState),
    slipped: slippedRungs(ladder, runState),
    promised: target && target.ladder.id === ladder.id ? target.index : undefined,
    memory: runState?.memory,
  }
}

/** The first run that still has a rung to climb and whose rung is open; else the first. */
function runInHand(curriculum: Curriculum, command: Command, state: DogState): Ladder {
  const open = command.runs.find((ladder) => {
    const rung = ladder.rungs[state.runs[ladderKey(command.id, ladder.id)]?.position ?? 0]
    return rung !== undefined && unmetNeeds(state, curriculum, rung).length === 0
  })
  const first = open ?? command.runs[0]
  if (!first) throw new Error(`command ${command.id} has no run`)
  return first
}

function standingWord(
  command: Command,
  main: Ladder,
  state: DogState,
  runs: readonly LadderStatus[],
  promised: PromiseStatus | undefined,
  target: RungPlaceInLadder | undefined,
): StandingWord {
  // A baseline puts a rung in hand; begun is a command only once it was worked.
  const worked = command.runs.some(
    (ladder) => Object.keys(state.runs[ladderKey(command.id, ladder.id)]?.tallies ?? {}).length > 0,
  )
  if (!worked) return 'not started'
  if (runs.some((r) => r.slipped.length > 0)) return 'slipping'
  if (promised?.met || (!promised && runs.every((r) => r.top === r.size - 1))) return 'held'
  if (promised && target && masteredSince(target.ladder, state.runs[target.ladderKey], target.index)) return 'proofing'
  const position = state.runs[ladderKey(command.id, main.id)]?.position ?? 0
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
  main: Ladder,
  state: DogState,
  all: readonly PromisedAt[],
  leading: PromisedAt | undefined,
): NextRung | undefined {
  const slipped = slippedGoalsOf(curriculum, command, state)
  const open = [...(leading ? [leading] : []), ...all].filter((t) => !t.status.met)
  const steps = [...slipped, ...open.map((t) => promiseGoal(t.status.promise, t.at))].flatMap((goal) =>
    aimsOf(curriculum, state, goal).map((aim) =>
      rungOf(state, aim, open.find((t) => t.at.rung.id === goal.at.rung.id)?.status),
    ),
  )
  const own = steps.filter((s) => s.command === command.id)
  const first = own.find((s) => s.metOn === undefined) ?? own[0] ?? steps.find((s) => s.metOn === undefined) ?? steps[0]
  if (first || open.length > 0) return first
  const index = state.runs[ladderKey(command.id, main.id)]?.position ?? 0
  const rung = main.rungs[index]
  if (!rung) return undefined
  const at = { rung, ladder: main, command, index, ladderKey: ladderKey(command.id, main.id) }
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

function rungOf(state: DogState, aim: Aim, status: PromiseStatus | undefined, as?: NextRung['why']): NextRung {
  const { rung } = aim.rung
  const lack = aim.kind === 'climb' ? undefined : lackOf(state, aim.goal)
  const why =
    as ??
    (aim.why !== 'prove'
      ? aim.why
      : status && status.heldSince === undefined
        ? 'level'
        : status && status.placesHeld >= status.promise.places
          ? 'new-hands'
          : 'new-place')
  const metOn = aim.kind === 'hold' ? lack?.days.at(-1) : undefined
  return { rungId: rung.id, command: rung.command, why, ...(metOn === undefined ? {} : { metOn }) }
}
