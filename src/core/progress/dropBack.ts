import { figures } from '../figures'
import type { Ladder, Rung } from '../curriculum/types'
import type { Result } from './result'
import { isWaitedOut } from '../curriculum/waitsOut'
import { cleanIn, type Results } from '../rule/results'

/** Design choice: a single break never costs more rungs than this. */
export const mostRungsDown = figures.mostRungsDown.value

/** Design choice: recall cut to this many steps at the most when it came in crooked twice running. */
export const crookedRecallSteps = 10

/** Reps that a fading rung is looked back over for too few clean. */
export const lowWindow = 10

export type DropReason =
  /** `shortest`: no hold is below the one it goes back to. */
  | { readonly kind: 'broke'; readonly seconds: number | undefined; readonly shortest?: true }
  | { readonly kind: 'recall-miss' }
  | { readonly kind: 'three-misses' }
  | { readonly kind: 'window-low'; readonly clean: number }
  | { readonly kind: 'two-late' }
  | { readonly kind: 'two-crooked' }
  /** A refresher that came to so few clean over its full set. */
  | { readonly kind: 'refresher-failed'; readonly clean: number; readonly of: number }

export interface Drop {
  /** Rung number within the run; equal to the rung worked when there is nothing below. */
  readonly to: number
  readonly reason: DropReason
}

/** Results at the rung since it was taken up, and the counters that go with them. */
export interface Streaks {
  readonly results: Results
  readonly late: number
  readonly crooked: number
}

/**
 * Whether this rep, already counted into `streaks`, sends the dog back, and where to. Rules of dropping back:
 * timed: a miss, at once; recall: a miss, at once, or twice running crooked; fading: three misses running, or four or
 * fewer clean of a full last ten. Two late running drop one rung on any kind. Common practice; numbers are the house's.
 */
export function dropAfter(
  ladder: Ladder,
  index: number,
  result: Result,
  brokeSeconds: number | undefined,
  streaks: Streaks,
): Drop | undefined {
  const rung = ladder.rungs[index]
  if (!rung) return undefined
  const back = Math.max(0, index - 1)
  if (result === 'M') {
    if (rung.kind === 'timed') {
      const to = belowBreak(ladder, index, brokeSeconds)
      const isShortest = ladder.rungs[to]?.kind === 'timed' && ladder.rungs[to - 1]?.kind !== 'timed'
      return { to, reason: { kind: 'broke', seconds: brokeSeconds, ...(isShortest ? { shortest: true } : {}) } }
    }
    if (rung.kind === 'recall') return { to: back, reason: { kind: 'recall-miss' } }
  }
  if (streaks.crooked >= 2 && rung.kind === 'recall')
    return { to: shorterRecall(ladder, index), reason: { kind: 'two-crooked' } }
  if (streaks.late >= 2 && !isWaitedOut(rung)) return { to: back, reason: { kind: 'two-late' } }
  if (rung.kind !== 'timed' && rung.kind !== 'recall') {
    if (streaks.results.endsWith('MMM')) return { to: back, reason: { kind: 'three-misses' } }
    const clean = streaks.results.length >= lowWindow ? cleanIn(streaks.results, lowWindow) : lowWindow
    if (clean <= 4) return { to: back, reason: { kind: 'window-low', clean } }
  }
  return undefined
}

/**
 * The highest hold strictly below the second at which it broke, at most three rungs down, never below the first. Where
 * rungs share their seconds (distance), the lowest of those three that asks for no longer a hold. A single break leaves
 * the holds for what was taught before them only from the shortest.
 */
export function belowBreak(ladder: Ladder, index: number, brokeSeconds: number | undefined): number {
  const worked = ladder.rungs[index]
  if (!worked || index === 0) return 0
  if (brokeSeconds === undefined) return index - 1
  const seconds = (rung: Rung | undefined) =>
    rung?.kind === 'timed' ? (rung.criterion.seconds ?? 0) : Number.POSITIVE_INFINITY
  const floor = Math.max(0, index - mostRungsDown)
  for (let i = index - 1; i >= floor; i--) if (seconds(ladder.rungs[i]) < brokeSeconds) return i
  for (let i = floor; i < index; i++) if (seconds(ladder.rungs[i]) <= seconds(worked)) return i
  return index - 1
}

/**
 * The longest listed recall of at most ten steps, from wherever it came in crooked; the same rung again where that is
 * no longer already. Without such a rung below, the previous one.
 */
function shorterRecall(ladder: Ladder, index: number): number {
  if ((ladder.rungs[index]?.criterion.steps ?? Number.POSITIVE_INFINITY) <= crookedRecallSteps) return index
  const short = ladder.rungs.findLastIndex(
    (r, i) => i < index && r.criterion.steps !== undefined && r.criterion.steps <= crookedRecallSteps,
  )
  return short >= 0 ? short : Math.max(0, index - 1)
}

/** What happened, and where that sends the dog: two sentences, the second empty where it stays. */
export function dropSentences(reason: DropReason, rung: Rung, target: Rung): readonly [what: string, then: string] {
  switch (reason.kind) {
    case 'broke':
      return reason.seconds === undefined
        ? [`Broke before ${rung.name}.`, 'Drop back one rung.']
        : [
            `Broke at ${Number(reason.seconds.toFixed(1))} s of ${rung.criterion.seconds ?? 0} s.`,
            whereTo(reason, rung, target),
          ]
    case 'recall-miss':
      return ['Missed recall.', 'Go back to the previous distance.']
    case 'three-misses':
      return ['Three misses in a row.', 'Bring the last prompt back.']
    case 'window-low':
      return [`Only ${reason.clean} clean of the last ten.`, 'Bring the last prompt back.']
    case 'refresher-failed':
      return [`The refresher had ${reason.clean} clean of ${reason.of}.`, 'Drop back one rung, then come up again.']
    case 'two-late':
      return ['Late twice in a row.', 'Drop back one rung.']
    case 'two-crooked':
      return target.id === rung.id
        ? [`Crooked twice in a row from ${crookedRecallSteps} steps or fewer.`, 'Repeat it straight in front of you.']
        : ['Crooked twice in a row at this level.', 'Shorten the distance.']
  }
}

/** What happened and where that sends the dog, in one text. */
export const dropText = (reason: DropReason, rung: Rung, target: Rung): string =>
  dropSentences(reason, rung, target)
    .filter((sentence) => sentence !== '')
    .join(' ')

/** Why this rung and no other, after a break at so many seconds. */
function whereTo(broke: { seconds: number | undefined; shortest?: true }, rung: Rung, target: Rung): string {
  if (target.id === rung.id) return ''
  if ((target.criterion.seconds ?? 0) < (broke.seconds ?? 0)) return 'Drop back to the highest rung below that.'
  if (target.axis === 'distance') return 'Go nearer, and ask for no longer a stay.'
  return broke.shortest ? 'Drop back to the shortest stay.' : 'Drop back three rungs, the most at once.'
}

/**
 * Whether a broken hold is put back at the same spot instead of shortened. A second break running shortens in any case.
 */
export function putBack(
  rung: Rung,
  result: Result,
  results: string,
  school: 'by-standing' | 'shorten' | 'put-back',
  held: boolean,
  refresher: boolean,
): boolean {
  if (rung.kind !== 'timed' || result !== 'M' || refresher || school === 'shorten' || results.endsWith('MM'))
    return false
  return school === 'put-back' || held
}
