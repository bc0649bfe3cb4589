import { Board, type Piece } from './board'
import { choicesOf } from './candidates'
import { dayOf, halvesOfDay, type Hour, type Kennel, type Visit } from './kennel'
import type { Plan } from './match'

/** Times that an owner may choose from; the first is the one of the plan. */
export interface Offer {
  readonly visit: Visit
  readonly hours: readonly Hour[]
}

/** Design choice: at most so many times, the third of them only if it costs no more than so many points. */
const mostHours = 3
const thirdWithin = 15

/**
 * Times to offer to every owner at once. Those of different owners never share a trainer, a location or the count of a
 * day: whatever each of them picks, all of it can be kept.
 */
export function offersOf(kennel: Kennel, plan: Pick<Plan, 'matched'>): readonly Offer[] {
  const choices = plan.matched.map((m) => ({ ...choicesOf(kennel, m.visit), rehearsals: [] }))
  // A board on which each owner’s second and third time lie as if they were visits of their own.
  const board = new Board(kennel, Array.from({ length: mostHours }, () => choices).flat())
  const many = choices.length
  const at = (i: number, nth: number): number => nth * many + i
  plan.matched.forEach((m, i) => {
    const own = board.players[i]?.pieces.find((p) => isAt(p, m))
    if (own) board.put(i, own)
  })
  for (let nth = 1; nth < mostHours; nth++) layNext(board, many, nth, at)
  return plan.matched.map((m, i) => ({
    visit: m.visit,
    hours: Array.from({ length: mostHours }, (_, nth) => board.on[at(i, nth)]).flatMap((p) =>
      p ? [{ from: p.from, trainer: p.trainer, ground: p.ground }] : [],
    ),
  }))
}

const isAt = (p: Piece, h: Hour): boolean => p.from === h.from && p.trainer === h.trainer && p.ground === h.ground

/** A further time for each, whoever has the fewest left to choose from first. */
function layNext(board: Board, many: number, nth: number, at: (i: number, nth: number) => number): void {
  const left = new Set(Array.from({ length: many }, (_, i) => i).filter((i) => board.on[at(i, nth - 1)] !== undefined))
  while (left.size > 0) {
    let next: { readonly i: number; readonly piece: Piece; readonly ways: number } | undefined
    for (const i of left) {
      const had = Array.from({ length: nth }, (_, n) => board.on[at(i, n)]).flatMap((p) => p ?? [])
      const pieces = (board.players[at(i, nth)]?.pieces ?? []).filter(
        (p) =>
          !had.some((h) => halfDay(h.from) === halfDay(p.from)) &&
          (nth < 2 || p.worth >= (had[0]?.worth ?? 0) - thirdWithin) &&
          board.fits(p),
      )
      const [piece] = pieces
      if (!piece) left.delete(i)
      else if (!next || pieces.length < next.ways) next = { i, piece, ways: pieces.length }
    }
    if (!next) return
    board.put(at(next.i, nth), next.piece)
    left.delete(next.i)
  }
}

/** Morning or afternoon of a day: two times of one half day are hardly a choice. */
const halfDay = (half: number): number => dayOf(half) * 2 + (half % halvesOfDay >= halvesOfDay / 2 ? 1 : 0)
