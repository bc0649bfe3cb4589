import { ownRung, type RungPlaceInLadder } from '../curriculum/lookup'
import { is } from '../curriculum/roles'
import { compareFacts, type FactOrder, type RepFact, type SetContext, type SetFact } from '../facts/fact'
import { asksOf, metBy } from '../rule/rule'
import { resetRungs } from './resetRungs'
import { carryOver } from './carryOver'
import { LadderProgresses, tallyOf, topOf } from './ladderProgress'
import { contextStatus } from './contextStatus'
import { dropAfter, lowWindow, putBack } from './dropBack'
import { dropBack, stepBack } from './dropped'
import { lockedReason } from './gates'
import { setsMarked, type Checkpoint } from './checkpoint'
import { meet } from './met'
import { beginCold, failedRefresher, isRefresher } from './refresher'
import { regimeAt, type Regime, type Regimes } from './regime'
import type { Folding, OnRefresher, Progress, RepAt } from './repAt'
import { resultOf } from './result'
import { movesNothing, shownByOwner, untold, type Ruling } from './ruling'
import { noteFirstRep, notePractice } from './coldReps'
import { emptyLadderState, isMasteredBy, type DogState } from './state'
import { countResult } from './tally'
import { countBlock, markStuckByBlocks, noteBlock } from './stuckDetection'
import { restartWindow, slideWindow } from './window'
import type { RungId } from '../ids'

/** Folds reps into a state. What it caches is only to be quick: everything that lasts is in the state. */
export class Fold implements Folding {
  private readonly open = new Map<string, Progress>()
  readonly climbs: LadderProgresses
  /** Raised whenever something may have come to be held or stopped being so, or a context moved. */
  private heldTick = 1
  private last: FactOrder | undefined

  constructor(
    readonly state: DogState,
    private readonly regimes: Regimes,
    private regime: Regime,
    readonly onRefresher: OnRefresher | undefined = undefined,
  ) {
    this.climbs = new LadderProgresses(state)
  }

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

  moved(): void {
    this.heldTick++
  }

  get mark(): Checkpoint {
    const { last } = this
    return {
      last: last && { at: last.at, device: last.device, seq: last.seq },
      sets: [...this.open].slice(-setsMarked).map(([id, { reps, clean }]) => ({ id, reps, clean })),
    }
  }

