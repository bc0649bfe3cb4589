import type { Candidate, Choices } from './candidates'
import { countOf, dayOf, halvesOfDay, lengthOf, type Kennel } from './kennel'

/** A candidate with its trainer and ground by number, as the board counts them. */
export interface Piece extends Candidate {
  readonly t: number
  readonly g: number
  readonly length: number
  readonly count: number
}

/** A visit as the board takes it: its pieces, and the rehearsals of the day before. */
export interface Player {
  readonly pieces: readonly Piece[]
  readonly any: number
  readonly secondHand: number
  readonly pinned: boolean
}

/**
 * Who is where in each half hour, as visits are laid on it and taken off again. Rehearsals are counted, not laid: so
 * many half hours are left on the day before, and a rehearsal takes one of them, of whoever has one.
 */
export class Board {
  readonly players: readonly Player[]
  readonly on: (Piece | undefined)[]
  private readonly halves: number
  private readonly days: number
  private readonly trainers: number
  private readonly taken: Uint8Array
  private readonly room: Int16Array
  private readonly shows: Int16Array
  private readonly spare: Int16Array
  private readonly spareOfDay: Int16Array
  private readonly jobs: Int16Array
  private readonly notBy: Int16Array
  private readonly missing: Int16Array
  private worth = 0
  private missed = 0

  constructor(
    private readonly kennel: Kennel,
    choices: readonly Choices[],
  ) {
    const { trainers, grounds, days } = kennel
    this.days = days
    this.trainers = trainers.length
    this.halves = days * halvesOfDay
    this.taken = new Uint8Array(this.trainers * this.halves)
    this.room = new Int16Array(grounds.length * this.halves)
    this.shows = new Int16Array(this.trainers * days)
    this.spare = new Int16Array(this.trainers * days)
    this.spareOfDay = new Int16Array(days)
    this.jobs = new Int16Array(days)
    this.notBy = new Int16Array(this.trainers * days)
    this.missing = new Int16Array(days)
    trainers.forEach((trainer, t) => {
      for (const half of trainer.free)
        if (half >= kennel.notBefore && half < this.halves) {
          const day = dayOf(half)
          this.spare[t * days + day] = (this.spare[t * days + day] ?? 0) + 1
          this.spareOfDay[day] = (this.spareOfDay[day] ?? 0) + 1
        }
      for (const [day, n] of trainer.shows) if (day >= 0 && day < days) this.shows[t * days + day] = n
    })
    grounds.forEach((ground, g) => {
      for (let half = kennel.notBefore; half < this.halves; half++)
        this.room[g * this.halves + half] = ground.room(half)
    })
    const tOf = new Map(trainers.map((t, i) => [t.id, i]))
    const gOf = new Map(grounds.map((g, i) => [g.id, i]))
    this.players = choices.map(({ visit, candidates, rehearsals }): Player => ({
      pieces: candidates.map((c) => ({
        ...c,
        t: tOf.get(c.trainer) ?? -1,
        g: gOf.get(c.ground) ?? -1,
        length: lengthOf(visit),
        count: countOf(visit, kennel.perTrainerAndDay),
      })),
      any: rehearsals.filter((r) => r === 'any').length,
      secondHand: rehearsals.filter((r) => r === 'second hand').length,
      pinned: visit.stands?.pinned === true,
    }))
    this.on = this.players.map(() => undefined)
  }

  /** Points of all that lies on it. */
  get total(): number {
    return this.worth - this.kennel.worth.noRehearsal * this.missed
  }

  get rehearsalsMissed(): number {
    return this.missed
  }

  fits(piece: Piece): boolean {
    const { t, g, from, length, day } = piece
    if ((this.shows[t * this.days + day] ?? 0) + piece.count > this.kennel.perTrainerAndDay) return false
    for (let half = from; half < from + length; half++)
      if (this.taken[t * this.halves + half] !== 0 || (this.room[g * this.halves + half] ?? 0) < 1) return false
    return true
  }

  /** Points that a piece which fits would bring: its own, less the rehearsals that find no half hour any more. */
  gain(player: Player, piece: Piece): number {
    const before = this.missed
    this.count(player, piece, 1)
    const lost = this.missed - before
    this.count(player, piece, -1)
    return piece.worth - this.kennel.worth.noRehearsal * lost
  }

  put(i: number, piece: Piece): void {
    const player = this.players[i]
    if (!player || this.on[i]) throw new Error('a visit is laid once')
    this.lay(player, piece, 1)
    this.on[i] = piece
  }

  take(i: number): void {
    const [player, piece] = [this.players[i], this.on[i]]
    if (!player || !piece) return
    this.lay(player, piece, -1)
    this.on[i] = undefined
  }

  private lay(player: Player, piece: Piece, by: 1 | -1): void {
    const { t, g, from, length, day } = piece
    this.shows[t * this.days + day] = (this.shows[t * this.days + day] ?? 0) + by * piece.count
    for (let half = from; half < from + length; half++) {
      this.taken[t * this.halves + half] = by === 1 ? 1 : 0
      this.room[g * this.halves + half] = (this.room[g * this.halves + half] ?? 0) - by
    }
    this.worth += by * piece.worth
    this.count(player, piece, by)
  }

  /** What a piece takes from the half hours of its day, and asks of the day before. */
  private count(player: Player, { t, day, length }: Piece, by: 1 | -1): void {
    const at = t * this.days + day
    this.spare[at] = (this.spare[at] ?? 0) - by * length
    this.spareOfDay[day] = (this.spareOfDay[day] ?? 0) - by * length
    this.recount(day)
    const jobs = player.any + player.secondHand
    if (jobs === 0) return
    // The day before the first is over: nobody rehearses on it any more.
    if (day === 0) {
      this.missed += by * jobs
      return
    }
    this.jobs[day - 1] = (this.jobs[day - 1] ?? 0) + by * jobs
    const not = t * this.days + day - 1
    this.notBy[not] = (this.notBy[not] ?? 0) + by * player.secondHand
    this.recount(day - 1)
  }

  /**
   * Rehearsals of a day that find nobody. Each may be given by any trainer, or by any but one: by Hall’s theorem only
   * all of them together, or all that rule out the same trainer, can be too many.
   */
  private recount(day: number): void {
    const jobs = this.jobs[day] ?? 0
    const spare = this.spareOfDay[day] ?? 0
    let most = Math.max(0, jobs - spare)
    if (jobs > 0)
      for (let t = 0; t < this.trainers; t++) {
        const at = t * this.days + day
        most = Math.max(most, (this.notBy[at] ?? 0) - (spare - (this.spare[at] ?? 0)))
      }
    this.missed += most - (this.missing[day] ?? 0)
    this.missing[day] = most
  }
}
