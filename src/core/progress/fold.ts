import { ownRung, runKey as keyOf, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Curriculum, Rung, Run } from '../curriculum/types'
import { contextStanding, noteMissed, noteReached, type Common, type ContextStanding } from '../proofing/context'
import { dropAfter, sayDrop, type Drop } from './drop'
import { compareFacts, type RepFact, type SetContext, type SetFact } from '../facts'
import { shutBecause } from './gates'
import { afterRefresher, type Showing } from './memory'
import { newest, regimeAt, type Regime, type Regimes } from './regime'
import { resultOf } from './result'
import { ruleMet, sayCounts, sayRule, spanOf } from './rules'
import { emptyDogState, emptyRunState, emptyTally, isHeld, topHeld, type DogState, type Met, type RungTally, type RunState } from './state'
import { clearTrouble, countBlock, markStuckByBlocks, noteBlock, noteDrop } from './trouble'
import { lowest, restartWindow, slideWindow } from './window'

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

/** Called at the end of each refresher at what is held, with the half-life's history before it. */
export type OnRefresher = (runKey: string, before: readonly Showing[], showing: Showing) => void

/** The state after all these facts, folded in the order of time, device and sequence whatever order they came in. */
export function foldDog(regimes: Regimes, sets: readonly SetFact[], onRefresher?: OnRefresher): DogState {
  const fold = new Fold(emptyDogState(), regimes, regimes[0], onRefresher)
  if (isInOrder(sets)) for (const set of sets) for (const rep of set.reps) fold.rep(set, rep, false)
  else for (const { set, rep } of inOrder(sets)) fold.rep(set, rep, false)
  fold.enter(newest(regimes))
  return fold.state
}

/** Folds day by day, telling what stood at the end of each day that was worked. */
export function foldByDay(regimes: Regimes, sets: readonly SetFact[], onDayEnd: (day: string, state: DogState, regime: Regime) => void): void {
  const fold = new Fold(emptyDogState(), regimes, regimes[0])
  let day: string | undefined
  for (const { set, rep } of inOrder(sets)) {
    if (day !== undefined && set.day !== day) onDayEnd(day, fold.state, fold.now)
    day = set.day
    fold.rep(set, rep, false)
  }
  if (day !== undefined) onDayEnd(day, fold.state, fold.now)
}

/** Whether the sets follow one another as they are, as they nearly always do: then nothing has to be sorted. */
function isInOrder(sets: readonly SetFact[]): boolean {
  let last: RepFact | undefined
  for (const set of sets)
    for (const rep of set.reps) {
      if (last && compareFacts(last, rep) > 0) return false
      last = rep
    }
  return true
}

/** All reps of these sets with their sets, in the order they count. */
function inOrder(sets: readonly SetFact[]): readonly { readonly set: SetFact; readonly rep: RepFact }[] {
  const reps: { set: SetFact; rep: RepFact }[] = []
  for (const set of sets) for (const rep of set.reps) reps.push({ set, rep })
  return reps.sort((a, b) => compareFacts(a.rep, b.rep))
}

/** The state after one more rep, and what it means. The given state is left as it was; it must be of the newest regime. */
export function applyRep(state: DogState, regimes: Regimes, set: SetContext, rep: RepFact, before: readonly RepFact[]): { state: DogState; verdict: Verdict } {
  const fold = new Fold(structuredClone(state), regimes, newest(regimes))
  fold.resume(set, before)
  return { verdict: fold.rep(set, rep, true), state: fold.state }
}

/** A state carried from one ladder to another: counts stay with their rungs, the rung in hand is found again by name. */
export function carryOver(state: DogState, from: Curriculum, to: Curriculum): void {
  for (const command of to.commands)
    for (const run of command.runs) {
      const key = keyOf(command.id, run.id)
      const runState = state.runs[key]
      const old = from.commands.find((c) => c.id === command.id)?.runs.find((r) => r.id === run.id)
      if (!runState || !old) continue
      const next = old.rungs.slice(runState.position).find((r) => run.rungs.some((g) => g.id === r.id))
      runState.position = next ? run.rungs.findIndex((g) => g.id === next.id) : Math.min(firstOpen(run, runState), run.rungs.length)
      if (runState.window.rung !== '' && !run.rungs.some((g) => g.id === runState.window.rung)) restartWindow(runState.window, '')
      if (runState.stuck && !run.rungs.some((g) => g.id === runState.stuck?.rung)) runState.stuck = undefined
    }
}

