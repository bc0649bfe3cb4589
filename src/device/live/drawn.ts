import { drawPays, drawReps, drawScene, unpaidRun, type Draw } from '@/core/block/chance'
import { contextKey, countRep, expectedRate, noFall, type Falling } from '@/core/block/falling'
import { holdPay, payMoments } from '@/core/block/hold'
import { holdPaid, holdSeconds } from '@/core/method/hold'
import { findRung, type RungPlaceInLadder } from '@/core/curriculum/lookup'
import { outcomeMade } from '@/core/progress/result'
import { isHeld, isPassed } from '@/core/progress/state'
import type { LiveSet } from './facts'
import type { BlockGround } from './ground'
import { setsOf, type Live } from './reduce'

/** More reps than any set has. */
const mostReps = 60
/** House: a jackpot is five pieces, for the first clean rep of a set; it would be none if it came each time. */
const jackpot = 5
const topTier = 4

/** What chance has drawn for the set in hand, from its seed: it is the same however often it is asked for. */
export interface Drawn {
  readonly rungNow: RungPlaceInLadder | undefined
  readonly draws: readonly Draw[]
  /** By clean rep: whether it is paid. */
  readonly pays: readonly boolean[]
  readonly payTier: number
}

/** Pieces that a rep was paid with, as far as it says. */
const piecesOf = (rep: LiveSet['reps'][number]): number =>
  rep.done ? (rep.done.pieces ?? (rep.done.paid ? 1 : 0)) + (rep.done.sitPieces ?? 0) : 0

/** Pieces paid in this block so far. */
export const piecesPaid = (live: Live): number =>
  setsOf(live).reduce((n, s) => n + s.reps.reduce((m, r) => m + piecesOf(r), 0), 0)

/** Pay runs on from set to set: clean reps that went unpaid before this one, here or in the kennel's books. */
function unpaidBefore(done: readonly LiveSet[], before: number | undefined): number | undefined {
  const here = done
    .flatMap((s) => s.reps)
    .filter((r) => r.fact.outcome === 'clean')
    .map((r) => r.done === undefined || (r.done.pieces === null && r.done.paid === null) || piecesOf(r) > 0)
    .reverse()
  const run = unpaidRun(here)
  if (run === undefined) return before
  return run < here.length ? run : run + (before ?? 0)
}

/** What chance has drawn for the set in hand. */
export function drawnFor(ground: BlockGround, { active, base, done, block, item }: Live): Drawn {
  const { curriculum, method } = ground
  const rungNow = active && findRung(curriculum, active.context.rungId)
  const payTier = block?.items[item]?.payTier ?? 1
  if (!rungNow) return { rungNow, draws: [], pays: [], payTier }
  const seed = active.opened?.seed ?? 0
  const cleanBefore = base.runs[rungNow.runKey]?.tallies[rungNow.rung.id]?.clean ?? 0
  const held = isHeld(rungNow.run, base.runs[rungNow.runKey], rungNow.index)
  return {
    rungNow,
    draws: drawReps(seed, drawScene(curriculum, base, rungNow.rung, held, method, ground.resident.traits), mostReps),
    pays: drawPays(
      seed,
      { rung: rungNow.rung, held, method, cleanBefore },
      unpaidBefore(done, ground.unpaid),
      mostReps,
    ),
    payTier,
  }
}

/** Pieces planned for the next clean rep of a set; none where play is the pay. */
export function plannedPieces(
  ground: BlockGround,
  { pays, payTier, rungNow }: Drawn,
  set: LiveSet | undefined,
): number {
  const clean = set?.reps.filter((r) => r.fact.outcome === 'clean').length ?? 0
  if (ground.resident.traits.toys) return 0
  // An interval of a stay is always paid: the pay is what makes the next one.
  if (!(pays[clean] ?? true) && holdPaid(rungNow?.rung) !== 'each-interval') return 0
  return payTier === topTier && clean === 0 ? jackpot : 1
}

/**
 * Seconds into the next hold at which it is paid, for one that is paid inside at an interval of its own, whatever
 * chance says of its end; play would break it.
 */
export function payInHold(ground: BlockGround, { base, active }: Live, rungNow: Drawn['rungNow']): readonly number[] {
  const length = holdSeconds(rungNow?.rung)
  if (!rungNow || length === undefined || ground.resident.traits.toys) return []
  if (holdPaid(rungNow.rung) !== 'inside') return []
  const run = base.runs[rungNow.runKey]
  const pay = holdPay(rungNow.rung, ground.method, {
    passed: isPassed(rungNow.run, run, rungNow.index),
    held: isHeld(rungNow.run, run, rungNow.index),
  })
  return payMoments(length, pay, (active?.opened?.seed ?? 0) + (active?.reps.length ?? 0))
}

/** Whether the dog falls off against what is expected of it, since the block began or the last break. */
export const fallingIn = (ground: BlockGround, live: Live): Falling =>
  setsOf(live)
    .flatMap((s) =>
      s.reps.map((r) => ({
        clean: outcomeMade(findRung(ground.curriculum, s.context.rungId)?.rung, r.fact) === 'clean',
        expected: expectedRate(ground.seen[contextKey(s.context)]),
      })),
    )
    .slice(live.breakAfter)
    .reduce((f, r) => countRep(f, r.clean, r.expected), noFall)