  /** Takes up where an earlier fold stopped. */
  goOn(mark: Checkpoint): void {
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

  private isHeldNow(rungId: RungId): boolean {
    const found = ownRung(this.regime.curriculum, rungId)
    return found !== undefined && this.climbs.holds(found)
  }

  private enterNext(regime: Regime): void {
    if (regime.curriculum !== this.regime.curriculum) {
      carryOver(this.state, this.regime.curriculum, regime.curriculum)
      this.climbs.clear()
      this.moved()
    }
    this.regime = regime
    this.state.under = Math.max(0, regime.fromMs)
    if (regime.anew) this.startAnew(regime.anew)
    for (const rungId of regime.starts ?? []) this.start(rungId)
  }

  /** Puts a rung in hand. One that this ladder does not have is passed over. */
  private start(rungId: RungId): void {
    const found = ownRung(this.regime.curriculum, rungId)
    if (!found) return
    const runState = (this.state.runs[found.ladderKey] ??= emptyLadderState())
    runState.position = found.index
    restartWindow(runState.window, '')
    this.moved()
  }

  /** Begins rungs again in every run that was ever worked. */
  private startAnew(rungIds: readonly string[]): void {
    const found = rungIds.flatMap((id) => ownRung(this.regime.curriculum, id) ?? [])
    for (const { ladder, ladderKey } of found.filter(
      (f, i) => found.findIndex((o) => o.ladderKey === f.ladderKey) === i,
    )) {
      const runState = this.state.runs[ladderKey]
      if (runState) resetRungs(ladder, runState, rungIds)
    }
    this.climbs.clear()
    this.moved()
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
    if (this.regimes.length > 1 && rep.at >= this.regime.fromMs) this.enter(regimeAt(this.regimes, rep.at))
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
    if (!found) return this.beyond(set.rungId, progress.reps >= 10, 'that rung is not in this curriculum')
    if (progress.asOf !== this.heldTick) this.look(progress, found, set)
    if (progress.shut !== undefined)
      return this.beyond(found.rung.id, progress.reps >= found.rung.setReps, progress.shut)
    return this.judge(found, progress, set, rep, tell)
  }

  /** Whether the rung is shut here, and how far it is here under what is held. */
  private look(progress: Progress, found: RungPlaceInLadder, set: SetContext): void {
    const { rung, ladder, index } = found
    progress.shut = lockedReason(this.state, this.regime.curriculum, rung, set, this.climbs.holds)
    const climb = this.climbs.of(found)
    progress.top = climb ? topOf(climb) : -1
    progress.context =
      climb && progress.top >= 0 && index <= progress.top
        ? contextStatus(ladder, climb.state, set, progress.top)
        : undefined
    progress.asOf = this.heldTick
  }

  private beyond(rungId: RungId, endsSet: boolean, why: string): Ruling {
    this.state.beyond[rungId] = (this.state.beyond[rungId] ?? 0) + 1
    return movesNothing(rungId, endsSet, why)
  }

  private judge(found: RungPlaceInLadder, progress: Progress, set: SetContext, rep: RepFact, tell: boolean): Ruling {
    const { rung, ladder, index } = found
    const { judging } = this.regime
    const climb = (progress.climb ??= this.climbs.begun(found))
    const tally = (progress.tally ??= tallyOf(climb, index))
    const runState = climb.state
    const heldBefore = progress.top
    const climbing = progress.context !== undefined && progress.context.open.length > 0
    const asksHeld = rep.faults.length > 0 || (rep.outcome === 'miss' && rung.kind === 'timed')
    const heldHere = asksHeld && index <= heldBefore && isMasteredBy(ladder, climb.tallies, index)
    const refresher = isRefresher(set, index, heldBefore, climbing)
    if (refresher) beginCold(runState.window, rung.id, progress.reps)
    const result = resultOf(rung, set, rep, judging, heldHere)
    if (result === 'C') progress.clean++
    if (climbing || index > heldBefore || refresher) this.state.gained++
    if (climbing || index > heldBefore) runState.workedAt = rep.at
    countResult(tally, result)
    noteBlock(tally, set.blockId)
    if (!refresher && runState.memory)
      noteFirstRep(this, {
        ladderKey: found.ladderKey,
        runState,
        at: rep.at,
        index,
        heldBefore,
        climbing,
        clean: result === 'C',
      })
    slideWindow(runState.window, rung, result, set, rep.at)
    const { window } = runState
    const { results } = window
    const offered =
      judging.skipOffered &&
      rung.stage === 'shape' &&
      tally.reps === 2 &&
      tally.clean === 2 &&
      tally.met.length === 0 &&
      is(rung, 'bed')
    const sentBack = () => dropAfter(ladder, index, result, rep.brokeSeconds, window)
    // Whatever the window holds: what sends the dog back never moves it on.
    const drops = result === 'C' ? undefined : sentBack()
    const asks = (progress.asks ??= asksOf(rung.rule))
    if (!drops && (metBy(asks, window.results) || offered))
      return meet(
        this,
        { found, climb, tally, set, rep, results, tell, heldBefore, refresher, climbing, progress },
        offered ? 2 : asks.span,
        offered,
      )

    // A clean rep drops nothing but by a window full of others, or as the last of a refresher.
    const stands =
      (result === 'C' && !refresher && window.results.length < lowWindow) ||
      putBack(rung, result, window.results, judging.brokenStay, heldHere && !climbing, refresher)
    const drop = stands
      ? undefined
      : ((result === 'C' ? sentBack() : drops) ??
        (refresher && progress.reps >= rung.setReps ? failedRefresher(index, progress) : undefined))
    const ends = drop !== undefined || progress.reps >= rung.setReps
    if (ends) countBlock(tally)
    if (drop || ends) {
      const at: RepAt = { found, climb, tally, set, rep, results, tell, heldBefore, refresher, climbing, progress }
      if (drop) return climbing ? stepBack(this, at, drop) : dropBack(this, at, drop)
      notePractice(this, at)
    }
    markStuckByBlocks(ladder, runState, tally, index)
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
}