const firstOpen = (run: Run, state: RunState): number => {
  const last = run.rungs.findLastIndex((g) => (state.tallies[g.id]?.met.length ?? 0) > 0)
  return last + 1
}

/** What is known of a set while its reps are folded. */
interface Progress {
  reps: number
  clean: number
  regime: Regime
  found: RungPlaceInLadder | undefined
  runState: RunState | undefined
  tally: RungTally | undefined
  /** Number of the highest rung held, −1 when none is. */
  top: number
  /** The value of `heldTick` for which `shut`, `top` and `context` are right. */
  asOf: number
  shut: string | undefined
  context: ContextStanding | undefined
}

/** Folds reps into a state. What it caches is only to be quick: everything that lasts is in the state. */
class Fold {
  private readonly sets = new Map<string, Progress>()
  private lastSet = ''
  private lastProgress: Progress | undefined
  private readonly tops = new Map<string, number>()
  /** Raised whenever something may have come to be held or stopped being so, or a context moved. */
  private heldTick = 1

  constructor(
    readonly state: DogState,
    private readonly regimes: Regimes,
    private regime: Regime,
    private readonly onRefresher?: OnRefresher,
  ) {}

  /** Takes up a set in the middle. */
  resume(set: SetContext, before: readonly RepFact[]): void {
    this.sets.set(set.id, { ...this.begin(set), reps: before.length, clean: before.filter((r) => r.outcome === 'clean').length })
  }

  get now(): Regime {
    return this.regime
  }

  enter(regime: Regime): void {
    if (regime === this.regime) return
    if (regime.curriculum !== this.regime.curriculum) {
      carryOver(this.state, this.regime.curriculum, regime.curriculum)
      this.tops.clear()
      this.heldTick++
    }
    this.regime = regime
  }

  private begin(set: SetContext): Progress {
    return { reps: 0, clean: 0, regime: this.regime, found: ownRung(this.regime.curriculum, set.rungId), runState: undefined, tally: undefined, top: -1, asOf: 0, shut: undefined, context: undefined }
  }

  rep(set: SetContext, rep: RepFact, speak: boolean): Verdict {
    if (this.regimes.length > 1 && rep.at >= this.regime.from) this.enter(regimeAt(this.regimes, rep.at))
    let progress = this.lastSet === set.id ? this.lastProgress : this.sets.get(set.id)
    if (!progress || progress.regime !== this.regime) this.sets.set(set.id, (progress = { ...this.begin(set), reps: progress?.reps ?? 0, clean: progress?.clean ?? 0 }))
    this.lastSet = set.id
    this.lastProgress = progress
    progress.reps++
    if (rep.outcome === 'clean') progress.clean++
    this.state.tick++
    const { found } = progress
    if (!found) return this.movesNothing(set.rungId, progress.reps >= 10, 'this curriculum has no such rung')
    const { rung, run, index, runKey } = found
    if (progress.asOf !== this.heldTick) {
      progress.shut = shutBecause(this.state, this.regime.curriculum, rung, set)
      progress.top = this.topOf(runKey, run)
      const runState = this.state.runs[runKey]
      progress.context = runState && progress.top >= 0 && index <= progress.top ? contextStanding(run, runState, set, progress.top) : undefined
      progress.asOf = this.heldTick
    }
    if (progress.shut !== undefined) return this.movesNothing(rung.id, progress.reps >= rung.setReps, progress.shut)
    return this.judge(found, progress, set, rep, speak)
  }

  private topOf(runKey: string, run: Run): number {
    const known = this.tops.get(runKey)
    if (known !== undefined) return known
    const top = topHeld(run, this.state.runs[runKey])
    this.tops.set(runKey, top)
    return top
  }

  private movesNothing(rungId: string, endsSet: boolean, why: string): Verdict {
    this.state.beyond[rungId] = (this.state.beyond[rungId] ?? 0) + 1
    return { kind: 'moves-nothing', endsSet, toRungId: rungId, rule: '', counts: '', why: `Kept, and moves nothing on: ${why}.` }
  }

