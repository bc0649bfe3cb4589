import type { Rung } from '../curriculum/types'
import { holdInterval, piecesOfStretch } from '../method/pay'
import { holdPaid, holdSeconds } from '../method/hold'

/** Something that a dog may be paid with. */
export interface PayFood {
  /** Null for its own meal. */
  readonly id: string | null
  readonly name: string
  /** 1 its own meal, 2 a dry treat, 3 soft, 4 for a jackpot. */
  readonly tier: number
  /** Null where nobody has weighed a piece. */
  readonly kcalPerPiece: number | null
}

/** What a dog may still eat today, kcal; undefined where nobody knows what it is fed. */
export interface FoodLeft {
  /** Of the day’s ration, what is for training and what is for the bowl together. */
  readonly own: number | undefined
  /** Of what comes on top: the tenth of the day's energy, less what was given. */
  readonly extras: number | undefined
}

export interface ChosenPay {
  /** Undefined where nothing may be given any more: play and praise. */
  readonly food: PayFood | undefined
  /** Pieces are broken in two. */
  readonly halved: boolean
}

/** Design choice: from so many pieces in a set on they are broken in two: a dog works as well for half of one. */
const manyPieces = 10
/** Design choice: between two payments of so many seconds nothing dry can be chewed and swallowed. */
const shortSeconds = 2
const softTier = 3
/** Design choice: energy of a piece that nobody has weighed, kcal: a gram of rich food. */
const unweighedKcal = 4

/** What a piece has, kcal, whole or broken in two. */
export const kcalOfPay = (food: PayFood, halved: boolean): number =>
  (food.kcalPerPiece ?? unweighedKcal) * (halved ? 0.5 : 1)

/** Pieces that may still be given of it today; infinite where nobody knows what the dog is fed. */
export function piecesLeftOf(food: PayFood, halved: boolean, left: FoodLeft): number {
  if (left.own === undefined) return food.id === null ? Number.POSITIVE_INFINITY : 0
  // What comes on top counts against the ration, too: where all of that is eaten, nothing comes on top any more.
  const kcal = food.id === null ? left.own : Math.min(left.extras ?? 0, left.own)
  return Math.max(0, Math.floor(kcal / kcalOfPay(food, halved) + 1e-9))
}

/**
 * Pieces that a set of this rung takes when all of it works. `every`: seconds between two payments on the tether.
 */
export function piecesOfSet(rung: Rung, every?: number): number {
  const seconds = holdSeconds(rung)
  if (seconds !== undefined && every !== undefined) return rung.setReps * Math.max(1, Math.ceil(seconds / every))
  if (seconds !== undefined && holdPaid(rung) === 'inside')
    return rung.setReps * Math.max(1, Math.ceil(seconds / holdInterval(seconds)))
  return rung.setReps * (rung.kind === 'heel' ? piecesOfStretch(rung.criterion.steps ?? 1, rung.paySteps) : 1)
}

/** Seconds between two payments of a set of this rung; undefined where each is a rep of its own. */
export function secondsBetweenPay(rung: Rung, every?: number): number | undefined {
  if (every !== undefined) return every
  return holdPaid(rung) === 'each-interval' ? holdSeconds(rung) : undefined
}

/**
 * What a set is paid with: its own meal first, and something better where the rung wants it and the tenth of the day
 * that may come on top still pays for the whole set. Many pieces are broken in two; where one follows the other within
 * two seconds they are soft, or halves of its own meal. `tier`: what the rung wants; `pieces`: what the set takes.
 */
export function choosePay(
  foods: readonly PayFood[],
  wanted: { readonly tier: number; readonly pieces: number; readonly every?: number | undefined },
  left: FoodLeft,
): ChosenPay {
  const quick = wanted.every !== undefined && wanted.every <= shortSeconds
  const halved = quick || wanted.pieces >= manyPieces
  const pays = (food: PayFood): boolean => piecesLeftOf(food, halved, left) >= wanted.pieces
  const own = foods.find((f) => f.id === null)
  const better = foods
    .filter((f) => f.id !== null && f.kcalPerPiece !== null && pays(f))
    .filter((f) => (quick ? f.tier >= softTier : f.tier <= wanted.tier))
    .sort((a, b) => (quick ? a.tier - b.tier : b.tier - a.tier))[0]
  const food = wanted.tier > 1 || quick || own === undefined ? (better ?? own) : own
  if (food && piecesLeftOf(food, halved, left) > 0) return { food, halved }
  // What is left of a better food for fewer pieces is nearly as good as play.
  const last = foods.find((f) => f.kcalPerPiece !== null && piecesLeftOf(f, true, left) > 0)
  return last ? { food: last, halved: true } : { food: undefined, halved: false }
}

/** Said before a set is begun, where food runs short; empty where it does not. */
export function shortOfFood(
  { food, halved }: ChosenPay,
  pieces: number,
  left: FoodLeft & { readonly training: number | undefined },
): string {
  if (!food) return 'All of today’s food is given. Reward with play and praise.'
  const here = piecesLeftOf(food, halved, left)
  if (here < pieces) return `Only ${here} ${halved ? 'half pieces' : 'pieces'} of ${food.name} are left today.`
  const fromBowl = food.id === null && left.training !== undefined && left.training < kcalOfPay(food, halved) * pieces
  return fromBowl ? 'The training share is nearly used up. Further rewards come out of the evening bowl.' : ''
}
