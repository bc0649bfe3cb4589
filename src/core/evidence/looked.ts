import { median } from 'simple-statistics'
import { isOnLeash } from '../curriculum/reach'
import { is } from '../curriculum/roles'
import type { Rung } from '../curriculum/types'
import type { Outcome } from '../facts/fact'
import { ownersHands } from '../facts/hands'
import { lookedWords, type Looked, type LookedField } from '../facts/looked'
import type { OwnersHand } from '../facts/words'
import { differenceOf, wilson, type Difference, type Share } from './interval'

/** What may be looked at in a rep of this rung, in the order in which it is offered. */
export function lookedFor(
  rung: Rung,
  set: { readonly kit: string; readonly withDog: boolean; readonly toys: boolean },
): readonly LookedField[] {
  const { kind } = rung
  const leashed = isOnLeash(set.kit, undefined)
  const otherDog = set.withDog || is(rung, 'other-dog')
  return [
    ...(kind === 'recall' ? (['arriveSeconds', 'speed'] as const) : []),
    ...(is(rung, 'front') ? (['angle'] as const) : []),
    ...(kind === 'heel' ? (['lookUps'] as const) : []),
    ...(kind === 'settle' ? (['struggle'] as const) : []),
    ...(rung.cue === 'word' ? (['voice'] as const) : []),
    ...(kind === 'settle' ? [] : (['hands'] as const)),
    ...(leashed && kind !== 'settle' ? (['leashMoved'] as const) : []),
    'level',
    'metres',
    ...(otherDog ? (['helperDog'] as const) : []),
    ...(kind === 'position' ? (['led'] as const) : []),
    ...(set.toys ? (['toy', 'playMinutes', 'keen'] as const) : []),
  ]
}

/** What of the handler’s hands is looked at, by kind of rep: no more than a thumb finds in a row. House. */
const handsOf: Readonly<Record<Rung['kind'], readonly OwnersHand[]>> = {
  recall: ['fist', 'straight', 'called-once', 'pay'],
  heel: ['slack', 'no-pull', 'one-cue', 'pay'],
  timed: ['one-cue', 'straight', 'pay', 'release'],
  position: ['one-cue', 'straight', 'pay'],
  uncued: ['straight', 'pay'],
  settle: [],
}
export const handsFor = (rung: Pick<Rung, 'kind'>): readonly OwnersHand[] => handsOf[rung.kind]

export interface LookedRep {
  readonly outcome: Outcome
  readonly looked: Looked | null
}

/** One thing that was seen, and how often the rep was clean with it. */
export interface SeenShare {
  readonly field: LookedField
  readonly value: string
  readonly words: string
  readonly clean: Share
}

/** What was seen on purpose and may be changed for the next rep; its result is no cause of itself. */
const causes: Partial<Record<LookedField, (value: string) => string>> = {
  voice: (v) => (v === 'usual' ? 'in the usual voice' : `said ${v === 'loud' ? 'loud' : 'quietly'}`),
  helperDog: (v) => `with the helper dog ${v}`,
  leashMoved: () => 'with the leash moved by mistake',
  hands: (v) => `when ${v in ownersHands ? ownersHands[v as OwnersHand].wrong : v}`,
  level: (v) => `at level ${v}`,
  metres: (v) => `with the distraction ${v} m off`,
  led: (v) => `led by the ${v}`,
  toy: (v) => `for the ${v === 'other' ? 'other toy' : v === 'soft' ? 'soft toy' : v}`,
  keen: (v) => `when it was ${v === 'little' ? 'not very' : v} keen`,
}

const valuesOf = (looked: Looked, field: LookedField): readonly string[] => {
  const value = looked[field]
  if (value === undefined || value === false) return []
  return Array.isArray(value) ? (value as readonly string[]) : [String(value)]
}

/** Of every cause that was noted, each value with its share of clean reps, the most often noted first. */
export function seenShares(reps: readonly LookedRep[]): readonly SeenShare[] {
  return (Object.keys(causes) as LookedField[]).flatMap((field) => {
    const words = causes[field]
    const values = [...new Set(reps.flatMap((r) => (r.looked ? valuesOf(r.looked, field) : [])))]
    return values
      .flatMap((value): SeenShare[] => {
        const own = reps.filter((r) => r.looked && valuesOf(r.looked, field).includes(value))
        const clean = wilson(own.filter((r) => r.outcome === 'clean').length, own.length)
        return clean && words ? [{ field, value, words: words(value), clean }] : []
      })
      .sort((a, b) => b.clean.total - a.clean.total || a.value.localeCompare(b.value))
  })
}

/** Design choice: less than so many reps with it, and as many without, say nothing. */
const fewest = 4

export interface Suspect extends SeenShare {
  /** All other reps at which the same was looked at, or could have been. */
  readonly without: Share
  readonly difference: Difference
  readonly tryThis: string
}

