import { ownRung, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Rung, Run } from '../curriculum/types'
import { contextStanding, noteMissed, noteReached, type ContextStanding } from './context'
import { tooEarlyBecause } from '../dog/early'
import { carryOver } from './carryOver'
import { dropAfter, lowWindow, putBack, type Drop } from './drop'
import { cleanWanted, failedRefresher } from './refresher'
import { countResult, noteMet } from './tally'
import { is } from '../curriculum/roles'
import { beginAnew, passedAgain } from './anew'
import { noKit } from '../curriculum/types'
import { compareFacts, type FactOrder, type RepFact, type SetContext, type SetFact } from '../facts/fact'
import { shutBecause, type Holds } from './gates'
import { afterRefresher, type Showing } from './memory'
import { regimeAt, type Regime, type Regimes } from './regime'
import { resultOf } from './result'
import type { Results } from '../rule/results'
import { asksOf, metBy, type Asks } from '../rule/rule'
import {
  noDay,
  emptyRunState,
  emptyTally,
  isHeldBy,
  talliesOf,
  topHeldBy,
  type DogState,
  type RungTally,
  type RunState,
} from './state'
import { clearTrouble, countBlock, markStuckByBlocks, noteBlock, noteDrop } from './trouble'
import type { Because, Ruling } from './voice'
import { lowest, restartWindow, slideWindow } from './window'

/** Called at the end of each refresher at what is held, with the half-life's history before it. */
export type OnRefresher = (runKey: string, before: readonly Showing[], showing: Showing) => void

/** How far a fold has come, so that it can go on exactly where it stopped. */
export interface Mark {
  /** The last rep folded, in the order in which facts count; undefined before the first. */
  readonly last: FactOrder | undefined
  /** The sets begun last, the newest at the end: more reps of theirs may come. */
  readonly sets: readonly SetSoFar[]
}

export interface SetSoFar {
  readonly id: string
  readonly reps: number
  readonly clean: number
}

/** House: a device, another and a set put right meanwhile; a rep of an older set folds everything anew. */
const setsMarked = 4

/** What is known of a set while its reps are folded. */
interface Progress {
  reps: number
  clean: number
  /**
   * The rules that what follows was looked up under; undefined for a set taken up again, which looks it up at its next
   * rep.
   */
  regime: Regime | undefined
  found: RungPlaceInLadder | undefined
  climb: Climb | undefined
  /** What the rung’s rule asks for, once a rep was judged. */
  asks: Asks | undefined
  tally: RungTally | undefined
  /** Number of the highest rung held, −1 when none is. */
  top: number
  /** The value of `heldTick` for which `shut`, `top` and `context` are right. */
  asOf: number
  shut: string | undefined
  context: ContextStanding | undefined
}

/** A run as the fold holds it: its state, and the same tallies by number. */
interface Climb {
  readonly run: Run
  readonly state: RunState
  readonly tallies: (RungTally | undefined)[]
  /** Number of the highest rung held, −1 when none is; undefined until it is asked for. */
  top: number | undefined
}

/** Folds reps into a state. What it caches is only to be quick: everything that lasts is in the state. */
export class Fold {
  private readonly open = new Map<string, Progress>()
  private readonly climbs = new Map<string, Climb>()
  /** Raised whenever something may have come to be held or stopped being so, or a context moved. */
  private heldTick = 1
  private last: FactOrder | undefined

  constructor(
    readonly state: DogState,
    private readonly regimes: Regimes,
    private regime: Regime,
    private readonly onRefresher?: OnRefresher,
  ) {}

  /** Takes up a set in the middle. */
  resume(set: SetContext, before: readonly RepFact[]): void {
    const progress = this.begin(set)
    const rung = progress.found?.rung
    const isHeldNow = this.isHeldNow(set.rungId)
    this.open.set(set.id, {
      ...progress,
      reps: before.length,
      clean: rung ? before.filter((r) => resultOf(rung, set, r, this.regime.judging, isHeldNow) === 'C').length : 0,
    })
  }

  get now(): Regime {
    return this.regime
  }

  get mark(): Mark {
    const { last } = this
    return {
      last: last && { at: last.at, device: last.device, seq: last.seq },
      sets: [...this.open].slice(-setsMarked).map(([id, { reps, clean }]) => ({ id, reps, clean })),
    }
  }

