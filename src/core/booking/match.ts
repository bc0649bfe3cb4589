import { seeded, type Chance } from '../seeded'
import { Board, type Piece } from './board'
import { choicesOf, type Choices, type Hindrance } from './candidates'
import type { Hour, Kennel, Visit } from './kennel'

export interface Matched extends Hour {
  readonly visit: Visit
  readonly chance: number
  readonly worth: number
}

/** A visit without a time. `full`: others have what it could have. */
export interface Unmatched {
  readonly visit: Visit
  readonly because: Hindrance | 'full'
}

export interface Plan {
  readonly matched: readonly Matched[]
  readonly unmatched: readonly Unmatched[]
  readonly points: number
  /** Rehearsals for which the day before has no half hour left. */
  readonly rehearsalsMissed: number
}

/** Design choice: so many times a part of the plan is taken off and laid anew; counted, so that a plan is one plan. */
const rounds = 600

/**
 * A time for every visit at once: laid where there is most to lose, then taken apart and laid anew so many times. The
 * same question with the same seed has the same answer.
 */
export function match(kennel: Kennel, seed = 1): Plan {
  const choices = kennel.visits.map((visit) => choicesOf(kennel, visit))
  const board = search(kennel, choices, seeded(seed))
  return planOf(board, choices)
}

function planOf(board: Board, choices: readonly Choices[]): Plan {
  const matched: Matched[] = []
  const unmatched: Unmatched[] = []
  choices.forEach(({ visit, hindrance }, i) => {
    const piece = board.on[i]
    if (piece) {
      const { from, trainer, ground, chance, worth } = piece
      matched.push({ visit, from, trainer, ground, chance, worth })
    } else unmatched.push({ visit, because: hindrance ?? (visit.stands?.pinned === true ? 'pinned-broken' : 'full') })
  })
  return { matched, unmatched, points: board.total, rehearsalsMissed: board.rehearsalsMissed }
}

function search(kennel: Kennel, choices: readonly Choices[], chance: Chance): Board {
  const board = new Board(kennel, choices)
  const pinned = new Set<number>()
  board.players.forEach((player, i) => {
    if (!player.pinned) return
    pinned.add(i)
    const [own] = player.pieces
    if (own && board.fits(own)) board.put(i, own)
  })
  const movable = board.players.flatMap((p, i) => (pinned.has(i) || p.pieces.length === 0 ? [] : [i]))
  layByRegret(board, movable, chance, 0)
  let best = board.total
  let kept = [...board.on]
  let current = best
  const heat = kennel.worth.chance / 10
  for (let round = 0; round < rounds && movable.length > 1; round++) {
    const before = [...board.on]
    const off = ruined(board, movable, chance)
    for (const i of off) board.take(i)
    const open = movable.filter((i) => board.on[i] === undefined)
    if (chance() < 0.5) layByRegret(board, open, chance, 0.02)
    else layInOrder(board, shuffled(open, chance), chance, 0.02)
    const allowed = heat * (1 - round / rounds) ** 2 * chance()
    if (board.total >= current - allowed) {
      current = board.total
      if (current > best + 1e-9) {
        best = current
        kept = [...board.on]
      }
    } else {
      restore(board, movable, before)
      current = board.total
    }
  }
  restore(board, movable, kept)
  return board
}

function restore(board: Board, movable: readonly number[], to: readonly (Piece | undefined)[]): void {
  for (const i of movable) if (board.on[i] !== to[i]) board.take(i)
  for (const i of movable) {
    const piece = to[i]
    if (piece && !board.on[i]) board.put(i, piece)
  }
}

/** Which visits are taken off: some that lie near each other, round one that has no time where there is one. */
function ruined(board: Board, movable: readonly number[], chance: Chance): readonly number[] {
  const pick = <T>(all: readonly T[]): T | undefined => all[Math.floor(chance() * all.length)]
  const open = movable.filter((i) => board.on[i] === undefined)
  const first = open.length > 0 && chance() < 0.5 ? pick(open) : pick(movable)
  if (first === undefined) return []
  const pieces = board.players[first]?.pieces ?? []
  const at = board.on[first] ?? pieces[Math.floor(chance() * Math.min(pieces.length, 12))]
  const many = 1 + Math.floor(chance() * Math.min(movable.length - 1, Math.max(4, movable.length / 5)))
  const near = movable
    .filter((i) => i !== first && board.on[i] !== undefined)
    .map((i) => ({ i, away: away(board.on[i], at) + chance() * 2 }))
    .sort((a, b) => a.away - b.away || a.i - b.i)
    .slice(0, many)
  return [first, ...near.map(({ i }) => i)]
}

/** How far two pieces lie from getting in each other’s way. */
const away = (a: Piece | undefined, b: Piece | undefined): number =>
  a && b
    ? Math.abs(a.day - b.day) * 2 + (a.t === b.t ? 0 : 2) + (a.g === b.g ? 0 : 1) + Math.abs(a.from - b.from) / 24
    : 9

/** The two pieces that would bring most now. `blink`: how often one is overlooked, so that orders differ. */
function bestTwo(board: Board, i: number, chance: Chance, blink: number) {
  const player = board.players[i]
  let [piece, first, second]: [Piece | undefined, number, number] = [undefined, -Infinity, -Infinity]
  for (const candidate of player?.pieces ?? []) {
    // They come by worth, and none brings more than that.
    if (candidate.worth <= second) break
    if ((blink > 0 && chance() < blink) || !board.fits(candidate) || !player) continue
    const gain = board.gain(player, candidate)
    if (gain > first) [piece, first, second] = [candidate, gain, first]
    else if (gain > second) second = gain
  }
  return { piece, first, second }
}

/** Lays each where most would be lost if it had to take its second best. */
function layByRegret(board: Board, open: readonly number[], chance: Chance, blink: number): void {
  const left = new Set(open)
  while (left.size > 0) {
    let next: { readonly i: number; readonly piece: Piece; readonly regret: number; readonly first: number } | undefined
    for (const i of left) {
      const { piece, first, second } = bestTwo(board, i, chance, blink)
      if (!piece) {
        left.delete(i)
        continue
      }
      const regret = first - Math.max(second, 0)
      if (!next || regret > next.regret || (regret === next.regret && first > next.first))
        next = { i, piece, regret, first }
    }
    if (!next) return
    if (next.first > 0) board.put(next.i, next.piece)
    left.delete(next.i)
  }
}

function layInOrder(board: Board, open: readonly number[], chance: Chance, blink: number): void {
  for (const i of open) {
    const { piece, first } = bestTwo(board, i, chance, blink)
    if (piece && first > 0) board.put(i, piece)
  }
}

function shuffled(all: readonly number[], chance: Chance): readonly number[] {
  const out = [...all]
  for (let i = out.length - 1; i > 0; i--) {
    const j = Math.floor(chance() * (i + 1))
    const [a, b] = [out[i], out[j]]
    if (a !== undefined && b !== undefined) [out[i], out[j]] = [b, a]
  }
  return out
}
