import { findCommand, ownRung, withRole } from '../curriculum/lookup'
import { is } from '../curriculum/roles'
import type { Finish } from '../dog/finish'
import { adaptCurriculum, adaptationKey, type AdaptedFor } from '../dog/adaptCurriculum'
import type { Age } from '../dog/ageLimits'
import { youngUntilDays, type DogTraits } from '../dog/traits'
import type { Curriculum, Stage } from '../curriculum/types'
import { addDays } from '../days'
import { judged, judgingOf, type Judging } from '../method/judging'
import { chosen, defaultMethod, kindOf, methodAt, rowIds, type DatedChange, type Method } from '../method/method'
import type { RungId } from '../ids'
import type { EpochMs } from '../epochMs'

/** The ladder and the judging that hold for one dog from a moment on. */
export interface Regime {
  /** Milliseconds since the epoch; the first regime holds from the beginning of time. */
  readonly fromMs: number
  readonly curriculum: Curriculum
  readonly judging: Judging
  /** The dog's age, where its rungs depend on it. */
  readonly age?: Age
  /** Rungs that are put in hand as this regime begins: what a baseline found. */
  readonly starts?: readonly string[]
  /** Rungs that ask for something else from here on: what was met at them counts no more. */
  readonly anew?: readonly string[]
}

/** Where a run begins, from this moment on. It makes nothing passed and nothing held. */
export interface Start {
  readonly at: EpochMs
  readonly rungId: RungId
}

/** Always at least one, in order of time. */
export type Regimes = readonly [Regime, ...Regime[]]

export interface RegimeSource {
  /** Versions of the curriculum this residency was on, in order; the first from its start. */
  readonly versions: readonly [
    { readonly from: number; readonly curriculum: Curriculum },
    ...{ readonly from: number; readonly curriculum: Curriculum }[],
  ]
  /** Changes of the house method, in order of time. */
  readonly changes: readonly DatedChange[]
  readonly traits: DogTraits
  readonly side: 'left' | 'right'
  /** The day it came, `YYYY-MM-DD`: a young dog's first week is duration only. */
  readonly arrivesOn: string
  /** How the owner wants a recall to end, in order of time; the house’s way before the first. */
  readonly finishes?: readonly { readonly at: EpochMs; readonly finish: Finish | undefined }[]
  /** Moments from which a command has another cue word, in order of time. */
  readonly newWords?: readonly { readonly at: EpochMs; readonly command: string }[]
  /** Starting rungs, in order of time. */
  readonly starts?: readonly Start[]
  /** Milliseconds at which a calendar day of the kennel begins. */
  readonly startOfDay: (day: string) => number
}

/**
 * What held for this dog when: a new regime with each version moved to, each judging setting changed, each baseline and
 * the day on which a dog stops being young, and with each other finish of a recall or cue word, whose rungs begin
 * again. What was recorded before keeps the rules it was made under.
 */
export function regimesOf(source: RegimeSource): Regimes {
  const grownAt =
    source.traits.bornOn === null ? undefined : source.startOfDay(addDays(source.traits.bornOn, youngUntilDays))
  const young = (at: EpochMs) => grownAt !== undefined && at < grownAt
  const first = source.versions[0]
  const moments = [
    ...new Set([
      ...source.versions.slice(1).map((v) => v.from),
      ...source.changes.map((c) => c.at),
      ...(source.starts ?? []).map((s) => s.at),
      ...(source.finishes ?? []).map((f) => f.at),
      ...(source.newWords ?? []).map((w) => w.at),
      ...(grownAt === undefined ? [] : [grownAt]),
    ]),
  ].sort((a, b) => a - b)
  const at = (from: number): Regime => {
    const version = source.versions.findLast((v) => v.from <= from) ?? first
    return {
      ...regimeOf(version.curriculum, methodAt(source.changes, from), {
        traits: source.traits,
        side: source.side,
        young: young(from),
        finish: source.finishes?.findLast((f) => f.at <= from)?.finish,
      }),
      age: { young: young(from), arrivesOn: source.arrivesOn },
      fromMs: from,
    }
  }
  const regimes: [Regime, ...Regime[]] = [{ ...at(Number.NEGATIVE_INFINITY), fromMs: Number.NEGATIVE_INFINITY }]
  for (const moment of moments) {
    const next = at(moment)
    const last = regimes.at(-1)
    const starts = (source.starts ?? []).filter((s) => s.at === moment).map((s) => s.rungId)
    const spoken = (source.newWords ?? []).filter((w) => w.at === moment)
    if (
      starts.length === 0 &&
      spoken.length === 0 &&
      last &&
      last.curriculum === next.curriculum &&
      last.judging === next.judging &&
      last.age?.young === next.age?.young
    )
      continue
    const anew = [
      ...(source.finishes?.some((f) => f.at === moment) === true ? finishRungs(last, next) : []),
      ...spoken.flatMap((w) => wordRungs(next.curriculum, w.command)),
    ]
    regimes.push({
      ...next,
      ...(starts.length === 0 ? {} : { starts }),
      ...(anew.length === 0 ? {} : { anew }),
    })
  }
  return regimes
}