  /** Takes up where an earlier fold stopped. */
  goOn(mark: Mark): void {
    this.last = mark.last
    for (const { id, reps, clean } of mark.sets)
      this.open.set(id, { ...this.begin({ rungId: '' }), regime: undefined, reps, clean })
  }

  /** Goes on under this regime, by way of all that came between. */
  enter(regime: Regime): void {
    if (regime === this.regime) return
    const to = this.regimes.indexOf(regime)
    for (let i = this.regimes.indexOf(this.regime) + 1; i <= to; i++) this.enterNext(this.regimes[i] ?? regime)
  }

  private isHeldNow(rungId: string): boolean {
    const found = ownRung(this.regime.curriculum, rungId)
    return found !== undefined && this.holds(found)
  }

  private enterNext(regime: Regime): void {
    if (regime.curriculum !== this.regime.curriculum) {
      carryOver(this.state, this.regime.curriculum, regime.curriculum)
      this.climbs.clear()
      this.heldTick++
    }
    this.regime = regime
    this.state.under = Math.max(0, regime.from)
    if (regime.anew) this.startAnew(regime.anew)
    for (const rungId of regime.starts ?? []) this.start(rungId)
  }

  /** Puts a rung in hand. One that this ladder does not have is passed over. */
  private start(rungId: string): void {
    const found = ownRung(this.regime.curriculum, rungId)
    if (!found) return
    const runState = (this.state.runs[found.runKey] ??= emptyRunState())
    runState.position = found.index
    restartWindow(runState.window, '')
    this.heldTick++
  }

  /** Begins rungs anew in every run that was ever worked. */
  private startAnew(rungIds: readonly string[]): void {
    const found = rungIds.flatMap((id) => ownRung(this.regime.curriculum, id) ?? [])
    for (const { run, runKey } of found.filter((f, i) => found.findIndex((o) => o.runKey === f.runKey) === i)) {
      const runState = this.state.runs[runKey]
      if (runState) beginAnew(run, runState, rungIds)
    }
    this.climbs.clear()
    this.heldTick++
  }

  private begin(set: Pick<SetContext, 'rungId'>): Progress {
    return {
      reps: 0,
      clean: 0,
      regime: this.regime,
      found: ownRung(this.regime.curriculum, set.rungId),
      climb: undefined,
      tally: undefined,
      asks: undefined,
      top: -1,
      asOf: 0,
      shut: undefined,
      context: undefined,
    }
  }

  /** Whole sets, their reps one after the other; false as soon as one comes before the last. */
  sets(sets: readonly SetFact[]): boolean {
    let last: RepFact | undefined
    const marked = sets.length - setsMarked
    for (let i = 0; i < sets.length; i++) {
      const set = sets[i]
      if (!set) continue
      let progress = this.begin(set)
      for (const rep of set.reps) {
        if (last && compareFacts(last, rep) > 0) return false
        last = rep
        progress = this.under(set, rep, progress)
        this.count(progress, set, rep, false)
      }
      if (i >= marked && set.reps.length > 0) this.open.set(set.id, progress)
    }
    this.last = last
    return true
  }

  /** One rep of a set that others may interrupt. */
  rep(set: SetContext, rep: RepFact, tell: boolean): Ruling {
    const known = this.open.get(set.id)
    this.last = rep
    const progress = this.under(set, rep, known ?? this.begin(set))
    if (progress !== known) this.open.set(set.id, progress)
    return this.count(progress, set, rep, tell)
  }

  /** What is known of the set under the rules in force at this rep. */
  private under(set: SetContext, rep: RepFact, progress: Progress): Progress {
    if (this.regimes.length > 1 && rep.at >= this.regime.from) this.enter(regimeAt(this.regimes, rep.at))
    return progress.regime === this.regime
      ? progress
      : { ...this.begin(set), reps: progress.reps, clean: progress.clean }
  }

  /**
   * Counts one rep. What it rules is made only when somebody wants to be told: a replay makes a hundred thousand of
   * them.
   */
  private count(progress: Progress, set: SetContext, rep: RepFact, tell: boolean): Ruling {
    progress.reps++
    this.state.tick++
    // What an owner shows fills the hands of the grid; it says nothing of what the dog was taught.
    if (set.turn === 'owner') return shownByOwner
    const { found } = progress
    if (!found) return this.movesNothing(set.rungId, progress.reps >= 10, 'this curriculum has no such rung')
    if (progress.asOf !== this.heldTick) this.look(progress, found, set)
    if (progress.shut !== undefined)
      return this.movesNothing(found.rung.id, progress.reps >= found.rung.setReps, progress.shut)
    return this.judge(found, progress, set, rep, tell)
  }

