import { changeRungs } from '../curriculum/change'
import { withRole } from '../curriculum/lookup'
import type { Curriculum, Rule, Rung } from '../curriculum/types'
import { is } from '../curriculum/roles'
import { spanOf } from '../rule/rule'
import { chosen, type Method } from './rows'

/** The judging settings that the fold asks about rep by rep; the others are already in the ladder. */
export interface Judging {
  readonly late: 'help-then-pay' | 'always-paid' | 'not-paid'
  readonly crooked: 'coming-first' | 'coming' | 'only-correct'
  readonly brokenStay: 'by-standing' | 'shorten' | 'put-back'
  readonly eyeContact: 'at-proofing' | 'always' | 'after-walking' | 'by-itself'
  /** Whether a recall without its finish is clean: never asked, asked once held, always asked. */
  readonly finish: 'never' | 'once-held' | 'always'
  readonly skipOffered: boolean
}

/** What the method says of single reps. */
export function judgingOf(method: Method): Judging {
  const pick = <T extends string>(row: string, known: readonly T[]): T =>
    known.find((k) => k === chosen(method, row)) ?? (known[0] as T)
  const finish = chosen(method, 'finish')
  return {
    late: pick('late', ['help-then-pay', 'always-paid', 'not-paid']),
    crooked: pick('crooked', ['coming-first', 'coming', 'only-correct']),
    brokenStay: pick('broken-stay', ['by-standing', 'shorten', 'put-back']),
    eyeContact: pick('eye-contact', ['at-proofing', 'always', 'after-walking', 'by-itself']),
    finish: finish === 'none' ? 'never' : finish === 'owner-later' ? 'once-held' : 'always',
    skipOffered: chosen(method, 'place') === 'skip-offered',
  }
}

/** House: holds from this length keep the short rule that the curriculum gives them. */
const longHoldSeconds = 30

const ruleOf: Readonly<Record<string, Rule>> = {
  'five-of-five': { kind: 'row', r: 5 },
  'eight-of-ten': { kind: 'window', k: 8, n: 10 },
  'ten-in-a-row': { kind: 'row', r: 10 },
}

const finishWords: Readonly<Record<string, string>> = {
  front: 'comes in straight and sits in front',
  'steps-in': 'comes in, steps in to your side and sits',
  touch: 'comes in and touches the palm',
}

/** The ladder as the house's method wants it climbed. */
export function judged(curriculum: Curriculum, method: Method): Curriculum {
  const rule = ruleOf[chosen(method, 'counts')]
  const early = chosen(method, 'word') === 'with-lure'
  const together = chosen(method, 'ds') === 'time-and-distance'
  const finish = chosen(method, 'finish')
  const whole = chosen(method, 'place') === 'whole'
  const timeFirst = withRole(curriculum, 'time-first')
  const timeBegun = withRole(curriculum, 'time-begun')
  /** Where time and distance grow together, distance waits for the beginning of the time and not for all of it. */
  const soonerNeed = (rung: Rung, need: string): string =>
    timeFirst.some((t) => t.id === need && t.command === rung.command)
      ? (timeBegun.find((t) => t.command === rung.command)?.id ?? need)
      : need
  return changeRungs(curriculum, (rung): Rung | undefined => {
    if (early && !is(rung, 'word-waits') && (rung.stage === 'word-before-signal' || is(rung, 'hold-word')))
      return undefined
    if (whole && is(rung, 'in-parts')) return undefined
    if (finish === 'none' && (is(rung, 'front') || is(rung, 'runs-through'))) return undefined
    let made = rung
    if (rule && (rung.criterion.seconds ?? 0) < longHoldSeconds)
      made = { ...made, rule, setReps: rung.kind === 'recall' ? rung.setReps : spanOf(rule) }
    if (early && !is(rung, 'word-waits') && rung.cue !== 'word')
      made = { ...made, cue: 'word', say: '{cue}, once, with the lure', dontSay: 'Once only. Not again, not louder.' }
    if (together)
      made = {
        ...made,
        needs: made.needs.map((n) => soonerNeed(rung, n)),
      }
    const ending = finishWords[finish]
    if (is(rung, 'front') && ending) made = { ...made, criterion: { ...made.criterion, words: ending } }
    return made
  })
}