  private judge(found: RungPlaceInLadder, progress: Progress, set: SetContext, rep: RepFact, speak: boolean): Verdict {
    const { rung, run, index, runKey } = found
    const { judging } = this.regime
    const runState = (progress.runState ??= this.state.runs[runKey] ??= emptyRunState())
    const tally = (progress.tally ??= runState.tallies[rung.id] ??= emptyTally())
    const heldBefore = progress.top
    const climbing = progress.context !== undefined && progress.context.open.length > 0
    const asksHeld = rep.faults.length > 0 || (rep.outcome === 'miss' && rung.kind === 'timed')
    const heldHere = asksHeld && index <= heldBefore && isHeld(run, runState, index)
    const result = resultOf(rung, set, rep, judging, heldHere)
    tally.reps++
    tally[rep.outcome]++
    noteBlock(tally, set.blockId)
    slideWindow(runState.window, rung.id, result, set, rep.at)
    const { window } = runState
    const said = speak ? { rule: sayRule(rung.rule), counts: sayCounts(rung.rule, window.results) } : silent
    const refresher = set.purpose === 'refresh' && !climbing && heldBefore >= 0 && index === heldBefore
    const offered = judging.skipOffered && rung.command === 'place' && rung.stage === 'shape' && tally.reps === 2 && tally.clean === 2 && tally.met.length === 0
    if (ruleMet(rung.rule, window.results) || offered) return this.meet({ found, runState, tally, set, rep, said, heldBefore, refresher, climbing, progress }, offered ? 2 : spanOf(rung.rule))

    const drop = putBack(rung, rep, window.results, judging.brokenStay, heldHere && !climbing, refresher) ? undefined : dropAfter(run, index, result, rep.brokeSeconds, window)
    const ends = drop !== undefined || progress.reps >= rung.setReps
    if (ends) countBlock(tally)
    if (drop || ends) {
      const step: Step = { found, runState, tally, set, rep, said, heldBefore, refresher, climbing, progress }
      if (drop) return climbing ? this.stepBack(step, drop) : this.dropBack(step, drop)
      this.notePractice(step)
    }
    markStuckByBlocks(run, runState, index)
    if (!speak) return unspoken
    const isPutBack = rep.outcome === 'miss' && rung.kind === 'timed'
    const back = isPutBack ? `${heldHere ? 'Held before: put' : 'Put'} back unpaid at the same spot` : ''
    const why = ends ? `${isPutBack ? `${back}. ` : ''}The rule is ${said.rule}: ${said.counts}.` : isPutBack ? `${back}, and go on.` : said.counts
    return { kind: ends ? 'again' : 'go-on', endsSet: ends, toRungId: rung.id, ...said, why }
  }

  private meet(step: Step, span: number): Verdict {
    const { found, runState, tally, set, rep, said, heldBefore, refresher } = step
    const { rung, run, index, runKey } = found
    const { window } = runState
    const common = {
      place: window.placeReps >= span ? window.place : undefined,
      level: lowest(window.levels, span),
      kit: window.kitReps >= span ? window.kit : undefined,
      person: window.personReps >= span ? window.person : undefined,
    }
    noteMet(tally, set.day, common)
    tally.lastMet = this.state.tick
    noteReached(run, runState, index, heldBefore, common)
    clearTrouble(run, runState, index)
    restartWindow(window, rung.id)
    const advanced = index >= runState.position
    if (advanced) runState.position = index + 1
    const top = topHeld(run, runState, heldBefore)
    this.tops.set(runKey, top)
    this.heldTick++
    if (top >= 0) {
      if (!runState.memory) runState.memory = { since: rep.at, shown: [] }
      else if (refresher) this.show(step, true)
      else if (index >= heldBefore) runState.memory = { ...runState.memory, since: rep.at }
    }
    const context = top >= 0 && index <= top ? contextStanding(run, runState, set, top) : undefined
    const next = advanced ? run.rungs[runState.position] : step.climbing && context ? run.rungs[context.index] : undefined
    const onward = next !== undefined && next.id !== rung.id
    return { kind: advanced || (step.climbing && onward) ? 'moves-on' : 'met-again', endsSet: true, toRungId: onward ? next.id : rung.id, ...said, why: said.rule === '' ? '' : `The rule is ${said.rule}: met.` }
  }

  private show(step: Step, clean: boolean): void {
    const { runState, rep, found } = step
    if (!runState.memory) return
    const before = runState.memory.shown
    runState.memory = afterRefresher(runState.memory, rep.at, clean)
    const showing = runState.memory.shown.at(-1)
    if (showing) this.onRefresher?.(found.runKey, before, showing)
  }

  /** A set that came off more often than not, at the top held rung or above it, keeps the command fresh. */
  private notePractice(step: Step): void {
    const { found, runState, heldBefore, rep, progress, refresher } = step
    if (!runState.memory || heldBefore < 0 || found.index < heldBefore) return
    if (progress.clean * 2 <= progress.reps) return
    if (refresher && progress.clean >= cleanWanted(found.rung, progress.reps)) this.show(step, true)
    else runState.memory = { ...runState.memory, since: rep.at }
  }

