import type { Rung, Ladder } from '../curriculum/types'
import type { Memory } from './retention'
import type { Results } from '../rule/results'
import type { EpochMs } from '../epochMs'

/** The day of a meeting nobody can date: it passes a rung and holds nothing. */
export const noDay = ''

/** One meeting of a rung's rule. Place, person and kit are named only when every rep of the window was theirs. */
export interface Met {
  readonly day: string
  /** The lowest distraction level in the window. */
  readonly level: number
  readonly place?: string
  readonly person?: string
  readonly kit?: string
  /** Some rep of the window was done on no kit: it counts toward no gate. */
  readonly loose?: true
}

export interface RungTally {
  reps: number
  clean: number
  helped: number
  late: number
  miss: number
  /** Meetings of the rule; no more than two days are kept for the same place, person, kit and level. */
  met: Met[]
  /** `tick` of the newest meeting, 0 when never. */
  lastMet: number
  /** `tick` at which a failed refresher took the rung away, 0 when none did. */
  slipped: number
  /** Times of drops from this rung since it was last passed, newest last. */
  drops: readonly number[]
  /** Blocks that worked it since it was last passed. */
  blocks: number
  openBlock: string
  countedBlock: string
}

/** The newest reps at one rung, oldest first, and for how many of them place, person and kit have been the same. */
export interface Window {
  /** Id of the rung, empty before the first rep. */
  rung: string
  lastAt: EpochMs
  results: Results
  /** The distraction level of each, a digit. */
  levels: string
  place: string
  placeReps: number
  person: string
  personReps: number
  kit: string
  kitReps: number
  /** How many of the newest reps were done on leash. */
  leashed: number
  late: number
  crooked: number
}

/** How far one new thing (a cell of the grid, a piece of kit, a pair of hands) has come; rungs by id. */
export interface ContextProgress {
  /** The highest rung whose rule was met with it. */
  readonly reached?: string
  /** Where a miss sent it back to, until that is passed again. */
  readonly back?: string
}

export interface LadderState {
  /** Number of the rung to work on; equal to the number of rungs once the last is passed. */
  position: number
  /** When it was last worked on something that it cannot do yet, ms since the epoch; 0 when never. */
  workedAt: EpochMs
  window: Window
  /** By rung id. */
  tallies: Record<string, RungTally>
  /** How far each cell of the grid, kit and pair of hands has come. */
  climbs: Record<string, ContextProgress>
  memory?: Memory | undefined
  /** A rung that must be passed again before what lies behind it counts: it asks for something else than it did. */
  again?: string | undefined
  /** The rung that was in hand when a new ladder left it out, and the one that stands in for it; none at the top. */
  left?: { readonly rung: string; readonly instead: string | undefined } | undefined
  stuck?: { rung: string; why: 'three-drops' | 'three-blocks' } | undefined
}

/** Everything derived from the facts of one dog in one residency; holds nothing that depends on the clock. */
export interface DogState {
  /**
   * The moment from which the rules hold under which it was folded last, ms since the epoch; 0 for those that held from
   * the beginning.
   */
  under: number
  /** Counts reps; orders meetings and slips. */
  tick: number
  /**
   * Reps that could bring something nearer or keep it: at a rung not yet held, where something is new, or in a
   * refresher. Warm-ups are none.
   */
  gained: number
  /** Of these, as many as a dog that never misses would have needed for what came of them. */
  came: number
  runs: Record<string, LadderState>
  /** Reps recorded beyond a shut gate, or at a place rung somewhere else: kept, and moving nothing on. */
  beyond: Record<string, number>
}

export const emptyDogState = (): DogState => ({ under: 0, tick: 0, gained: 0, came: 0, runs: {}, beyond: {} })

export const emptyTally = (): RungTally => ({
  reps: 0,
  clean: 0,
  helped: 0,
  late: 0,
  miss: 0,
  met: [],
  lastMet: 0,
  slipped: 0,
  drops: [],
  blocks: 0,
  openBlock: '',
  countedBlock: '',
})

export const emptyLadderState = (): LadderState => ({
  position: 0,
  workedAt: 0,
  window: {
    rung: '',
    lastAt: 0,
    results: '',
    levels: '',
    place: '',
    placeReps: 0,
    person: '',
    personReps: 0,
    kit: '',
    kitReps: 0,
    leashed: 0,
    late: 0,
    crooked: 0,
  },
  tallies: {},
  climbs: {},
  memory: undefined,
  stuck: undefined,
})

/** Whether any rep was ever done on a run. */
export const isWorked = (run: LadderState | undefined): boolean =>
  run !== undefined && Object.keys(run.tallies).length > 0

