import { ownRung } from '../curriculum/lookup'
import type { Ladder } from '../curriculum/types'
import type { SetFact } from '../facts/fact'
import { Stepper } from '../progress/fold'
import type { Regimes } from '../progress/regime'
import type { LadderState } from '../progress/state'
import { rateKindOf, type RateKind, type RungExposure } from './rates'
import type { RungId, SetId } from '../ids'

/** Number of the first rung never met, from where the dog began: its frontier; the run's length when all were. */
export function frontierOf(ladder: Ladder, state: LadderState | undefined): number {
  const position = state?.position ?? 0
  for (let i = ladder.rungs.length - 1; i >= position; i--)
    if ((state?.tallies[ladder.rungs[i]?.id ?? '']?.met.length ?? 0) > 0) return i + 1
  return position
}

/** Sets in the order in which they were begun. */
export const asBegun = (sets: readonly SetFact[]): readonly SetFact[] =>
  [...sets].sort((a, b) => (a.reps[0]?.at ?? 0) - (b.reps[0]?.at ?? 0))

/**
 * What blocks held: how many there were, the commands worked in them, and sets of the command that had most. A command
 * that had less than half as many was a warm-up, or the end of one, and is not counted.
 */
export interface HeldInBlocks {
  readonly blocks: number
  readonly things: number
  readonly most: number
}

/** What these blocks held, each as useful sets by command. */
function heldIn(blocks: Iterable<ReadonlyMap<string, number>>): HeldInBlocks {
  const inBlocks = { blocks: 0, things: 0, most: 0 }
  for (const sets of blocks) {
    const most = Math.max(...sets.values())
    inBlocks.blocks++
    inBlocks.most += most
    for (const n of sets.values()) if (2 * n >= most) inBlocks.things++
  }
  return inBlocks
}

/** What one residency has told so far. */
export interface Past {
  readonly exposures: readonly RungExposure[]
  /** By day, sets of work at a frontier, or in which some rep brought something nearer. */
  readonly useful: ReadonlyMap<string, number>
  /** By day, blocks in which it was worked on something. */
  readonly blocks: ReadonlyMap<string, number>
  /** By day, what its blocks with useful sets held, added up. */
  readonly held: ReadonlyMap<string, HeldInBlocks>
  /** Every set spent at a frontier, in order: the how-manyeth of its stretch, and whether the rung was passed in it. */
  readonly frontier: readonly FrontierSet[]
}

export interface FrontierSet {
  readonly setId: SetId
  readonly day: string
  readonly rungId: RungId
  readonly command: string
  readonly kind: RateKind
  readonly nth: number
  readonly passed: boolean
}

/**
 * The sets of one residency that were spent at a frontier, rung by rung in the order they were begun; the last of a run
 * is open where it was not passed. Warm-ups, refreshers and proofs of what is passed are none.
 */
export function pastOf(regimes: Regimes, sets: readonly SetFact[]): Past {
  const stepper = new Stepper(regimes)
  const all: { -readonly [K in keyof RungExposure]: RungExposure[K] }[] = []
  const open = new Map<string, (typeof all)[number]>()
  const useful = new Map<string, number>()
  const blocks = new Map<string, Set<string>>()
  const things = new Map<string, Map<string, Map<string, number>>>()
  const frontier: FrontierSet[] = []
  for (const set of asBegun(sets)) {
    const at = ownRung(stepper.regime.curriculum, set.rungId)
    const runState = at && stepper.state.runs[at.ladderKey]
    const before = at ? frontierOf(at.ladder, runState) : 0
    const rung = at?.ladder.rungs[before]
    const counts =
      at !== undefined &&
      rung !== undefined &&
      set.purpose === 'work' &&
      set.reps.length > 0 &&
      (at.index === before || at.index === (runState?.position ?? 0))
    const { gained } = stepper.state
    for (const rep of set.reps) stepper.step(set, rep, false)
    if (set.purpose === 'work' && set.reps.length > 0)
      blocks.set(set.day, (blocks.get(set.day) ?? new Set()).add(set.blockId))
    if (set.purpose === 'work' && (counts || stepper.state.gained > gained)) {
      useful.set(set.day, (useful.get(set.day) ?? 0) + 1)
      const day = things.get(set.day) ?? new Map<string, Map<string, number>>()
      const block = day.get(set.blockId) ?? new Map<string, number>()
      if (at) things.set(set.day, day.set(set.blockId, block.set(at.command.id, (block.get(at.command.id) ?? 0) + 1)))
    }
    if (!at || !rung) continue
    const passed = frontierOf(at.ladder, stepper.state.runs[at.ladderKey]) > before
    let stretch = open.get(at.ladderKey)
    if (stretch?.rungId !== rung.id) stretch = undefined
    if (!stretch) {
      if (!counts) continue
      stretch = {
        rungId: rung.id,
        command: at.command.id,
        ladderKey: at.ladderKey,
        kind: rateKindOf(rung),
        sets: 0,
        passed: false,
      }
      all.push(stretch)
      open.set(at.ladderKey, stretch)
    }
    if (counts) {
      stretch.sets++
      const { rungId, command, kind } = stretch
      frontier.push({ setId: set.id, day: set.day, rungId, command, kind, nth: stretch.sets, passed })
    }
    if (passed) {
      stretch.passed = true
      open.delete(at.ladderKey)
    }
  }
  return {
    exposures: all,
    useful,
    blocks: new Map([...blocks].map(([day, ids]) => [day, ids.size])),
    held: new Map([...things].map(([day, of]) => [day, heldIn(of.values())])),
    frontier,
  }
}