  /** Back one step of the relaxed climb in what is new; the ladder itself stays where it is. */
  private stepBack(step: Step, drop: Drop): Verdict {
    const { found, runState, tally, set, rep, said, heldBefore, progress } = step
    const { rung, run, index } = found
    noteMissed(run, runState, index, heldBefore, progress.context?.open ?? [])
    noteDrop(tally, runState, rung.id, rep.at)
    restartWindow(runState.window, '')
    this.heldTick++
    const to = run.rungs[contextStanding(run, runState, set, heldBefore).index] ?? rung
    const why = said.rule === '' ? '' : `${sayDrop(drop.reason, rung, rung)} ${to.id === rung.id ? 'Here that is new: the same again, made easier.' : 'Here that is new: one step back; what is held elsewhere stays held.'}`
    return { kind: to.id === rung.id ? 'again' : 'back', endsSet: true, toRungId: to.id, ...said, why }
  }

  private dropBack(step: Step, drop: Drop): Verdict {
    const { found, runState, tally, rep, said, refresher } = step
    const { rung, run, index } = found
    if (refresher) this.slip(step, drop.to)
    const to = Math.min(drop.to, runState.position)
    const target = run.rungs[to] ?? rung
    const why = said.rule === '' ? '' : sayDrop(drop.reason, rung, target)
    if (drop.to === index) {
      // A warm-up at the first rung may fail while the rung in hand lies higher: that one waits.
      runState.position = Math.min(runState.position, index)
      return { kind: 'again', endsSet: true, toRungId: rung.id, ...said, why: `${why} Nothing lies below: the same again, made easier.` }
    }
    noteDrop(tally, runState, rung.id, rep.at)
    markStuckByBlocks(run, runState, index)
    runState.position = to
    restartWindow(runState.window, '')
    return { kind: 'back', endsSet: true, toRungId: target.id, ...said, why }
  }

  /** A failed refresher takes away what lies above the rung to rebuild from, and shortens the half-life. */
  private slip(step: Step, rebuildFrom: number): void {
    const { found, runState } = step
    const { run, index } = found
    for (let i = Math.min(rebuildFrom + 1, index); i <= index; i++) {
      const rung = run.rungs[i]
      if (rung) (runState.tallies[rung.id] ??= emptyTally()).slipped = this.state.tick
    }
    this.show(step, false)
    this.tops.delete(found.runKey)
    this.heldTick++
  }
}

interface Said {
  readonly rule: string
  readonly counts: string
}
const unspoken: Verdict = { kind: 'go-on', endsSet: false, toRungId: '', rule: '', counts: '', why: '' }
const silent: Said = { rule: '', counts: '' }

interface Step {
  readonly found: RungPlaceInLadder
  readonly runState: RunState
  readonly tally: RungTally
  readonly set: SetContext
  readonly rep: RepFact
  readonly said: Said
  readonly heldBefore: number
  readonly refresher: boolean
  readonly climbing: boolean
  readonly progress: Progress
}

/** Whether a broken hold is put back at the same spot instead of shortened. A second break running shortens in any case. */
function putBack(rung: Rung, rep: RepFact, results: string, school: 'by-standing' | 'shorten' | 'put-back', held: boolean, refresher: boolean): boolean {
  if (rung.kind !== 'timed' || rep.outcome !== 'miss' || refresher || school === 'shorten' || results.endsWith('MM')) return false
  return school === 'put-back' || held
}

/** Two days alike in all say what a standing asks for; more would only grow. */
function noteMet(tally: RungTally, day: string, common: Common): void {
  const { place, level, kit, person } = common
  let alike = 0
  for (const m of tally.met) {
    if (m.place !== place || m.person !== person || m.kit !== kit || m.level !== level) continue
    if (m.day === day || ++alike === 2) return
  }
  const met: Met = { day, level, ...(place === undefined ? {} : { place }), ...(person === undefined ? {} : { person }), ...(kit === undefined ? {} : { kit }) }
  tally.met.push(met)
}

/** Clean reps a refresher of so many wants: the share that the rule wants. */
const cleanWanted = (rung: Rung, reps: number): number => (reps < rung.setReps ? Number.POSITIVE_INFINITY : Math.ceil((rung.rule.kind === 'row' ? 1 : rung.rule.k / rung.rule.n) * reps))
