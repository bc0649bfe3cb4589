import { figures } from '../figures'
import { sum } from 'simple-statistics'
import { longestWait, type FewDealing } from '../dealing'
import type { Forecast } from './forecast'
import type { ResidencyId } from '../ids'

/** A dog as far as the house’s time goes: what so many blocks a day make of its chance. */
export interface Claim {
  readonly residencyId: ResidencyId
  /** The chance with no block a day, one, two and so on; empty where nothing more is needed of it. */
  readonly byBlocks: readonly number[]
  /** Days on which it is to be worked, by their number from the first one looked at. */
  readonly fromDay: number
  readonly untilDay: number
}

/** So many blocks more a day at once, and what each of them adds. */
export interface Jump {
  readonly more: number
  readonly each: number
}

/**
 * The jump from so many blocks a day that raises a chance most by the block, of no more than `most` at once: a dog may
 * need several before any of them shows.
 */
export function bestJump(byBlocks: readonly number[], blocks: number, most = byBlocks.length): Jump {
  const now = byBlocks[Math.min(blocks, byBlocks.length - 1)] ?? 0
  let best: Jump = { more: 0, each: 0 }
  for (let more = 1; more <= most && blocks + more < byBlocks.length; more++) {
    const each = ((byBlocks[blocks + more] ?? now) - now) / more
    if (each > best.each + 1e-9) best = { more, each }
  }
  return best
}

/** By how much one block raises the chance of a dog that has had so many today, over the days that it has left. */
export const gainAfter = ({ byBlocks, plan }: Pick<Forecast, 'byBlocks' | 'plan'>, blocks: number): number =>
  bestJump(byBlocks, blocks).each / Math.max(1, plan.openDays)

/** How a house’s blocks are dealt out over the dogs that are there: blocks a day of each. */
export type Dealt = ReadonlyMap<string, number>

/**
 * Deals the blocks of a usual day out over dogs: one each while they last, then, jump by jump, to whoever’s chance
 * rises most by the block. What is left when no chance rises any more is nobody’s. Where there are fewer blocks than
 * dogs and the house works those whom they make ready, nobody has one first, and what the others have every few days
 * (`upNext`) is kept back.
 */
export function dealOut(
  claims: readonly Claim[],
  blocksADay: number,
  few: FewDealing,
  isFew = areFew(claims, blocksADay),
): Dealt {
  const dealt = new Map(claims.map((c) => [c.residencyId, 0]))
  let left = Math.floor(blocksADay)
  const rise = (c: Claim, most: number) => bestJump(c.byBlocks, dealt.get(c.residencyId) ?? 0, most)
  const open = claims.filter(isOpen)
  if (isFew && few === 'most') left -= Math.min(left, Math.ceil(Math.max(0, open.length - left) / longestWait))
  else
    for (const c of [...open].sort((a, b) => rise(b, 1).each - rise(a, 1).each || order(a, b)).slice(0, left)) {
      dealt.set(c.residencyId, 1)
      left--
    }
  while (left > 0) {
    const [first] = open
      .map((c) => ({ c, ...rise(c, left) }))
      .filter((r) => r.more > 0)
      .sort((a, b) => b.each - a.each || order(a.c, b.c))
    if (!first) break
    dealt.set(first.c.residencyId, (dealt.get(first.c.residencyId) ?? 0) + first.more)
    left -= first.more
  }
  return dealt
}

/** What a day with fewer blocks than dogs comes to, dealt either way: how many dogs would be ready in time. */
export interface FewBlocks extends Readonly<Record<FewDealing, number>> {
  readonly blocks: number
  readonly dogs: number
}

/** What these claims come to either way; undefined where there is a block for every dog that needs one. */
export function fewBlocks(claims: readonly Claim[], blocksADay: number): FewBlocks | undefined {
  if (!areFew(claims, blocksADay)) return undefined
  const open = claims.filter(isOpen)
  const ready = (few: FewDealing) => {
    const dealt = dealOut(open, blocksADay, few)
    return sum(open.map((c) => chanceAt(c, dealt)))
  }
  return { blocks: Math.floor(blocksADay), dogs: open.length, most: ready('most'), each: ready('each') }
}

