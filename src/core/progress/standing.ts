import { findRung, runKey, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Command, Curriculum, Run, Rung, Stage } from '../curriculum/types'
import { promiseStanding, type PromiseStanding } from '../handoff/promise'
import type { OwnerPromise } from '../ownerPromise'
import { unmetNeeds } from './gates'
import type { Memory } from './memory'
import { heldSince, isPassed, slippedRungs, topHeld, type DogState } from './state'

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

export interface Step {
  readonly rungId: string
  readonly command: string
  readonly why: 'climb' | 'rebuild' | 'second-day' | 'level' | 'new-place' | 'new-hands' | 'onward'
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
  /** Of these the one to work on: the first not yet held, then the first still lacking something; met only when all are. */
  readonly promise: PromiseStanding | undefined
  /** What to do next for this command; of another command when a prerequisite is missing; undefined at the very top. */
  readonly step: Step | undefined
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
export function commandStanding(curriculum: Curriculum, command: Command, state: DogState, promises: readonly OwnerPromise[]): CommandStanding {
  const targets = targetsOf(curriculum, promises)
  const all = targets.map(({ promise, at }) => ({ at, standing: promiseStanding(curriculum, state, promise) }))
  const leading = all.find(({ at }) => !heldSince(at.run, state.runs[at.runKey], at.index)) ?? all.find(({ standing }) => !standing.met) ?? all.at(-1)
  const [promised, target] = [leading?.standing, leading?.at]
  const runs = command.runs.map((run) => runStanding(command, run, state, all.find(({ at }) => at.run.id === run.id)?.at))
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
    step: nextStep(curriculum, command, main, state, promised, target),
  }
}

/** The rungs that these promises come to for this dog, in the order of the runs; of two on one run the higher, which holds both. */
export function targetsOf(curriculum: Curriculum, promises: readonly OwnerPromise[]): readonly { readonly promise: OwnerPromise; readonly at: RungPlaceInLadder }[] {
  const byRun = new Map<string, { promise: OwnerPromise; at: RungPlaceInLadder }>()
  for (const promise of promises) {
    const at = findRung(curriculum, promise.rungId)
    if (at && at.index >= (byRun.get(at.runKey)?.at.index ?? 0)) byRun.set(at.runKey, { promise, at })
  }
  return [...byRun.values()].sort((a, b) => a.at.command.runs.indexOf(a.at.run) - b.at.command.runs.indexOf(b.at.run))
}

/** The step towards one promise, whichever leads. */
export function stepToPromise(curriculum: Curriculum, state: DogState, promised: PromiseStanding): Step | undefined {
  const target = findRung(curriculum, promised.promise.rungId)
  return target && !promised.met ? stepToward(curriculum, state, target, promised) : undefined
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

function standingWord(command: Command, main: Run, state: DogState, runs: readonly RunStanding[], promised: PromiseStanding | undefined, target: RungPlaceInLadder | undefined): StandingWord {
  // A baseline puts a rung in hand; begun is a command only once it was worked.
  const worked = command.runs.some((run) => Object.keys(state.runs[runKey(command.id, run.id)]?.tallies ?? {}).length > 0)
  if (!worked) return 'not started'
  if (runs.some((r) => r.slipped.length > 0)) return 'slipping'
  if (promised?.met || (!promised && runs.every((r) => r.top === r.size - 1))) return 'held'
  if (promised && target && heldSince(target.run, state.runs[target.runKey], target.index)) return 'proofing'
  const position = state.runs[runKey(command.id, main.id)]?.position ?? 0
  const rung = main.rungs[Math.min(position, main.rungs.length - 1)]
  return rung ? wordOfStage[rung.stage] : 'not started'
}

function nextStep(curriculum: Curriculum, command: Command, main: Run, state: DogState, promised: PromiseStanding | undefined, target: RungPlaceInLadder | undefined): Step | undefined {
  const slipped = slippedTop(command, state)
  if (slipped) return stepToward(curriculum, state, slipped, undefined)
  if (promised && target && !promised.met) return stepToward(curriculum, state, target, promised)
  const position = state.runs[runKey(command.id, main.id)]?.position ?? 0
  const rung = main.rungs[position]
  if (!rung) return undefined
  const need = unmetNeeds(state, curriculum, rung)[0]
  if (need) return stepToward(curriculum, state, need, undefined)
  return { rungId: rung.id, command: command.id, why: promised?.met ? 'onward' : 'climb' }
}

/** The highest rung that a failed refresher took away, in whichever run. */
function slippedTop(command: Command, state: DogState): RungPlaceInLadder | undefined {
  for (const run of command.runs) {
    const key = runKey(command.id, run.id)
    const index = slippedRungs(run, state.runs[key]).at(-1)
    const rung = index === undefined ? undefined : run.rungs[index]
    if (rung && index !== undefined) return { rung, run, command, index, runKey: key }
  }
  return undefined
}

/** The rung to work so that the target comes to be held: its own run's rung in hand, or a prerequisite's first. */
function stepToward(curriculum: Curriculum, state: DogState, target: RungPlaceInLadder, promised: PromiseStanding | undefined): Step {
  const { run, index, command } = target
  const runState = state.runs[target.runKey]
  const position = runState?.position ?? 0
  if (position <= index) {
    const rung = run.rungs[position] ?? target.rung
    const need = unmetNeeds(state, curriculum, rung)[0]
    if (need) return stepToward(curriculum, state, need, undefined)
    const rebuilding = isPassed(run, runState, position) || slippedRungs(run, runState).length > 0
    return { rungId: rung.id, command: command.id, why: rebuilding ? 'rebuild' : 'climb' }
  }
  const why = !heldSince(run, runState, index) ? 'second-day' : promised && promised.heldSince === undefined ? 'level' : promised && promised.placesHeld < promised.promise.places ? 'new-place' : 'new-hands'
  return { rungId: target.rung.id, command: command.id, why }
}

/** Rungs still to climb before the target is passed once, prerequisites not counted. */
export function rungsToClimb(state: DogState, target: RungPlaceInLadder): readonly Rung[] {
  const position = state.runs[target.runKey]?.position ?? 0
  return target.run.rungs.slice(position, target.index)
}