  /** Whether the rung is shut here, and how far it is here under what is held. */
  private look(progress: Progress, found: RungPlaceInLadder, set: SetContext): void {
    const { rung, run, index } = found
    progress.shut = shutBecause(this.state, this.regime.curriculum, rung, set, this.holds)
    const climb = this.climb(found)
    progress.top = climb ? this.topOf(climb) : -1
    progress.context =
      climb && progress.top >= 0 && index <= progress.top
        ? contextStanding(run, climb.state, set, progress.top)
        : undefined
    progress.asOf = this.heldTick
  }

  /** The run as it is climbed; undefined when it was never worked. */
  private climb(found: RungPlaceInLadder): Climb | undefined {
    const known = this.climbs.get(found.runKey)
    if (known) return known
    const state = this.state.runs[found.runKey]
    return state && this.take(found, state)
  }

  private take(found: RungPlaceInLadder, state: RunState): Climb {
    const climb: Climb = { run: found.run, state, tallies: talliesOf(found.run, state), top: undefined }
    this.climbs.set(found.runKey, climb)
    return climb
  }

  private readonly holds: Holds = (rung) => {
    const climb = this.climb(rung)
    return climb !== undefined && isHeldBy(climb.run, climb.tallies, rung.index)
  }

  private topOf(climb: Climb): number {
    return (climb.top ??= topHeldBy(climb.run, climb.tallies))
  }

  /** The counts of a rung of this climb. */
  private tally(climb: Climb, index: number): RungTally {
    const known = climb.tallies[index]
    const id = climb.run.rungs[index]?.id
    if (known || id === undefined) return known ?? emptyTally()
    return (climb.tallies[index] = climb.state.tallies[id] = emptyTally())
  }

  private movesNothing(rungId: string, endsSet: boolean, why: string): Ruling {
    this.state.beyond[rungId] = (this.state.beyond[rungId] ?? 0) + 1
    return { kind: 'moves-nothing', endsSet, toRungId: rungId, at: undefined, because: { kind: 'moves-nothing', why } }
  }

  private judge(found: RungPlaceInLadder, progress: Progress, set: SetContext, rep: RepFact, tell: boolean): Ruling {
    const { rung, run, index, runKey } = found
    const { judging } = this.regime
    const climb = (progress.climb ??=
      this.climb(found) ?? this.take(found, (this.state.runs[runKey] = emptyRunState())))
    const tally = (progress.tally ??= this.tally(climb, index))
    const runState = climb.state
    const heldBefore = progress.top
    const climbing = progress.context !== undefined && progress.context.open.length > 0
    const asksHeld = rep.faults.length > 0 || (rep.outcome === 'miss' && rung.kind === 'timed')
    const heldHere = asksHeld && index <= heldBefore && isHeldBy(run, climb.tallies, index)
    const refresher = set.purpose === 'refresh' && !climbing && heldBefore >= 0 && index === heldBefore
    // A refresher is judged by its own reps: what was done before it says nothing about what is left.
    if (refresher && progress.reps === 1) restartWindow(runState.window, rung.id)
    const result = resultOf(rung, set, rep, judging, heldHere)
    if (result === 'C') progress.clean++
    if (climbing || index > heldBefore || refresher) this.state.gained++
    countResult(tally, result)
    noteBlock(tally, set.blockId)
    slideWindow(runState.window, rung.id, result, set, rep.at)
    const { window } = runState
    const { results } = window
    const offered =
      judging.skipOffered &&
      rung.stage === 'shape' &&
      tally.reps === 2 &&
      tally.clean === 2 &&
      tally.met.length === 0 &&
      is(rung, 'bed')
    // Whatever the window holds: a hold that broke and a recall that was missed never move on.
    const stops = result === 'M' && (rung.kind === 'timed' || rung.kind === 'recall')
    const asks = (progress.asks ??= asksOf(rung.rule))
    if (!stops && (metBy(asks, window.results) || offered))
      return this.meet(
        { found, climb, tally, set, rep, results, tell, heldBefore, refresher, climbing, progress },
        offered ? 2 : asks.span,
      )

    // A clean rep drops nothing but by a window full of others, or as the last of a refresher.
    const stands =
      (result === 'C' && !refresher && window.results.length < lowWindow) ||
      putBack(rung, result, window.results, judging.brokenStay, heldHere && !climbing, refresher)
    const drop = stands
      ? undefined
      : (dropAfter(run, index, result, rep.brokeSeconds, window) ??
        (refresher && progress.reps >= rung.setReps ? failedRefresher(index, progress) : undefined))
    const ends = drop !== undefined || progress.reps >= rung.setReps
    if (ends) countBlock(tally)
    if (drop || ends) {
      const at: RepAt = { found, climb, tally, set, rep, results, tell, heldBefore, refresher, climbing, progress }
      if (drop) return climbing ? this.stepBack(at, drop) : this.dropBack(at, drop)
      this.notePractice(at)
    }
    markStuckByBlocks(run, runState, tally, index)
    if (!tell) return untold
    const isPutBack = result === 'M' && rung.kind === 'timed'
    return {
      kind: ends ? 'again' : 'go-on',
      endsSet: ends,
      toRungId: rung.id,
      at: { rung, results },
      because: { kind: 'counting', putBack: isPutBack ? (heldHere ? 'held before' : 'not held') : undefined },
    }
  }