/** A copy that may be folded on without touching the given one: window, tallies and lists of meetings are its own. */
export const copyLadderState = (run: LadderState): LadderState => ({
  ...run,
  window: { ...run.window },
  tallies: Object.fromEntries(
    Object.entries(run.tallies).map(([id, tally]) => [id, { ...tally, met: [...tally.met] }]),
  ),
  climbs: { ...run.climbs },
})

/** A copy of all of it that may be folded on without touching the given one. */
export const copyState = (state: DogState): DogState => ({
  ...state,
  runs: Object.fromEntries(Object.entries(state.runs).map(([key, run]) => [key, copyLadderState(run)])),
  beyond: { ...state.beyond },
})

/** The counts of one rung, or undefined when it was never worked. */
export const tallyOf = (ladder: Ladder, state: LadderState | undefined, index: number): RungTally | undefined => {
  const id = ladder.rungs[index]?.id
  return id === undefined ? undefined : state?.tallies[id]
}

const harder = new WeakMap<Ladder, readonly (readonly string[])[]>()

/** Ids of this rung and of harder ones on the same axis, by the rung's number: those whose meetings count for it. */
function harderOf(ladder: Ladder): readonly (readonly string[])[] {
  let known = harder.get(ladder)
  if (!known) {
    known = ladder.rungs.map((rung, i) => ladder.rungs.slice(i).flatMap((r) => (r.axis === rung.axis ? [r.id] : [])))
    harder.set(ladder, known)
  }
  return known
}

const noIds: readonly string[] = []

/** Tallies of this rung and of harder ones on the same axis: those whose meetings count for it. */
function countingFor(ladder: Ladder, state: LadderState, index: number): readonly RungTally[] {
  const found: RungTally[] = []
  for (const id of harderOf(ladder)[index] ?? noIds) {
    const tally = state.tallies[id]
    if (tally) found.push(tally)
  }
  return found
}

/** Whether this rung waits for one below it that asks for something else than it did. */
export function waitsAgain(ladder: Ladder, state: LadderState | undefined, index: number): boolean {
  const askedAgain = state?.again
  if (askedAgain === undefined) return false
  const at = ladder.rungs.findIndex((r) => r.id === askedAgain)
  return at >= 0 && index > at
}

/** The rule was met here, or at a harder rung on the same axis, at least once. */
export const isPassed = (ladder: Ladder, state: LadderState | undefined, index: number): boolean =>
  state !== undefined && countingFor(ladder, state, index).some((t) => t.met.length > 0)

/** Where and how a meeting must have been to count. */
export interface Asked {
  readonly level?: number
  readonly place?: string
  readonly person?: string
  /** Only what was done on leash throughout. */
  readonly leashed?: boolean
}

const counts = (met: Met, asked: Asked): boolean =>
  (asked.level === undefined || met.level >= asked.level) &&
  (asked.place === undefined || met.place === asked.place) &&
  (asked.person === undefined || met.person === asked.person) &&
  !(asked.leashed === true && met.loose === true)

/**
 * Days on which the rule was met at this rung or a harder one on the same axis, in an equal or harder context, in
 * order.
 */
export function daysPassed(
  ladder: Ladder,
  state: LadderState | undefined,
  index: number,
  asked: Asked = {},
): readonly string[] {
  if (!state) return []
  const days: string[] = []
  for (const tally of countingFor(ladder, state, index))
    for (const met of tally.met)
      if (met.day !== noDay && counts(met, asked) && !days.includes(met.day)) days.push(met.day)
  return days.length > 1 ? days.sort() : days
}

/** Days it takes to hold: passed, and clean again on a second day. */
export const daysToMaster = 2

/** The day from which the rung counts as held; undefined when it is not, or when a failed refresher took it away. */
export function masteredSince(
  ladder: Ladder,
  state: LadderState | undefined,
  index: number,
  asked: Asked = {},
): string | undefined {
  if (!state || hasSlipped(ladder, state, index)) return undefined
  return daysPassed(ladder, state, index, asked)[daysToMaster - 1]
}

function hasSlipped(ladder: Ladder, state: LadderState, index: number): boolean {
  const slipped = tallyOf(ladder, state, index)?.slipped ?? 0
  return slipped > 0 && !countingFor(ladder, state, index).some((t) => t.lastMet > slipped)
}

/**
 * The counts of a run's rungs by number, undefined where a rung was never worked: the fold looks them up by the hundred
 * thousand.
 */
export type Tallies = readonly (RungTally | undefined)[]

