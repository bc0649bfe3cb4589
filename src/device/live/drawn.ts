import { drawPays, drawReps, drawScene, unpaidRun, type Draw } from '@/core/block/randomDraws'
import {
  contextKey,
  countRep,
  expectedRate,
  noPerformanceDrop,
  type PerformanceDrop,
} from '@/core/block/performanceDrop'
import { holdPay, payMoments } from '@/core/block/hold'
import { holdPaid, holdSeconds } from '@/core/method/hold'
import { findRung, type RungPlaceInLadder } from '@/core/curriculum/lookup'
import { hasBowl, stepsFor, type LastCall } from '@/core/method/call'
import { kcalOfPay, piecesLeftOf } from '@/core/food/pay'
import { isHardFirst, piecesOfStretch } from '@/core/method/pay'
import { isCalm, settleInterval, settlePays } from '@/core/method/settle'
import { crookedCounts, outcomeMade } from '@/core/progress/result'
import { isMastered, isPassed } from '@/core/progress/state'
import type { LiveSet } from './facts'
import type { BlockSnapshot } from './snapshot'
import { setsOf, type Live } from './reduce'

/** More reps than any set has. */
const mostReps = 60
/**
 * Design choice: a jackpot is five pieces: for the first clean rep ever of something hard, for the first one where the
 * dog was stuck, and for the first of a set at the top of a ladder. It would be none if it came each time.
 */
const jackpot = 5
const topTier = 4

