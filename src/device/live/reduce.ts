import type { BlockItem } from '@/core/block/compose'
import { setAfterSigns } from '@/core/dog/signs'
import { findRung } from '@/core/curriculum/lookup'
import type { Curriculum } from '@/core/curriculum/types'
import { applyRep, foldOnto } from '@/core/progress/fold'
import type { Regimes } from '@/core/progress/regime'
import { factOf, type LiveRep, type LiveSet } from './facts'
import { judge, type LiveBlock, type Resumed } from './resume'
import type { RungId } from '@/core/ids'

/** All that is known of a session in hand. What follows says what each tap makes of it; nothing here writes. */
export type Live = Resumed & {
  /** Number of the part in hand. */
  readonly item: number
  /** From this one on, the block's reps count toward a fall: a break begins the test again. */
  readonly breakAfter: number
  readonly stressful: boolean
  /** Sets are short from here on: it showed signs of stress, and has recovered. */
  readonly shortened: boolean
  readonly ended: boolean
}

/** The number of the part that a command belongs to, from this one on; -1 when none does. */
const partOf = (items: readonly BlockItem[], curriculum: Curriculum, rungId: RungId, from = 0): number =>
  items.findIndex((it, n) => n >= from && it.command === findRung(curriculum, rungId)?.command.id)

/**
 * The parts of a block in which a rep was done, in the order of its sets: a set belongs to the next part of its
 * command, or to the first where none follows. What was passed over stays open.
 */
export function workedParts(
  items: readonly BlockItem[],
  sets: readonly { readonly context: { readonly rungId: RungId }; readonly reps: readonly unknown[] }[],
  curriculum: Curriculum,
): ReadonlySet<number> {
  const worked = new Set<number>()
  let at = 0
  for (const set of sets) {
    if (set.reps.length === 0) continue
    const next = partOf(items, curriculum, set.context.rungId, at)
    const part = next >= 0 ? next : partOf(items, curriculum, set.context.rungId)
    if (part < 0) continue
    worked.add(part)
    at = part
  }
  return worked
}

/** A session as it is taken up, in the part of its newest set. */
export function takenUp(found: Resumed, curriculum: Curriculum): Live {
  const items = found.block?.items ?? []
  const item = [...found.done, ...(found.active ? [found.active] : [])].reduce(
    (i, s) => Math.max(i, partOf(items, curriculum, s.context.rungId, i)),
    0,
  )
  return { ...found, item, breakAfter: 0, stressful: false, shortened: false, ended: false }
}

/** Reps after which a set is long enough before its rule ends it; infinite where only its rule does. */
export function mostOfSet({ block, item, shortened }: Pick<Live, 'block' | 'item' | 'shortened'>): number {
  const part = block?.items[item]
  return Math.min(
    block?.setAtMost ?? Number.POSITIVE_INFINITY,
    shortened ? setAfterSigns : Number.POSITIVE_INFINITY,
    part !== undefined && part.role !== 'work' ? part.reps : Number.POSITIVE_INFINITY,
  )
}

/**
 * Whether a set is long enough before its rule ends it: as many reps of a sure thing as the block wants of it, or as
 * many as a young dog does at a time.
 */
export const hasEnough = (live: Live): boolean =>
  (live.active?.reps.length ?? 0) >= mostOfSet(live) && !live.judged.verdict?.endsSet

/** Whether the set in hand takes no more reps: its rule has ended it, or it was enough. */
export const takesNoMore = (live: Live): boolean => live.judged.verdict?.endsSet === true || hasEnough(live)

/** The sets of the block, the one in hand last. */
export const setsOf = ({ done, active }: Pick<Live, 'done' | 'active'>): readonly LiveSet[] =>
  active ? [...done, active] : done

/** A set was opened; none is in hand. */
export const withSet = (h: Live, block: LiveBlock, item: number, set: LiveSet): Live => ({
  ...h,
  item,
  block,
  active: set,
  judged: { state: h.base, verdict: undefined },
  before: h.block ? h.before : h.base,
  ended: false,
})

/** A further rep of the set in hand: only it is judged. */
export const withRep = (h: Live, regimes: Regimes, set: LiveSet, rep: LiveRep): Live => ({
  ...h,
  active: { ...set, reps: [...set.reps, rep] },
  judged: applyRep(
    h.judged.state,
    regimes,
    set.context,
    rep.fact,
    set.reps.map((r) => r.fact),
  ),
})

/** The newest rep of the set in hand gives way to one that says it more exactly. */
export function withNewest(h: Live, regimes: Regimes, set: LiveSet, rep: LiveRep): Live {
  const active = { ...set, reps: [...set.reps.slice(0, -1), rep] }
  return { ...h, active, judged: judge(regimes, h.base, active) }
}

/** The set whose newest rep would be taken back: the one in hand, or, when it has none, the one before. */
export const lastWorked = (h: Live): LiveSet | undefined =>
  h.active && h.active.reps.length > 0 ? h.active : h.done.at(-1)

/** The newest rep of a set is taken back; a set that was done is taken up again. */
export function withoutNewest(h: Live, regimes: Regimes, curriculum: Curriculum, set: LiveSet): Live {
  const shortened: LiveSet = { ...set, reps: set.reps.slice(0, -1) }
  if (set === h.active) return { ...h, active: shortened, judged: judge(regimes, h.base, shortened) }
  const others = h.done.filter((d) => d !== set)
  const base = foldOnto(h.before, regimes, others.map(factOf))
  const item = partOf(h.block?.items ?? [], curriculum, set.context.rungId)
  return {
    ...h,
    base,
    active: shortened,
    done: others,
    judged: judge(regimes, base, shortened),
    item: item < 0 ? h.item : item,
    ended: false,
  }
}

/** The set in hand is over; one without a rep leaves nothing. */
export const withoutSet = (h: Live): Live => ({
  ...h,
  base: h.judged.state,
  active: undefined,
  judged: { state: h.judged.state, verdict: undefined },
  done: h.active && h.active.reps.length > 0 ? [...h.done, h.active] : h.done,
})

/** A break: what was done so far counts toward no further fall. */
export const rested = (h: Live): Live => ({
  ...h,
  breakAfter: setsOf(h).reduce((n, s) => n + s.reps.length, 0),
})
