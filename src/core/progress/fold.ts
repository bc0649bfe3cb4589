import { msPerDay } from '../days'
import { findRung, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Curriculum, Rung, Run } from '../curriculum/types'
import { dropAfter, type Drop, type DropReason } from './drop'
import { compareFacts, type RepFact, type SetContext, type SetFact } from '../facts'
import { afterCleanRefresher, afterFailedRefresher, forgetting } from './memory'
import { cleanIn, longestWindow, ruleMet, sayCounts, sayRule, type Results } from './rules'
import { emptyDogState, emptyRunState, emptyTally, heldSince, topHeld, type DogState, type Met, type RungTally, type RunState } from './state'

/** What the newest rep means for the set and for the rung. */
export interface Verdict {
  readonly kind: 'go-on' | 'moves-on' | 'met-again' | 'again' | 'back' | 'moves-nothing'
  readonly endsSet: boolean
  /** The rung to work next. */
  readonly toRungId: string
  readonly rule: string
  readonly counts: string
  readonly why: string
}

/** House: windows and runs start again after three days without the rung. */
const windowForgetsAfterMs = 3 * msPerDay
/** House: three drops at one rung within seven days, or three blocks that worked it without a pass. */
const stuckRule = { drops: 3, withinMs: 7 * msPerDay, blocks: 3 } as const

/** The state after all these facts, folded in the order of time, device and sequence whatever order they came in. */
export function foldDog(curriculum: Curriculum, sets: readonly SetFact[]): DogState {
  const state = emptyDogState()
  const reps = sets.flatMap((set) => {
    const ordered = [...set.reps].sort(compareFacts)
    return ordered.map((rep, i) => ({ set, rep, before: ordered.slice(0, i) }))
  })
  reps.sort((a, b) => compareFacts(a.rep, b.rep))
  for (const { set, rep, before } of reps) applyInPlace(state, curriculum, set, rep, before)
  return state
}

/** The state after one more rep, and what it means. The given state is left as it was. */
export function applyRep(state: DogState, curriculum: Curriculum, set: SetContext, rep: RepFact, before: readonly RepFact[]): { state: DogState; verdict: Verdict } {
  const next = structuredClone(state)
  return { verdict: applyInPlace(next, curriculum, set, rep, before), state: next }
}

/** Why a rep at this rung moves nothing on; undefined when nothing stands in the way. */
function closedBecause(state: DogState, curriculum: Curriculum, rung: Rung, placeKind: string): string | undefined {
  const missing = unmetNeeds(state, curriculum, rung)
  if (missing.length > 0) return `needs ${missing.map((m) => `${m.command.name.toLowerCase()} “${m.rung.name}” held`).join(', ')}`
  if (rung.criterion.place !== undefined && rung.criterion.place !== placeKind) return 'this rung counts only in its own kind of place'
  return undefined
}

/** Prerequisites of the rung that are not held, unknown ones left out. */
export const unmetNeeds = (state: DogState, curriculum: Curriculum, rung: Rung): readonly RungPlaceInLadder[] =>
  rung.needs.flatMap((id) => {
    const need = findRung(curriculum, id)
    return need && !heldSince(need.run, state.runs[need.runKey], need.index) ? [need] : []
  })

function applyInPlace(state: DogState, curriculum: Curriculum, set: SetContext, rep: RepFact, before: readonly RepFact[]): Verdict {
  const found = findRung(curriculum, set.rungId)
  const inSet = before.length + 1
  state.tick++
  if (!found) return movesNothing(state, set.rungId, inSet >= 10, 'this curriculum has no such rung')
  const { rung, run, index, runKey } = found
  const closed = closedBecause(state, curriculum, rung, set.placeKind)
  if (closed) return movesNothing(state, rung.id, inSet >= rung.setReps, closed)

  const runState = (state.runs[runKey] ??= emptyRunState())
  const tally = (runState.tallies[index] ??= emptyTally())
  const result = resultOf(rung, set, rep)
  count(tally, rep)
  noteBlock(tally, set.blockId)
  slideWindow(runState, index, result, set, rep)
  const { window } = runState
  const counts = sayCounts(rung.rule, window.results)
  const rule = sayRule(rung.rule)
  const said = { rule, counts }
  const heldBefore = topHeld(run, runState)

  if (ruleMet(rung.rule, window.results)) return meetRule(state, found, runState, set, rep, said, heldBefore)

  const drop = dropAfter(run, index, rep, window)
  const ends = drop !== undefined || inSet >= rung.setReps
  if (ends) countBlock(tally)
  if (drop) return dropBack(state, found, runState, set, rep, drop, said, heldBefore)
  notePractice(runState, index, [...before, rep], ends, heldBefore, rep.at)
  if (set.purpose === 'refresh' && ends && index === heldBefore && refresherIsClean(rung, [...before, rep]) && runState.memory)
    runState.memory = afterCleanRefresher(runState.memory, rep.at)
  markStuckByBlocks(run, runState, index)
  return { kind: ends ? 'again' : 'go-on', endsSet: ends, toRungId: rung.id, ...said, why: ends ? `The rule is ${rule}: ${counts}.` : counts }
}