/** What chance has drawn for the set in hand, from its seed: it is the same however often it is asked for. */
export interface Drawn {
  readonly rungNow: RungPlaceInLadder | undefined
  readonly draws: readonly Draw[]
  /** By clean rep: whether it is paid. */
  readonly pays: readonly boolean[]
  readonly payTier: number
  /** Clean reps of the rung before this set. */
  readonly cleanBefore: number
  /** The rung is stuck: its first clean rep is a hard thing done. */
  readonly stuck: boolean
  /** Distances in steps already passed on the long line, least first. */
  readonly passedSteps: readonly number[]
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
export function drawnFor(ground: BlockSnapshot, { active, base, done, block, item }: Live): Drawn {
  const { curriculum, method } = ground
  const rungNow = active && findRung(curriculum, active.context.rungId)
  const payTier = block?.items[item]?.payTier ?? 1
  if (!rungNow) return { rungNow, draws: [], pays: [], payTier, cleanBefore: 0, stuck: false, passedSteps: [] }
  const seed = active.opened?.seed ?? 0
  const cleanBefore = base.runs[rungNow.ladderKey]?.tallies[rungNow.rung.id]?.clean ?? 0
  const mastered = isMastered(rungNow.ladder, base.runs[rungNow.ladderKey], rungNow.index)
  const scene = drawScene(curriculum, base, rungNow.rung, mastered, method, ground.resident.traits)
  return {
    rungNow,
    cleanBefore,
    stuck: base.runs[rungNow.ladderKey]?.stuck?.rung === rungNow.rung.id,
    passedSteps: scene.passedSteps,
    draws: drawReps(seed, scene, mostReps),
    pays: drawPays(
      seed,
      { rung: rungNow.rung, held: mastered, method, cleanBefore },
      unpaidBefore(done, ground.unpaid),
      mostReps,
    ),
    payTier,
  }
}

/** What this dog may still eat today, kcal: what the kennel said was left, less what was given since. */
export function foodLeftNow(ground: BlockSnapshot, live: Live): BlockSnapshot['foodLeft'] {
  let [own, extras] = [0, 0]
  for (const set of setsOf(live)) {
    const feedId = set.opened?.feedId ?? null
    const food = ground.feeds.find((f) => f.id === feedId)
    for (const rep of set.reps) {
      // What the kennel knew when it said what is left is off it already.
      if (rep.fact.at <= ground.now) continue
      const kcal = food ? piecesOf(rep) * kcalOfPay(food, set.opened?.halved ?? false) : 0
      if (feedId === null) own += kcal
      else extras += kcal
      own += (rep.done?.bowlGrams ?? 0) * (ground.mealKcalPerGram ?? 0)
    }
  }
  const less = (kcal: number | undefined, by: number) => (kcal === undefined ? undefined : Math.max(0, kcal - by))
  const { foodLeft } = ground
  return {
    // Extras come off the ration.
    own: less(foodLeft.own, own + extras),
    extras: less(foodLeft.extras, extras),
    training: less(foodLeft.training, own),
  }
}

/** Pieces of what the set in hand is paid with that may still be given today, beside the bowl of the next call. */
export function piecesLeftNow(ground: BlockSnapshot, live: Live): number {
  const { opened } = live.active ?? {}
  const food = ground.feeds.find((f) => f.id === (opened?.feedId ?? null))
  // What it is paid with was taken off its list since.
  if (!food) return 0
  const left = foodLeftNow(ground, live)
  const rungNow = live.active && findRung(ground.curriculum, live.active.context.rungId)
  const bowl = (bowlNow(ground, live, rungNow) ?? 0) * (ground.mealKcalPerGram ?? 0)
  const own = left.own === undefined ? undefined : Math.max(0, left.own - bowl)
  return piecesLeftOf(food, opened?.halved ?? false, { ...left, own })
}

/**
 * Pieces planned for the next clean rep of a set, after those inside its hold: as many as are left today at the most;
 * none where play is the pay.
 */
export function plannedPieces(ground: BlockSnapshot, drawn: Drawn, live: Live): number {
  if (ground.plays) return 0
  const inside = payInHold(ground, live, drawn.rungNow).length
  return Math.max(0, Math.min(drawnPieces(drawn, live.active), piecesLeftNow(ground, live) - inside))
}

function drawnPieces({ pays, payTier, rungNow, cleanBefore, stuck }: Drawn, set: LiveSet | undefined): number {
  const clean = set?.reps.filter((r) => r.fact.outcome === 'clean').length ?? 0
  // An interval of a stay is always rewarded: the pay is what makes the next one.
  if (!(pays[clean] ?? true) && holdPaid(rungNow?.rung) !== 'each-interval') return 0
  if (!rungNow) return 1
  const { rung } = rungNow
  const hard = stuck || (cleanBefore === 0 && isHardFirst(rung)) || payTier === topTier
  if (clean === 0 && hard) return jackpot
  return rung.kind === 'heel' ? piecesOfStretch(rung.criterion.steps ?? 1, rung.paySteps) : 1
}

/**
 * Seconds into the next hold at which it is paid, for one that is paid inside at an interval of its own, whatever
 * chance says of its end; play would break it.
 */
export function payInHold(ground: BlockSnapshot, live: Live, rungNow: Drawn['rungNow']): readonly number[] {
  const length = holdSeconds(rungNow?.rung)
  if (!rungNow || length === undefined || ground.plays) return []
  return momentsInHold(ground, live, rungNow, length).slice(0, piecesLeftNow(ground, live))
}

function momentsInHold(
  ground: BlockSnapshot,
  { base, active, ...live }: Live,
  rungNow: RungPlaceInLadder,
  length: number,
): readonly number[] {
  const tether = settleNow(ground, { base, active, ...live }, rungNow)
  if (tether !== undefined) return settlePays(length, tether)
  if (holdPaid(rungNow.rung) !== 'inside') return []
  const run = base.runs[rungNow.ladderKey]
  const pay = holdPay(rungNow.rung, ground.method, {
    passed: isPassed(rungNow.ladder, run, rungNow.index),
    held: isMastered(rungNow.ladder, run, rungNow.index),
  })
  return payMoments(length, pay, (active?.opened?.seed ?? 0) + (active?.reps.length ?? 0))
}

/** Seconds between two pays of the next minute on the tether; undefined off settle. */
export function settleNow(ground: BlockSnapshot, live: Live, rungNow: Drawn['rungNow']): number | undefined {
  if (rungNow?.rung.kind !== 'settle') return undefined
  const here = setsOf(live)
    .flatMap((s) => s.reps)
    .findLast((r) => typeof r.done?.payInterval === 'number')
  return settleInterval(
    rungNow.rung,
    typeof here?.done?.payInterval === 'number'
      ? { interval: here.done.payInterval, calm: isCalm(here.fact) }
      : ground.settle,
  )
}

/**
 * What of the meal goes into the bowl of the next call, whole grams: a handful, or what is left of the day's; undefined
 * where no bowl is used.
 */
export function bowlNow(ground: BlockSnapshot, live: Live, rungNow: Drawn['rungNow']): number | undefined {
  if (!rungNow || !hasBowl(rungNow.rung) || ground.plays) return undefined
  const { own } = foodLeftNow(ground, live)
  const left = own === undefined || !ground.mealKcalPerGram ? ground.handfulGrams : own / ground.mealKcalPerGram
  return Math.max(0, Math.floor(Math.min(ground.handfulGrams, left)))
}

/** The newest calls of this block running, as far as they decide how the next one is done. */
export function lastCall(ground: BlockSnapshot, live: Live, rungNow: Drawn['rungNow']): LastCall | undefined {
  if (rungNow?.rung.kind !== 'recall') return undefined
  const calls = setsOf(live).flatMap((s) => {
    const rung = findRung(ground.curriculum, s.context.rungId)?.rung
    return rung?.kind === 'recall'
      ? s.reps.map((r) => ({
          r,
          rung,
          crooked: r.fact.faults.includes('crooked') && crookedCounts(rung, s.context, ground.judging),
        }))
      : []
  })
  const last = calls.at(-1)
  if (!last) return undefined
  const straight = calls.findLastIndex((c) => !c.crooked)
  return {
    steps: last.r.done?.steps ?? undefined,
    clean: !last.crooked && outcomeMade(last.rung, last.r.fact) === 'clean',
    crooked: calls.length - 1 - straight,
  }
}

/** What chance has drawn for the next rep, with how far off it is called from. */
export function nextDraw(ground: BlockSnapshot, live: Live, drawn: Drawn): Draw | undefined {
  const draw = drawn.draws[live.active?.reps.length ?? 0]
  if (draw?.far === undefined) return draw
  const steps = stepsFor(drawn.passedSteps, draw.far, lastCall(ground, live, drawn.rungNow))
  return steps === undefined ? draw : { ...draw, steps }
}

/** Whether the dog falls off against what is expected of it, since the block began or the last break. */
export const fallingIn = (ground: BlockSnapshot, live: Live): PerformanceDrop =>
  setsOf(live)
    .flatMap((s) =>
      s.reps.map((r) => ({
        clean: outcomeMade(findRung(ground.curriculum, s.context.rungId)?.rung, r.fact) === 'clean',
        expected: expectedRate(ground.seen[contextKey(s.context)]),
      })),
    )
    .slice(live.breakAfter)
    .reduce((f, r) => countRep(f, r.clean, r.expected), noPerformanceDrop)
