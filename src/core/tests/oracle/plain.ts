import type { Ladder, Rung } from '../../curriculum/types'

/**
 * How a ladder is climbed, written from the trade’s words alone and read from the whole history at every rep: slow,
 * plain, and sharing nothing with the product but the shapes of rungs. One context only: nothing in it is ever new to
 * the dog.
 */
export interface PlainRep {
  readonly index: number
  readonly result: 'C' | 'H' | 'L' | 'M' | 'X' | 'N'
  readonly at: number
  readonly day: string
  /** Which set, and the how-manieth of it, counted from 1. */
  readonly set: string
  readonly nth: number
  readonly refresh: boolean
  readonly broke: number | undefined
}

interface Meeting {
  readonly index: number
  readonly day: string
  readonly order: number
}

export interface PlainStanding {
  readonly position: number
  readonly meetings: readonly Meeting[]
  /** Rung and the order of the rep that took it away. */
  readonly slips: readonly { readonly index: number; readonly order: number }[]
  /** What each rep did: `.` nothing, `+` met, `-` dropped, `=` put back or again. */
  readonly said: string
}

const threeDays = 3 * 86_400_000
const clean = (results: string): number => [...results].filter((r) => r === 'C').length

/**
 * Held: the rule met on two days at this rung or a harder one on the same axis, and once more since a failed refresher
 * took it away.
 */
export function plainHeld(ladder: Ladder, s: Pick<PlainStanding, 'meetings' | 'slips'>, index: number): boolean {
  const axis = ladder.rungs[index]?.axis
  const counting = s.meetings.filter((m) => m.index >= index && ladder.rungs[m.index]?.axis === axis)
  const slip = Math.max(-1, ...s.slips.filter((x) => x.index === index).map((x) => x.order))
  return new Set(counting.map((m) => m.day)).size >= 2 && (slip < 0 || counting.some((m) => m.order > slip))
}

export function plainJudge(ladder: Ladder, reps: readonly PlainRep[]): PlainStanding {
  let position = 0
  let window = ''
  let windowAt = 0
  let windowRung = -1
  const meetings: Meeting[] = []
  const slips: { index: number; order: number }[] = []
  let text = ''
  reps.forEach((rep, order) => {
    const rung = ladder.rungs[rep.index]
    if (!rung) throw new Error('no rung')
    const isHeld = (i: number) => plainHeld(ladder, { meetings, slips }, i)
    const top = ladder.rungs.reduce((best, _, i) => (isHeld(i) ? i : best), -1)
    const refresher = rep.refresh && rep.index === top
    const heldHere = isHeld(rep.index)
    if (rep.index !== windowRung || rep.at - windowAt > threeDays || (refresher && rep.nth === 1)) window = ''
    windowRung = rep.index
    windowAt = rep.at
    window = (window + rep.result).slice(-12)
    const before = reps.slice(0, order + 1).filter((r) => r.index === rep.index)
    const ofSet = before.filter((r) => r.set === rep.set)
    if (meets(rung, window, rep.result) || offered(rung, before, meetings, rep.index)) {
      meetings.push({ index: rep.index, day: rep.day, order })
      position = Math.max(position, rep.index + 1)
      window = ''
      text += '+'
      return
    }
    const refreshed =
      refresher && rep.nth >= rung.setReps ? clean(ofSet.map((r) => r.result).join('')) / rep.nth : undefined
    const to = putBack(rung, rep, window, heldHere, refresher) ? undefined : dropTo(ladder, rep, window, refreshed)
    if (to === undefined) {
      text += rep.result === 'M' && rung.kind === 'timed' ? '=' : '.'
      return
    }
    if (refresher) for (let i = Math.min(to + 1, rep.index); i <= rep.index; i++) slips.push({ index: i, order })
    position = Math.min(position, to)
    if (to !== rep.index) {
      window = ''
      windowRung = -1
    } else if (
      rung.kind !== 'timed' &&
      rung.kind !== 'recall' &&
      !(window.endsWith('LL') && !waited(rung)) &&
      runDown(window)
    )
      // At the first rung nothing lies below, and it is counted again; a refresher of ten that failed is one of these.
      window = ''
    text += '-'
  })
  return { position, meetings, slips, said: text }
}

/**
 * Five of five, eight of the last ten, ten in a row: only when full; what drops never moves on: a broken
 * hold, a missed recall, twice late or crooked.
 */
function meets(rung: Rung, window: string, newest: string): boolean {
  if (newest === 'M' && (rung.kind === 'timed' || rung.kind === 'recall')) return false
  if ((window.endsWith('LL') && !waited(rung)) || (rung.kind === 'recall' && window.endsWith('XX'))) return false
  const span = rung.rule.kind === 'row' ? rung.rule.r : rung.rule.n
  const least = rung.rule.kind === 'row' ? rung.rule.r : rung.rule.k
  return window.length >= span && clean(window.slice(-span)) >= least
}

/** Place in pieces, skipping what the dog offers: the first two at a piece of it clean are enough. */
const offered = (rung: Rung, before: readonly PlainRep[], meetings: readonly Meeting[], index: number): boolean =>
  rung.command === 'place' &&
  rung.stage === 'shape' &&
  before.length === 2 &&
  before.every((r) => r.result === 'C') &&
  meetings.every((m) => m.index !== index)

/** Licking and pawing are expected where it finds by itself what pays. */
const waited = (rung: Rung): boolean => rung.kind === 'uncued' && rung.stage === 'shape'

/** Three misses, or four or fewer of ten. */
const runDown = (window: string): boolean =>
  window.endsWith('MMM') || (window.length >= 10 && clean(window.slice(-10)) <= 4)

/** A held stay that breaks is put back at the same spot, once. */
const putBack = (rung: Rung, rep: PlainRep, window: string, held: boolean, refresher: boolean): boolean =>
  rung.kind === 'timed' && rep.result === 'M' && held && !refresher && !window.endsWith('MM')

function dropTo(ladder: Ladder, rep: PlainRep, window: string, refreshed: number | undefined): number | undefined {
  const i = rep.index
  const rung = ladder.rungs[i]
  const previous = Math.max(0, i - 1)
  if (!rung) return undefined
  if (rep.result === 'M' && rung.kind === 'timed') {
    if (i === 0) return 0
    if (rep.broke === undefined) return previous
    const three = [i - 1, i - 2, i - 3].filter((j) => j >= 0 && ladder.rungs[j]?.kind === 'timed')
    const seconds = (j: number) => ladder.rungs[j]?.criterion.seconds ?? 0
    return (
      three.find((j) => seconds(j) < (rep.broke ?? 0)) ??
      [...three].reverse().find((j) => seconds(j) <= seconds(i)) ??
      previous
    )
  }
  if (rep.result === 'M' && rung.kind === 'recall') return previous
  if (rung.kind === 'recall' && window.endsWith('XX')) {
    if ((rung.criterion.steps ?? 1000) <= 10) return i
    const short = ladder.rungs
      .map((r, j) => (j < i && (r.criterion.steps ?? 1000) <= 10 ? j : -1))
      .filter((j) => j >= 0)
    return short.at(-1) ?? previous
  }
  if (window.endsWith('LL') && !waited(rung)) return previous
  if (rung.kind !== 'timed' && rung.kind !== 'recall' && runDown(window)) return previous
  return refreshed !== undefined && refreshed <= 0.4 ? previous : undefined
}