  private meet(at: RepAt, span: number): Ruling {
    const { found, climb, tally, set, rep, heldBefore, refresher } = at
    const { rung, run, index } = found
    const runState = climb.state
    const { window } = runState
    const common = {
      place: window.placeReps >= span ? window.place : undefined,
      level: lowest(window.levels, span),
      kit: window.kitReps >= span ? window.kit : undefined,
      person: window.personReps >= span ? window.person : undefined,
      loose: window.leashed < span,
    }
    const isFirst = tally.met.length === 0
    noteMet(tally, set.unsure === true ? noDay : set.day, common)
    tally.lastMet = this.state.tick
    const further = noteReached(run, runState, index, heldBefore, common)
    clearTrouble(run, runState, climb.tallies, index)
    restartWindow(window, rung.id)
    const advanced = index >= runState.position
    if (advanced) runState.position = index + 1
    if (runState.again !== undefined) passedAgain(run, runState, index)
    const top = (climb.top = topHeldBy(run, climb.tallies, heldBefore))
    this.heldTick++
    // What a dog that never misses needs as well: a first pass, what comes to be held, a step in what is new, a
    // refresher.
    if (isFirst || top > heldBefore || refresher || (at.climbing && further)) this.state.came += span
    if (top >= 0) {
      if (!runState.memory) runState.memory = { since: rep.at, shown: [] }
      else if (refresher) this.show(at, true)
      else if (index >= heldBefore) runState.memory = { since: rep.at, shown: runState.memory.shown }
    }
    if (!at.tell) return untold
    const context = top >= 0 && index <= top ? contextStanding(run, runState, set, top) : undefined
    const next = advanced ? run.rungs[runState.position] : at.climbing && context ? run.rungs[context.index] : undefined
    const onward = next !== undefined && next.id !== rung.id
    const waits = next && onward ? this.notYet(next, set) : undefined
    if (next && waits !== undefined)
      return ended(at, advanced ? 'waits' : 'met-again', rung, { kind: 'met-waits', next, until: waits })
    return ended(at, advanced || (at.climbing && onward) ? 'moves-on' : 'met-again', onward ? next : rung, {
      kind: 'met',
    })
  }

  /**
   * Why the rung that comes next is not open here yet, as a suggestion would say it. A rung of another kind of place is
   * judged there.
   */
  private notYet(next: Rung, set: SetContext): string | undefined {
    const placeKind = next.criterion.place ?? set.placeKind
    const { age, curriculum } = this.regime
    return (
      (age && tooEarlyBecause(next, age, set.day, placeKind)) ??
      shutBecause(
        this.state,
        curriculum,
        next,
        { placeId: set.placeId, placeKind, level: set.level, kit: next.gate === undefined ? set.kit : noKit },
        this.holds,
      )
    )
  }

  private show(at: RepAt, clean: boolean): void {
    const { rep, found } = at
    const runState = at.climb.state
    if (!runState.memory) return
    const before = runState.memory.shown
    runState.memory = afterRefresher(runState.memory, rep.at, clean)
    const showing = runState.memory.shown.at(-1)
    if (showing) this.onRefresher?.(found.runKey, before, showing)
  }

