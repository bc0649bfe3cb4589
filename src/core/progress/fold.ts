import { ownRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { compareFacts, type RepFact, type SetContext, type SetFact } from '../facts/fact'
import { Fold } from './machine'
import type { Checkpoint } from './checkpoint'
import { newest, regimeAt, type Regime, type Regimes } from './regime'
import type { OnRefresher } from './repAt'
import { copyLadderState, copyState, emptyDogState, type DogState } from './state'
import type { Ruling } from './ruling'
import { rulingText, type Verdict } from './voice'

/** The state after all these facts, folded in the order of time, device and sequence whatever order they came in. */
export function foldDog(regimes: Regimes, sets: readonly SetFact[], onRefresher?: OnRefresher): DogState {
  return foldMarked(regimes, sets, onRefresher).state
}

/** The state after all these facts, and how far they are. */
export function foldMarked(
  regimes: Regimes,
  sets: readonly SetFact[],
  onRefresher?: OnRefresher,
): { readonly state: DogState; readonly mark: Checkpoint } {
  const refreshers: Parameters<OnRefresher>[] = []
  const note: OnRefresher | undefined = onRefresher && ((...refresher) => refreshers.push(refresher))
  // They nearly always come in order: that is found out on the way, and what was folded till then is thrown away when
  // not.
  let fold = new Fold(emptyDogState(), regimes, regimes[0], note)
  if (!fold.sets(sets)) {
    refreshers.length = 0
    fold = new Fold(emptyDogState(), regimes, regimes[0], note)
    for (const { set, rep } of inOrder(sets)) fold.rep(set, rep, false)
  }
  if (onRefresher) for (const refresher of refreshers) onRefresher(...refresher)
  fold.enter(newest(regimes))
  return { state: fold.state, mark: fold.mark }
}

/**
 * The state after what came in for these sets (each with all its reps), the same as if everything had been folded
 * together; undefined when it does not simply come after what was folded: a rep lies before the mark, before the rules
 * in force began, or belongs to a set too old to be in the mark. The given state is left as it was.
 */
export function foldFrom(
  state: DogState,
  mark: Checkpoint,
  regimes: Regimes,
  sets: readonly SetFact[],
): { readonly state: DogState; readonly mark: Checkpoint } | undefined {
  const further: { set: SetFact; rep: RepFact }[] = []
  for (const set of sets) {
    const fresh = set.reps.filter((rep) => mark.last === undefined || compareFacts(mark.last, rep) < 0)
    if (set.reps.length - fresh.length !== (mark.sets.find((s) => s.id === set.id)?.reps ?? 0)) return undefined
    for (const rep of fresh) further.push({ set, rep })
  }
  if (further.some(({ rep }) => rep.at < state.under)) return undefined
  further.sort((a, b) => compareFacts(a.rep, b.rep))
  const regime = regimeAt(regimes, state.under)
  const sameRules = regime === newest(regimes)
  const rungs = further.map(({ set }) => set.rungId)
  const fold = new Fold(sameRules ? copyFor(state, regime.curriculum, rungs) : copyState(state), regimes, regime)
  fold.goOn(mark)
  for (const { set, rep } of further) fold.rep(set, rep, false)
  fold.enter(newest(regimes))
  return { state: fold.state, mark: fold.mark }
}

/** The state after these further sets; the given state is left as it was. */
export function foldOnto(state: DogState, regimes: Regimes, sets: readonly SetFact[]): DogState {
  const fold = new Fold(copyState(state), regimes, regimeAt(regimes, state.under))
  for (const { set, rep } of inOrder(sets)) fold.rep(set, rep, false)
  return fold.state
}

/** Folds rep after rep onto one state of its own, without a copy at each: for simulations and judges. */
export class Stepper {
  private readonly fold: Fold

  constructor(
    private readonly regimes: Regimes,
    state: DogState = emptyDogState(),
  ) {
    this.fold = new Fold(copyState(state), regimes, regimeAt(regimes, state.under))
  }

  /** The state as it is now; it changes with every further rep. */
  get state(): DogState {
    return this.fold.state
  }

  /** The regime in force. */
  get regime(): Regime {
    return this.fold.now
  }

  /** One more rep, and what it means; reps come in the order in which they count. */
  rep(set: SetContext, rep: RepFact): Verdict {
    return rulingText(this.fold.rep(set, rep, true))
  }

  /** Counts one rep and rules without words: for simulations, and where most rulings are not shown. */
  step(set: SetContext, rep: RepFact, tell = true): Ruling {
    return this.fold.rep(set, rep, tell)
  }

  /** Goes on to what holds at this moment, though no rep was done since. */
  wait(until: number): void {
    this.fold.enter(regimeAt(this.regimes, until))
  }
}

/** Folds day by day, telling what stood at the end of each day that was worked. */
export function foldByDay(
  regimes: Regimes,
  sets: readonly SetFact[],
  onDayEnd: (day: string, state: DogState, regime: Regime) => void,
): void {
  const fold = new Fold(emptyDogState(), regimes, regimes[0])
  let day: string | undefined
  for (const { set, rep } of inOrder(sets)) {
    if (day !== undefined && set.day !== day) onDayEnd(day, fold.state, fold.now)
    day = set.day
    fold.rep(set, rep, false)
  }
  if (day !== undefined) onDayEnd(day, fold.state, fold.now)
}

/** All reps of these sets with their sets, in the order they count. */
function inOrder(sets: readonly SetFact[]): readonly { readonly set: SetFact; readonly rep: RepFact }[] {
  const reps: { set: SetFact; rep: RepFact }[] = []
  for (const set of sets) for (const rep of set.reps) reps.push({ set, rep })
  return reps.sort((a, b) => compareFacts(a.rep, b.rep))
}

/** The state after one more rep, and what it means. The given state is left as it was. */
export function applyRep(
  state: DogState,
  regimes: Regimes,
  set: SetContext,
  rep: RepFact,
  before: readonly RepFact[],
): { state: DogState; verdict: Verdict } {
  const regime = regimeAt(regimes, state.under)
  // A rep changes its own run and no other, but a change of rules may change them all.
  const fold = new Fold(
    regimeAt(regimes, rep.at).fromMs > regime.fromMs
      ? copyState(state)
      : copyFor(state, regime.curriculum, [set.rungId]),
    regimes,
    regime,
  )
  fold.resume(set, before)
  return { verdict: rulingText(fold.rep(set, rep, true)), state: fold.state }
}

/**
 * A state that may be folded on at these rungs without touching the given one: a rep changes its own run and no other,
 * and what is not changed stays the very same.
 */
function copyFor(state: DogState, curriculum: Curriculum, rungIds: readonly string[]): DogState {
  const runs = { ...state.runs }
  for (const key of new Set(rungIds.map((id) => ownRung(curriculum, id)?.ladderKey))) {
    const run = key === undefined ? undefined : state.runs[key]
    if (key !== undefined && run !== undefined) runs[key] = copyLadderState(run)
  }
  return { ...state, runs, beyond: { ...state.beyond } }
}