function movesNothing(state: DogState, rungId: string, endsSet: boolean, why: string): Verdict {
  state.beyond[rungId] = (state.beyond[rungId] ?? 0) + 1
  return { kind: 'moves-nothing', endsSet, toRungId: rungId, rule: '', counts: '', why: `Kept, and moves nothing on: ${why}.` }
}

/** Crooked recalls are clean before level 2; from there on they are not. */
function resultOf(rung: Rung, set: SetContext, rep: RepFact): 'C' | 'H' | 'L' | 'M' | 'X' {
  if (rep.outcome === 'clean') return isCrookedRecall(rung, set, rep) ? 'X' : 'C'
  return rep.outcome === 'helped' ? 'H' : rep.outcome === 'late' ? 'L' : 'M'
}

const isCrookedRecall = (rung: Rung, set: SetContext, rep: RepFact): boolean => rung.kind === 'recall' && set.level >= 2 && rep.faults.includes('crooked')

function count(tally: RungTally, rep: RepFact): void {
  tally.reps++
  tally[rep.outcome]++
}

function slideWindow(runState: RunState, index: number, result: string, set: SetContext, rep: RepFact): void {
  const window = runState.window
  if (window.rung !== index || rep.at - window.lastAt > windowForgetsAfterMs) restartWindow(window, index)
  window.lastAt = rep.at
  window.results = (window.results + result).slice(-longestWindow)
  window.places = [...window.places, set.placeId].slice(-longestWindow)
  window.people = [...window.people, set.leashHolder].slice(-longestWindow)
  window.late = result === 'L' ? window.late + 1 : 0
  window.crooked = result === 'X' ? window.crooked + 1 : 0
}

function restartWindow(window: RunState['window'], index: number): void {
  Object.assign(window, { rung: index, results: '', places: [], people: [], late: 0, crooked: 0 })
}

function meetRule(state: DogState, found: RungPlaceInLadder, runState: RunState, set: SetContext, rep: RepFact, said: { rule: string; counts: string }, heldBefore: number): Verdict {
  const { rung, run, index } = found
  const tally = (runState.tallies[index] ??= emptyTally())
  const span = rung.rule.kind === 'row' ? rung.rule.r : rung.rule.n
  const place = onlyOne(runState.window.places.slice(-span))
  const person = onlyOne(runState.window.people.slice(-span))
  noteMet(tally, { day: set.day, ...(place === undefined ? {} : { place }), ...(person === undefined ? {} : { person }) })
  tally.lastMet = state.tick
  clearTrouble(runState, index)
  const wasRefresher = set.purpose === 'refresh' && heldBefore >= 0 && index === heldBefore
  restartWindow(runState.window, index)
  const advanced = index >= runState.position
  if (advanced) runState.position = index + 1
  remember(run, runState, index, rep.at, wasRefresher, heldBefore)
  const next = run.rungs[runState.position]
  return {
    kind: advanced ? 'moves-on' : 'met-again',
    endsSet: true,
    toRungId: advanced && next ? next.id : rung.id,
    ...said,
    why: `The rule is ${said.rule}: met.`,
  }
}

const onlyOne = (ids: readonly string[]): string | undefined => (new Set(ids).size === 1 ? ids[0] : undefined)

/** Two days for the same place and person say all that a standing asks for; more would only grow. */
function noteMet(tally: RungTally, met: Met): void {
  const alike = tally.met.filter((m) => m.place === met.place && m.person === met.person)
  if (alike.length < 2 && !alike.some((m) => m.day === met.day)) tally.met.push(met)
}

function remember(run: Run, runState: RunState, index: number, at: number, wasRefresher: boolean, heldBefore: number): void {
  const heldNow = topHeld(run, runState)
  if (heldNow < 0) return
  if (!runState.memory) runState.memory = { halfLifeDays: forgetting.firstHalfLifeDays, since: at }
  else if (wasRefresher) runState.memory = afterCleanRefresher(runState.memory, at)
  else if (index >= heldBefore) runState.memory = { ...runState.memory, since: at }
}

/** A set that came off more often than not, at the top held rung or above it, keeps the command fresh. */
function notePractice(runState: RunState, index: number, reps: readonly RepFact[], ends: boolean, heldBefore: number, at: number): void {
  if (!ends || !runState.memory || heldBefore < 0 || index < heldBefore) return
  if (reps.filter((r) => r.outcome === 'clean').length * 2 > reps.length) runState.memory = { ...runState.memory, since: at }
}