export const talliesOf = (ladder: Ladder, state: LadderState): (RungTally | undefined)[] =>
  ladder.rungs.map((r) => state.tallies[r.id])

/**
 * Whether the rung is held: what `masteredSince` asks, without the day; `onLeash` counts only what was done on leash
 * throughout.
 */
export const isMastered = (ladder: Ladder, state: LadderState | undefined, index: number, onLeash = false): boolean =>
  state !== undefined && isMasteredBy(ladder, talliesOf(ladder, state), index, onLeash)

/** Whether a rung is mastered, from the ladder’s tallies. Called for every set, so it allocates nothing. */
export function isMasteredBy(ladder: Ladder, tallies: Tallies, index: number, onLeash = false): boolean {
  const worked = ladder.rungs[index]
  if (!worked) return false
  const slipped = tallies[index]?.slipped ?? 0
  let first = noDay
  let second = false
  let metSince = slipped === 0
  for (let i = index; i < ladder.rungs.length; i++) {
    const tally = tallies[i]
    if (!tally || ladder.rungs[i]?.axis !== worked.axis) continue
    if (tally.lastMet > slipped) metSince = true
    for (const met of tally.met) {
      if (onLeash && met.loose === true) continue
      if (first === noDay) first = met.day
      else if (met.day !== first && met.day !== noDay) second = true
    }
    if (second && metSince) return true
  }
  return false
}

const noMeetings: readonly Met[] = []

/** Days and meetings of the rungs looked at so far on one axis. */
interface Seen {
  day: string
  twoDays: boolean
  lastMet: number
}

/**
 * Number of the highest rung of the run that is held, −1 when none is. One pass from the top: what was met higher up on
 * the same axis counts for what lies below.
 */
export const topMastered = (ladder: Ladder, state: LadderState | undefined): number =>
  state ? topMasteredBy(ladder, talliesOf(ladder, state)) : -1

/** The top mastered rung from the ladder’s tallies. Only rungs above `atLeast`, known to be mastered, are read. */
export function topMasteredBy(ladder: Ladder, tallies: Tallies, atLeast = -1): number {
  const axes: Partial<Record<Rung['axis'], Seen>> = {}
  for (let i = ladder.rungs.length - 1; i > atLeast; i--) {
    const rung = ladder.rungs[i]
    const tally = tallies[i]
    // A rung may be held by way of a harder one only, even when that one was taken away since: so none is passed over
    // once something was met above.
    if (!rung || (!tally && !axes[rung.axis])) continue
    const seen = (axes[rung.axis] ??= { day: noDay, twoDays: false, lastMet: 0 })
    for (const met of tally?.met ?? noMeetings) {
      if (seen.day === noDay) seen.day = met.day
      else if (met.day !== seen.day && met.day !== noDay) seen.twoDays = true
    }
    if (tally && tally.lastMet > seen.lastMet) seen.lastMet = tally.lastMet
    const slipped = tally?.slipped ?? 0
    if (seen.twoDays && (slipped === 0 || seen.lastMet > slipped)) return i
  }
  return atLeast
}

const noRungs: readonly number[] = []

function hasAnySlipped({ tallies }: LadderState): boolean {
  for (const id in tallies) if ((tallies[id]?.slipped ?? 0) > 0) return true
  return false
}

/** Rungs that a failed refresher took away and that have not been met since. */
export function slippedRungs(ladder: Ladder, state: LadderState | undefined): readonly number[] {
  // Nearly always nothing was ever taken away, and this is asked of every run for every set.
  if (!state || !hasAnySlipped(state)) return noRungs
  const found: number[] = []
  for (let i = 0; i < ladder.rungs.length; i++) if (hasSlipped(ladder, state, i)) found.push(i)
  return found
}

export interface Evidence {
  readonly id: string
  readonly days: readonly string[]
}

/** Days on which the rule was met at this level or above, for each place (or each leash holder). */
export function evidenceBy(
  ladder: Ladder,
  state: LadderState | undefined,
  index: number,
  by: 'place' | 'person',
  level = 0,
): readonly Evidence[] {
  if (!state) return []
  const found: { id: string; days: string[] }[] = []
  for (const tally of countingFor(ladder, state, index))
    for (const met of tally.met) {
      const id = met[by]
      if (id === undefined || met.level < level || met.day === noDay) continue
      const known = found.find((e) => e.id === id)
      if (!known) found.push({ id, days: [met.day] })
      else if (!known.days.includes(met.day)) known.days.push(met.day)
    }
  for (const { days } of found) days.sort()
  return found
}