/** The ladder that holds for this dog at a moment: that of the newest of its regimes, without those before it. */
export function ladderAt(
  source: Pick<RegimeSource, 'versions' | 'changes' | 'traits' | 'side' | 'finishes' | 'startOfDay'>,
  at: EpochMs,
): Curriculum {
  const { traits, side } = source
  const version = source.versions.findLast((v) => v.from <= at) ?? source.versions[0]
  const young = traits.bornOn !== null && at < source.startOfDay(addDays(traits.bornOn, youngUntilDays))
  const finish = source.finishes?.findLast((f) => f.at <= at)?.finish
  return regimeOf(version.curriculum, methodAt(source.changes, at), { traits, side, young, finish }).curriculum
}

/** The rungs that teach how a recall ends, where they say something else than they did. */
const finishRungs = (before: Regime | undefined, next: Regime): readonly string[] =>
  before === undefined
    ? []
    : [...withRole(next.curriculum, 'front'), ...withRole(next.curriculum, 'runs-through')]
        .filter((r) => ownRung(before.curriculum, r.id)?.rung.criterion.words !== r.criterion.words)
        .map((r) => r.id)

const wordStages: readonly Stage[] = ['word-before-signal', 'smaller-signal', 'word-alone']

/**
 * The rungs of a command that teach its word: those on which it is brought in, up to the word alone; of a hold, the one
 * on which the word is put to it. A new word begins them again, and what is mastered stays mastered (common practice:
 * the behavior is known, the new word goes before the old cue until it does alone).
 */
export function wordRungs(curriculum: Curriculum, command: string): readonly string[] {
  const rungs = findCommand(curriculum, command)?.runs.flatMap((ladder) => ladder.rungs) ?? []
  const taught = rungs.filter((r) => r.cue !== 'none' && wordStages.includes(r.stage))
  return (taught.length > 0 ? taught : rungs.filter((r) => is(r, 'hold-word'))).map((r) => r.id)
}

interface Made {
  readonly curriculum: Curriculum
  readonly judging: Judging
}
/** What is only instructed changes no standing, so it begins no regime. */
const judgingRows = rowIds.filter((id) => kindOf(id) === 'judging')
const made = new WeakMap<Curriculum, Map<string, Made>>()

/** The ladder of one dog under the judging rows of a method; the same object whenever these are asked for again. */
export function regimeOf(curriculum: Curriculum, method: Method, dog: AdaptedFor): Made {
  const key = `${adaptationKey(dog)} ${judgingRows.map((id) => `${id}=${chosen(method, id)}`).join(' ')}`
  const known = made.get(curriculum)?.get(key)
  if (known) return known
  const fresh: Made = {
    curriculum: adaptCurriculum(judged(curriculum, method, dog.finish), dog),
    judging: judgingOf(method),
  }
  const all = made.get(curriculum) ?? new Map<string, Made>()
  all.set(key, fresh)
  made.set(curriculum, all)
  return fresh
}

/** One regime for all time: this curriculum as it is, under the default method. */
export const always = (curriculum: Curriculum, judging: Judging = judgingOf(defaultMethod)): Regimes => [
  { fromMs: Number.NEGATIVE_INFINITY, curriculum, judging },
]

/** The regime in force at a moment. */
export const regimeAt = (regimes: Regimes, at: EpochMs): Regime => regimes.findLast((r) => r.fromMs <= at) ?? regimes[0]

/** The last of these regimes; the one that holds now where they are those up to now. */
export const newest = (regimes: Regimes): Regime => regimes[regimes.length - 1] ?? regimes[0]

/** The regimes that had begun by this moment: what lies ahead judges nothing yet. */
export function upTo(regimes: Regimes, now: EpochMs): Regimes {
  const [first, ...rest] = regimes
  return [first, ...rest.filter((r) => r.fromMs <= now)]
}

/** The moment at which the next regime begins; undefined when none is known of. */
export const changesAt = (regimes: Regimes, now: EpochMs): number | undefined =>
  regimes.find((r) => r.fromMs > now)?.fromMs