function refresherIsClean(rung: Rung, reps: readonly RepFact[]): boolean {
  const results: Results = reps.map((r) => (r.outcome === 'clean' ? 'C' : 'N')).join('')
  const share = rung.rule.kind === 'row' ? 1 : rung.rule.k / rung.rule.n
  return reps.length >= rung.setReps && cleanIn(results) >= Math.ceil(share * reps.length)
}

function dropBack(state: DogState, found: RungPlaceInLadder, runState: RunState, set: SetContext, rep: RepFact, drop: Drop, said: { rule: string; counts: string }, heldBefore: number): Verdict {
  const { rung, run, index } = found
  if (set.purpose === 'refresh' && heldBefore >= 0 && index === heldBefore) slip(state, runState, index, drop.to, rep.at)
  const to = Math.min(drop.to, runState.position)
  const target = run.rungs[to] ?? rung
  const why = sayDrop(drop.reason, rung, target)
  if (drop.to === index) {
    // A warm-up at the first rung may fail while the rung in hand lies higher: that one waits.
    runState.position = Math.min(runState.position, index)
    return { kind: 'again', endsSet: true, toRungId: rung.id, ...said, why: `${why} Nothing lies below: the same again, made easier.` }
  }
  const tally = (runState.tallies[index] ??= emptyTally())
  tally.drops = [...tally.drops.filter((t) => rep.at - t <= stuckRule.withinMs), rep.at]
  if (tally.drops.length >= stuckRule.drops) runState.stuck = { rung: index, why: 'three-drops' }
  markStuckByBlocks(run, runState, index)
  runState.position = to
  restartWindow(runState.window, to)
  return { kind: 'back', endsSet: true, toRungId: target.id, ...said, why }
}

/** A failed refresher takes away what lies above the rung to rebuild from, and halves the half-life. */
function slip(state: DogState, runState: RunState, index: number, rebuildFrom: number, at: number): void {
  for (let i = Math.min(rebuildFrom + 1, index); i <= index; i++) (runState.tallies[i] ??= emptyTally()).slipped = state.tick
  if (runState.memory) runState.memory = afterFailedRefresher(runState.memory, at)
}

/** A rung passed settles what went wrong there and below, and nothing above. */
function clearTrouble(runState: RunState, index: number): void {
  for (const [key, tally] of Object.entries(runState.tallies)) {
    if (Number(key) > index) continue
    tally.drops = []
    tally.blocks = 0
    tally.countedBlock = tally.openBlock
  }
  if (runState.stuck && runState.stuck.rung <= index) delete runState.stuck
}

/** A block counts once for a rung: at the end of its first set there, or when the next block begins. */
function noteBlock(tally: RungTally, blockId: string): void {
  if (tally.openBlock === blockId) return
  if (tally.openBlock !== '') countBlock(tally)
  tally.openBlock = blockId
}

function countBlock(tally: RungTally): void {
  if (tally.countedBlock === tally.openBlock) return
  tally.countedBlock = tally.openBlock
  tally.blocks++
}

function markStuckByBlocks(run: Run, runState: RunState, index: number): void {
  const tally = runState.tallies[index]
  const belowTop = index < run.rungs.length - 1
  if (!runState.stuck && belowTop && index === runState.position && tally && tally.blocks >= stuckRule.blocks) runState.stuck = { rung: index, why: 'three-blocks' }
}

function sayDrop(reason: DropReason, rung: Rung, target: Rung): string {
  switch (reason.kind) {
    case 'broke':
      return reason.seconds === undefined ? `Broke before ${rung.name}: one rung down.` : `Broke at ${Number(reason.seconds.toFixed(1))} s of ${rung.criterion.seconds ?? 0} s${whereTo(reason.seconds, rung, target)}.`
    case 'recall-miss':
      return 'A missed recall: the previous distance.'
    case 'three-misses':
      return 'Three misses running: the last help comes back.'
    case 'window-low':
      return `Only ${reason.clean} clean of the last ten: the last help comes back.`
    case 'two-late':
      return 'Late twice running: one rung easier.'
    case 'two-crooked':
      return 'Crooked twice running at this level: shorter distance.'
  }
}

/** Why this rung and no other, after a break at so many seconds. */
function whereTo(broke: number, rung: Rung, target: Rung): string {
  if (target.id === rung.id) return ''
  if ((target.criterion.seconds ?? 0) < broke) return ': the highest rung below it'
  return target.axis === 'distance' ? ': nearer, and no longer a hold' : ': three rungs down, the most at once'
}