/** Something more is needed of this dog. */
const isOpen = (c: Claim): boolean => c.byBlocks.length > 0
const areFew = (claims: readonly Claim[], blocks: number): boolean => claims.filter(isOpen).length > Math.floor(blocks)
/** The chance of a dog with the blocks that it was dealt. */
const chanceAt = (c: Claim, dealt: Dealt): number =>
  c.byBlocks[Math.min(dealt.get(c.residencyId) ?? 0, c.byBlocks.length - 1)] ?? 1

const order = (a: Claim, b: Claim): number => (a.residencyId < b.residencyId ? -1 : 1)

/** What taking another dog comes to. */
export interface Taken {
  /** Its own chance, and the blocks a day it would get. */
  readonly chance: number
  readonly blocks: number
  /** What it changes for each dog that is here meanwhile: its chance before and after. */
  readonly others: readonly { readonly residencyId: ResidencyId; readonly was: number; readonly is: number }[]
  /** Sum of all chances, after less before. */
  readonly worth: number
}

/**
 * What it comes to when a house takes one more dog: its blocks are dealt out again over the days that they share, and a
 * dog that shares only some of its days with it loses that share of the difference.
 */
export function takeAnother(here: readonly Claim[], another: Claim, blocksADay: number, few: FewDealing): Taken {
  const shared = here.filter((c) => c.fromDay < another.untilDay && another.fromDay < c.untilDay)
  // A house that has a block for each dog, but not for one more, is not dealt better before it has the other.
  // A house that has a block for each dog, but not for one more, is not dealt better before it has the other.
  const isFew = areFew([...shared, another], blocksADay)
  const before = dealOut(shared, blocksADay, few, isFew)
  const after = dealOut([...shared, another], blocksADay, few, isFew)
  const others = shared.map((c) => {
    const was = chanceAt(c, before)
    const overlap = Math.min(c.untilDay, another.untilDay) - Math.max(c.fromDay, another.fromDay)
    const part = overlap / Math.max(1, c.untilDay - c.fromDay)
    return { residencyId: c.residencyId, was, is: was + (chanceAt(c, after) - was) * part }
  })
  const blocks = after.get(another.residencyId) ?? 0
  const chance = chanceAt(another, after)
  return { chance, blocks, others, worth: chance + others.reduce((sum, o) => sum + o.is - o.was, 0) }
}

/** A week ahead: blocks a day that the dogs of it need to be ready as likely as is asked, and those on hand. */
export interface WeekAhead {
  readonly week: number
  readonly dogs: number
  readonly needed: number
  readonly onHand: number
}

/** Design choice: a dog is calculated to need so many blocks a day that it is ready eight times in ten. */
export const wantedChance = figures.wantedChance.value

/** Whether a chance is said to be as much, in tenths: what stands somewhere as eight in ten is nowhere less. */
export const isSaidWanted = (chance: number): boolean => Math.round(chance * 10) / 10 >= wantedChance

/**
 * Design choice: what another dog takes from one is named from so many in a hundred on; below lies what futures scatter
 * by.
 */
export const tellingLoss = 2

/** Whether a chance moved by as much as is named. */
export const isTold = ({ was, is }: { readonly was: number; readonly is: number }): boolean =>
  Math.round(Math.abs(is - was) * 1000) >= tellingLoss * 10

/** Blocks a day by which a dog is ready as likely as is asked; as many as it may have where none are enough. */
export function blocksNeeded({ byBlocks }: Pick<Claim, 'byBlocks'>, wanted = wantedChance): number {
  const enough = byBlocks.findIndex((chance) => chance >= wanted)
  return enough >= 0 ? enough : Math.max(0, byBlocks.length - 1)
}

/** Week by week: what the dogs of it need and what is on hand, in blocks of a whole week. */
export function weeksAhead(
  claims: readonly Claim[],
  onHand: (day: number) => number,
  weeks: number,
): readonly WeekAhead[] {
  return Array.from({ length: weeks }, (_, week) => {
    const days = Array.from({ length: 7 }, (_, i) => week * 7 + i)
    const on = (c: Claim, day: number) => c.fromDay <= day && day < c.untilDay
    return {
      week,
      dogs: claims.filter((c) => days.some((day) => on(c, day))).length,
      needed: claims.reduce((n, c) => n + blocksNeeded(c) * days.filter((day) => on(c, day)).length, 0),
      onHand: days.reduce((n, day) => n + onHand(day), 0),
    }
  })
}
