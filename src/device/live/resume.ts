import { findRung, ownRung } from '@/core/curriculum/lookup'
import { compareFacts, openForMs, type SetContext, type SetFact } from '@/core/facts/fact'
import { applyRep, foldOnto } from '@/core/progress/fold'
import type { Verdict } from '@/core/progress/voice'
import type { Regimes } from '@/core/progress/regime'
import { youngSetReps } from '@/core/block/rest'
import type { BlockItem } from '@/core/block/compose'
import type { DogState } from '@/core/progress/state'
import type { FactOf, WireFact } from '@/core/facts/wire'
import { contextOf, factOf, repOf, type LiveRep, type LiveSet } from './facts'
import { regimesOf, type BlockSnapshot } from './snapshot'

export interface LiveBlock {
  readonly id: string
  readonly items: readonly BlockItem[]
  readonly from: number
  /** A dog under six months does so many reps a set; undefined where only its rule ends it. */
  readonly setAtMost?: number
}

export interface Judged {
  readonly state: DogState
  readonly verdict: Verdict | undefined
}

export interface Resumed {
  /** Everything this dog did before the set in hand. */
  readonly base: DogState
  /** How it stood when this block began. */
  readonly before: DogState
  readonly active: LiveSet | undefined
  readonly judged: Judged
  readonly block: LiveBlock | undefined
  /** Sets of this block that are done, in order. */
  readonly done: readonly LiveSet[]
  /** Sets that other devices have open on this dog now. */
  readonly elsewhere: readonly SetFact[]
}

/** The state after the set’s reps, and what the newest of them means. */
export function judge(regimes: Regimes, base: DogState, set: LiveSet | undefined): Judged {
  return (set?.reps ?? []).reduce<Judged>(
    (judged, rep, i) =>
      set
        ? applyRep(
            judged.state,
            regimes,
            set.context,
            rep.fact,
            set.reps.slice(0, i).map((r) => r.fact),
          )
        : judged,
    { state: base, verdict: undefined },
  )
}

/**
 * What the kennel knew when the page was made, together with what lies on the device: each rep once, in the order it
 * counts.
 */
export function resume(
  ground: BlockSnapshot,
  facts: readonly WireFact[],
  device: string,
  isSent: (id: string) => boolean,
): Resumed {
  const regimes = regimesOf(ground)
  const voided = new Set(facts.flatMap((f) => (f.kind === 'voided' ? [f.targetId] : [])))
  const closed = new Set(facts.flatMap((f) => (f.kind === 'set-closed' ? [f.setId] : [])))
  const sets = new Map<
    string,
    { context: SetContext; opened: FactOf<'set-opened'> | undefined; reps: Map<string, LiveRep> }
  >()
  for (const s of ground.recent)
    sets.set(s.id, {
      context: s,
      opened: undefined,
      reps: new Map(s.reps.map((r) => [r.id, { fact: r, done: undefined }])),
    })
  for (const f of facts) {
    // What was scored beside another device’s record moves nothing, here as in the kennel.
    if (f.kind !== 'set-opened' || f.residencyId !== ground.resident.residencyId || f.beside) continue
    const known = sets.get(f.id)
    // What was sent long before this page was made is in its state already.
    if (known) known.opened = f
    else if (f.deviceAt >= ground.since || !isSent(f.id))
      sets.set(f.id, { context: contextOf(f, ground), opened: f, reps: new Map() })
  }
  for (const f of facts) if (f.kind === 'rep') sets.get(f.setId)?.reps.set(f.id, { fact: repOf(f, device), done: f })
  const liveSets = [...sets.values()].flatMap((s): LiveSet[] =>
    voided.has(s.context.id)
      ? []
      : [
          {
            context: s.context,
            opened: s.opened,
            reps: [...s.reps.values()]
              .filter((r) => !voided.has(r.fact.id))
              .sort((a, b) => compareFacts(a.fact, b.fact)),
          },
        ],
  )
  const isOpen = (s: LiveSet): boolean =>
    !closed.has(s.context.id) &&
    (ground.open.some((o) => o.id === s.context.id && o.device === device) ||
      (s.opened !== undefined &&
        s.opened.deviceAt > ground.now - openForMs &&
        !ground.recent.some((r) => r.id === s.context.id)))
  const active = liveSets
    .filter(
      (s) =>
        ownRung(ground.curriculum, s.context.rungId) !== undefined &&
        // A demonstration has a page of its own.
        s.context.turn === undefined &&
        isOpen(s) &&
        (ground.command === undefined || ownRung(ground.curriculum, s.context.rungId)?.command.id === ground.command),
    )
    .at(-1)
  const base = foldOnto(ground.state, regimes, liveSets.filter((s) => s !== active).map(factOf))
  const opened = facts.findLast(
    (f): f is FactOf<'block-opened'> =>
      f.kind === 'block-opened' &&
      f.residencyId === ground.resident.residencyId &&
      f.deviceAt > ground.now - openForMs &&
      !voided.has(f.id),
  )
  const ended = opened && facts.some((f) => f.kind === 'block-closed' && f.blockId === opened.id)
  const block =
    opened && !ended && (ground.command === undefined || active?.context.blockId === opened.id)
      ? { id: opened.id, items: itemsOf(opened, ground), from: opened.deviceAt, ...shortSets(ground) }
      : undefined
  return {
    base,
    active,
    block,
    before: block
      ? foldOnto(ground.state, regimes, liveSets.filter((s) => s.context.blockId !== block.id).map(factOf))
      : base,
    judged: judge(regimes, base, active),
    done: liveSets.filter(
      (s) => block !== undefined && s !== active && s.context.blockId === block.id && s.reps.length > 0,
    ),
    elsewhere: ground.recent.filter((s) => ground.open.some((o) => o.id === s.id && o.device !== device)),
  }
}

/** Shorter sets for a dog under six months. */
export const shortSets = ({ young }: Pick<BlockSnapshot, 'young'>): Pick<LiveBlock, 'setAtMost'> =>
  young ? { setAtMost: youngSetReps } : {}

/** The parts of a block as they were planned, with what this page knows of them. */
function itemsOf(opened: FactOf<'block-opened'>, ground: BlockSnapshot): readonly BlockItem[] {
  const known = [...ground.plan.items, ...ground.plan.work, ...ground.plan.sure]
  return opened.plan.flatMap((p): BlockItem[] => {
    const rung = findRung(ground.curriculum, p.rungId)?.rung
    if (!rung) return []
    const same =
      known.find((k) => k.rungId === p.rungId && (k.role === 'work') === (p.role === 'work')) ??
      known.find((k) => k.command === rung.command)
    return [
      {
        ...(same ?? {
          purpose: 'work',
          level: 0,
          kit: '1.8 m leash',
          placeId: undefined,
          personId: undefined,
          payTier: 1,
        }),
        reps: p.role === 'work' ? rung.setReps : (same?.reps ?? 3),
        role: p.role,
        command: rung.command,
        rungId: rung.id,
      },
    ]
  })
}