/** What to do otherwise the next time; nothing where there is nothing to change, as at level 0. */
const instead: Partial<Record<LookedField, (value: string) => string>> = {
  voice: (v) => (v === 'loud' ? 'Say it quietly.' : v === 'quiet' ? 'Say it a little louder.' : ''),
  helperDog: (v) =>
    v === 'moving' ? 'Let the helper dog stand, or crate it.' : 'Another helper dog, or farther away.',
  leashMoved: () => 'Fold the leash in the far hand and keep that hand still.',
  hands: (v) => (v in ownersHands ? `Remember: ${ownersHands[v as OwnersHand].right}.` : ''),
  level: (v) => (v === '0' ? '' : 'One level lower until the reps are clean again.'),
  metres: (v) => (Number(v) < farMetres ? 'Farther from the distraction.' : ''),
  led: (v) => `Lead the dog by the other ${v.endsWith('paw') ? 'side' : 'hand'}.`,
  toy: () => 'Another toy.',
  keen: (v) => (v === 'very' ? '' : 'Play for less time, or with another toy. Stop while the dog still wants more.'),
}
/** As far off as a distraction is counted: over 15 m (house). */
const farMetres = 15

/**
 * What the misses of a rung share: clean plainly less often with it than without. Difference of two shares with its
 * 95 % interval (Newcombe 1998, method 10), all of it below nothing; the widest first.
 */
export function suspectsIn(reps: readonly LookedRep[]): readonly Suspect[] {
  return seenShares(reps)
    .flatMap((seen): Suspect[] => {
      const isWith = (r: LookedRep) => r.looked !== null && valuesOf(r.looked, seen.field).includes(seen.value)
      const others = reps.filter((r) => !isWith(r) && isTold(r, seen.field))
      const without = wilson(others.filter((r) => r.outcome === 'clean').length, others.length)
      if (!without || seen.clean.total < fewest || without.total < fewest) return []
      const difference = differenceOf(seen.clean, without)
      const tryThis = instead[seen.field]?.(seen.value) ?? ''
      return difference.high < 0 && tryThis !== '' ? [{ ...seen, without, difference, tryThis }] : []
    })
    .sort((a, b) => a.difference.difference - b.difference.difference)
}

/** A slip of the hands is noted when it is seen: nothing noted is none. Of the rest, only what was looked at counts. */
const isTold = (rep: LookedRep, field: LookedField): boolean =>
  field === 'hands' || field === 'leashMoved' || rep.looked?.[field] !== undefined

/** As one sentence: how often with it, how often without. */
export const suspectText = (s: Suspect): string =>
  `Clean ${s.clean.clean} of ${s.clean.total} ${s.words}, ${s.without.clean} of ${s.without.total} otherwise. ` +
  s.tryThis

export interface SeenMeasures {
  readonly arriveSeconds: number | undefined
  readonly angle: number | undefined
  readonly lookUps: number | undefined
  readonly speeds: Readonly<Partial<Record<string, number>>>
  readonly struggles: Readonly<Partial<Record<string, number>>>
  /** Minutes played by toy, and how many reps it was very keen of. */
  readonly play: readonly {
    readonly toy: string
    readonly reps: number
    readonly minutes: number
    readonly very: number
  }[]
  /** Reps at which anything was looked at. */
  readonly reps: number
}

/** What was measured or counted, in the middle; undefined where nobody looked. */
export function measuresIn(reps: readonly LookedRep[]): SeenMeasures {
  const all = reps.flatMap((r) => (r.looked === null ? [] : [r.looked]))
  const middle = (field: 'arriveSeconds' | 'angle' | 'lookUps') => {
    const seen = all.flatMap((l) => l[field] ?? [])
    return seen.length === 0 ? undefined : median(seen)
  }
  const counts = (field: 'speed' | 'struggle') => {
    const found: Record<string, number> = {}
    for (const l of all) {
      const value = l[field]
      if (value !== undefined) found[value] = (found[value] ?? 0) + 1
    }
    return found
  }
  return {
    arriveSeconds: middle('arriveSeconds'),
    angle: middle('angle'),
    lookUps: middle('lookUps'),
    speeds: counts('speed'),
    struggles: counts('struggle'),
    play: lookedWords.toy.flatMap((toy) => {
      const own = all.filter((l) => l.toy === toy)
      return own.length === 0
        ? []
        : [
            {
              toy,
              reps: own.length,
              minutes: own.reduce((sum, l) => sum + (l.playMinutes ?? 0), 0),
              very: own.filter((l) => l.keen === 'very').length,
            },
          ]
    }),
    reps: all.length,
  }
}

export interface LookedDay {
  readonly day: string
  readonly reps: number
  readonly arriveSeconds: number | undefined
  readonly lookUps: number | undefined
  readonly angle: number | undefined
  /** Minutes played. */
  readonly played: number
}

/** What was measured, day by day, oldest first; days on which nobody measured anything are left out. */
export function lookedByDay(reps: readonly (LookedRep & { readonly day: string })[]): readonly LookedDay[] {
  const days = [...new Set(reps.map((r) => r.day))].sort()
  return days.flatMap((day): LookedDay[] => {
    const own = reps.filter((r) => r.day === day)
    const { arriveSeconds, lookUps, angle, play, reps: looked } = measuresIn(own)
    const played = play.reduce((sum, p) => sum + p.minutes, 0)
    return arriveSeconds === undefined && lookUps === undefined && angle === undefined && played === 0
      ? []
      : [{ day, reps: looked, arriveSeconds, lookUps, angle, played }]
  })
}
