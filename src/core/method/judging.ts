import { changeRungs } from '../curriculum/change'
import { withRole } from '../curriculum/lookup'
import type { Curriculum, Rule, Rung } from '../curriculum/types'
import { is } from '../curriculum/roles'
import { finishes, type Finish } from '../dog/finish'
import { spanOf } from '../rule/rule'
import { chosen, type Method } from './method'

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

/** Design choice: holds from this length keep the short rule that the curriculum gives them. */
const longHoldSeconds = 30

const ruleOf: Readonly<Record<string, Rule>> = {
  'five-of-five': { kind: 'row', r: 5 },
  'eight-of-ten': { kind: 'window', k: 8, n: 10 },
  'ten-in-a-row': { kind: 'row', r: 10 },
}

interface FinishWords {
  readonly name: string
  readonly words: string
  readonly payWhere: string
  /** Of the rung that runs through some times before it. */
  readonly through: string
  readonly payThrough: string
}

/** What the rungs that teach a finish say of it; the front is in the file itself. */
const finishWords: Readonly<Record<Exclude<Finish, 'front'>, FinishWords>> = {
  'steps-in': {
    name: 'Sits, and you step in',
    words: 'comes in straight and sits; you step in until the dog is at your left side',
    payWhere: 'At the seam of your left side, once you stand beside the dog',
    through: 'two or three passes through, then one that sits until you have stepped in',
    payThrough: 'Straight through: tossed on between your legs. Stepped in: at the seam, once you stand beside the dog',
  },
  touch: {
    name: 'To the palm',
    words: 'comes in straight and touches the palm',
    payWhere: 'From the other hand, at the palm that was touched',
    through: 'two or three passes through, then one to the palm',
    payThrough: 'Straight through: tossed on between your legs. Palm: from the other hand, at the palm',
  },
}

/** The rungs that teach how a recall ends, as this finish has them. */
function finished(rung: Rung, finish: Exclude<Finish, 'front'>): Rung {
  const { name, words, payWhere, through, payThrough } = finishWords[finish]
  if (is(rung, 'front')) return { ...rung, name, payWhere, criterion: { ...rung.criterion, words } }
  if (is(rung, 'runs-through'))
    return { ...rung, name: 'Through and in', payWhere: payThrough, criterion: { ...rung.criterion, words: through } }
  return rung
}

/** Design choice: a game of hiding is played a few times and found each time, and is no drill of ten. */
const hideRule = { kind: 'row', r: 3 } as const

/** What goes with the word where it is said from the start: the help that the rung has. */
const earlyWord = ({ kind, criterion }: Rung): string =>
  kind === 'timed'
    ? '{cue} once, at the start; {release} ends it'
    : criterion.help === 'lure'
      ? '{cue}, once, with the lure'
      : criterion.help === 'none'
        ? '{cue}, once'
        : '{cue}, once, with the hand'

/**
 * The ladder as the house’s method wants it climbed. `own`: how the owner wants a recall to end, unless the house
 * teaches no finish at all.
 */
export function judged(curriculum: Curriculum, method: Method, own?: Finish): Curriculum {
  const rule = ruleOf[chosen(method, 'counts')]
  const early = chosen(method, 'word') === 'with-lure'
  const together = chosen(method, 'ds') === 'time-and-distance'
  const none = chosen(method, 'finish') === 'none'
  const finish = own ?? finishes.find((f) => f === chosen(method, 'finish')) ?? 'front'
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
    if (none && (is(rung, 'front') || is(rung, 'runs-through'))) return undefined
    let made = rung
    if (rule && (rung.criterion.seconds ?? 0) < longHoldSeconds)
      made = { ...made, rule, setReps: rung.kind === 'recall' ? rung.setReps : spanOf(rule) }
    if (early && !is(rung, 'word-waits') && rung.cue !== 'word' && rung.kind !== 'uncued')
      made = { ...made, cue: 'word', say: earlyWord(rung), dontSay: 'Once only. Not again, not louder.' }
    if (made.hides === true && !rule) made = { ...made, rule: hideRule, setReps: hideRule.r }
    if (together)
      made = {
        ...made,
        needs: made.needs.map((n) => soonerNeed(rung, n)),
      }
    return finish === 'front' ? made : finished(made, finish)
  })
}