  /** A set that came off more often than not, at the top held rung or above it, keeps the command fresh. */
  private notePractice(at: RepAt): void {
    const { found, heldBefore, rep, progress, refresher } = at
    const runState = at.climb.state
    if (!runState.memory || heldBefore < 0 || found.index < heldBefore) return
    if (progress.clean * 2 <= progress.reps) return
    if (refresher && progress.clean >= cleanWanted(found.rung, progress.reps)) this.show(at, true)
    else runState.memory = { since: rep.at, shown: runState.memory.shown }
  }

  /** Back one step of the relaxed climb in what is new; the ladder itself stays where it is. */
  private stepBack(at: RepAt, drop: Drop): Ruling {
    const { found, tally, set, rep, heldBefore, progress } = at
    const { rung, run, index } = found
    const runState = at.climb.state
    noteMissed(
      run,
      runState,
      index,
      heldBefore,
      progress.context?.open ?? [],
      drop.reason.kind === 'two-crooked' ? drop.to : undefined,
    )
    noteDrop(tally, runState, rung.id, rep.at)
    restartWindow(runState.window, '')
    this.heldTick++
    if (!at.tell) return untold
    const to = run.rungs[contextStanding(run, runState, set, heldBefore).index] ?? rung
    return ended(at, to.id === rung.id ? 'again' : 'back', to, { kind: 'eased', reason: drop.reason, to })
  }

  private dropBack(at: RepAt, drop: Drop): Ruling {
    const { found, tally, rep, refresher } = at
    const { rung, run, index } = found
    const runState = at.climb.state
    if (refresher) this.slip(at, drop.to)
    const to = Math.min(drop.to, runState.position)
    const target = run.rungs[to] ?? rung
    if (drop.to === index) {
      // A warm-up at the first rung may fail while the rung in hand lies higher: that one waits.
      runState.position = Math.min(runState.position, index)
      // Nothing lies below the first rung, and what went wrong there counts as anywhere. A window that has run low
      // begins anew: it would end the set at every rep from here on.
      if (drop.reason.kind !== 'two-crooked') {
        noteDrop(tally, runState, rung.id, rep.at)
        markStuckByBlocks(run, runState, tally, index)
      }
      if (drop.reason.kind === 'window-low' || drop.reason.kind === 'three-misses') restartWindow(runState.window, '')
      return at.tell
        ? ended(at, 'again', rung, {
            kind: 'dropped',
            reason: drop.reason,
            to: target,
            lowest: drop.reason.kind !== 'two-crooked' || index === 0,
          })
        : untold
    }
    noteDrop(tally, runState, rung.id, rep.at)
    markStuckByBlocks(run, runState, tally, index)
    runState.position = to
    restartWindow(runState.window, '')
    return at.tell
      ? ended(at, 'back', target, { kind: 'dropped', reason: drop.reason, to: target, lowest: false })
      : untold
  }

  /** A failed refresher takes away what lies above the rung to rebuild from, and shortens the half-life. */
  private slip(at: RepAt, rebuildFrom: number): void {
    const { found, climb } = at
    for (let i = Math.min(rebuildFrom + 1, found.index); i <= found.index; i++)
      this.tally(climb, i).slipped = this.state.tick
    this.show(at, false)
    climb.top = undefined
    this.heldTick++
  }
}

/** What nobody asked to be told. */
const untold: Ruling = { kind: 'go-on', endsSet: false, toRungId: '', at: undefined, because: { kind: 'met' } }

/** In the owner’s turn of a demonstration nothing moves. */
const shownByOwner: Ruling = {
  kind: 'moves-nothing',
  endsSet: false,
  toRungId: '',
  at: undefined,
  because: { kind: 'moves-nothing', why: 'the owner’s turn of a demonstration moves no ladder' },
}

/** A ruling that ends the set. */
const ended = ({ found, results }: RepAt, kind: Ruling['kind'], to: Rung, because: Because): Ruling => ({
  kind,
  endsSet: true,
  toRungId: to.id,
  at: { rung: found.rung, results },
  because,
})

interface RepAt {
  readonly found: RungPlaceInLadder
  readonly climb: Climb
  readonly tally: RungTally
  readonly set: SetContext
  readonly rep: RepFact
  /** The window with this rep as the newest, before anything restarts it. */
  readonly results: Results
  /** Somebody wants to be told. */
  readonly tell: boolean
  readonly heldBefore: number
  readonly refresher: boolean
  readonly climbing: boolean
  readonly progress: Progress
}
