import { compareFacts, type FactOrder, type Outcome } from '../facts/fact'
import type { ItemEnd, OwnersHand, Showing, ShowingEnd, Turn } from '../facts/words'
import type { WireFact } from '../facts/wire'
import type { ItemId, PlaceId, RepId, RungId, SetId } from '../ids'
import type { EpochMs } from '../epochMs'

/** An item as it stood when the demonstration began, with the chance that was said of it then, 0–1. */
export interface OpenedItem {
  readonly id: string
  readonly title: string
  readonly command: string | null
  readonly rungId: RungId | null
  readonly seconds: number | null
  readonly chance: number | null
  readonly low: number | null
  readonly high: number | null
}

/** One thing that was said of a demonstration, as it lies on a device or in the kennel; each has its id. */
export type DemonstrationEvent = FactOrder & { readonly id: string } & (
    | {
        readonly kind: 'opened'
        readonly what: Showing
        readonly placeId: PlaceId
        readonly leashHolder: string
        readonly items: readonly OpenedItem[]
        readonly whole: number | null
      }
    | { readonly kind: 'set'; readonly itemId: ItemId; readonly turn: Turn; readonly beside: boolean }
    | {
        readonly kind: 'rep'
        readonly setId: SetId
        readonly outcome: Outcome
        readonly heldSeconds: number | null
      }
    | {
        readonly kind: 'hands'
        readonly itemId: ItemId
        readonly repId: RepId | null
        readonly right: readonly OwnersHand[]
        readonly wrong: readonly OwnersHand[]
      }
    | {
        readonly kind: 'item'
        readonly itemId: ItemId
        readonly turn: Turn
        readonly how: ItemEnd
        readonly why: string
        readonly note: string
      }
    | { readonly kind: 'closed'; readonly how: ShowingEnd; readonly why: string; readonly note: string }
    | { readonly kind: 'voided'; readonly targetId: string }
  )

/** One try of an item. */
export interface Tried {
  readonly repId: RepId
  readonly setId: SetId
  readonly itemId: ItemId
  readonly turn: Turn
  readonly outcome: Outcome
  readonly heldSeconds: number | null
  readonly right: readonly OwnersHand[]
  readonly wrong: readonly OwnersHand[]
  readonly device: string
  /** Scored beside another device’s record of the same try. */
  readonly beside: boolean
}

/** Where a demonstration is: an item in somebody’s turn. */
export interface Spot {
  readonly turn: Turn
  readonly itemId: ItemId
}

export interface EndedItem extends Spot {
  readonly how: ItemEnd
  readonly why: string
  readonly note: string
}

export interface ShowRecord {
  readonly id: string
  readonly what: Showing
  readonly placeId: PlaceId
  readonly leashHolder: string
  readonly from: number
  /** Which device began it. */
  readonly device: string
  readonly items: readonly OpenedItem[]
  readonly whole: number | null
  /** In the order in which they count. */
  readonly tries: readonly Tried[]
  /** What was seen of the owner’s hands where nothing is tried. */
  readonly hands: readonly {
    readonly itemId: ItemId
    readonly right: readonly OwnersHand[]
    readonly wrong: readonly OwnersHand[]
  }[]
  readonly ended: readonly EndedItem[]
  readonly status: 'open' | 'stopped' | 'done'
  /** Why it was stopped, and what was noted at its end. */
  readonly why: string
  readonly note: string
  /** Where to go on; undefined once every item of every turn is over. */
  readonly next: Spot | undefined
}

/** A fact as it was sent, as something said of a demonstration; undefined for facts that say nothing of one. */
export function eventOf(fact: WireFact, device: string, at: EpochMs = fact.deviceAt): DemonstrationEvent | undefined {
  const order = { id: fact.id, at, device, seq: fact.seq }
  switch (fact.kind) {
    case 'demonstration-opened':
      return { ...fact, ...order, kind: 'opened' }
    case 'set-opened':
      return fact.itemId === null || fact.turn === null
        ? undefined
        : { ...order, kind: 'set', itemId: fact.itemId, turn: fact.turn, beside: fact.beside }
    case 'rep':
      return { ...order, kind: 'rep', setId: fact.setId, outcome: fact.outcome, heldSeconds: fact.heldSeconds }
    case 'owners-hands':
      return { ...fact, ...order, kind: 'hands' }
    case 'item-shown':
      return { ...fact, ...order, kind: 'item' }
    case 'demonstration-closed':
      return { ...fact, ...order, kind: 'closed' }
    case 'voided':
      return { ...order, kind: 'voided', targetId: fact.targetId }
    default:
      return undefined
  }
}

/** The turns of a rehearsal or a demonstration, in order: a rehearsal has no owner. */
export const turnsOf = (what: Showing): readonly Turn[] => (what === 'rehearsal' ? ['trainer'] : ['trainer', 'owner'])

/** Every spot of it, in the order they come. */
export const spotsOf = (of: Pick<ShowRecord, 'what' | 'items'>): readonly Spot[] =>
  turnsOf(of.what).flatMap((turn) => of.items.map((i) => ({ turn, itemId: i.id })))

export const sameSpot = (a: Spot, b: Spot): boolean => a.turn === b.turn && a.itemId === b.itemId

/**
 * What happened, from all that was said of one demonstration by whatever devices, in whatever order it came and however
 * often; undefined while its beginning is not here.
 */
export function recordOf(all: readonly DemonstrationEvent[]): ShowRecord | undefined {
  const voided = new Set(all.flatMap((s) => (s.kind === 'voided' ? [s.targetId] : [])))
  const events = [...new Map(all.map((s) => [s.id, s])).values()].filter((s) => !voided.has(s.id)).sort(compareFacts)
  const opened = events.find((s) => s.kind === 'opened')
  if (!opened) return undefined
  const sets = new Map(events.flatMap((s) => (s.kind === 'set' ? [[s.id, s] as const] : [])))
  const byRep = new Map(events.flatMap((s) => (s.kind === 'hands' && s.repId !== null ? [[s.repId, s] as const] : [])))
  const bare = new Map(events.flatMap((s) => (s.kind === 'hands' && s.repId === null ? [[s.itemId, s] as const] : [])))
  const tries = events.flatMap((s): Tried[] => {
    const set = s.kind === 'rep' ? sets.get(s.setId) : undefined
    if (s.kind !== 'rep' || !set) return []
    const hands = byRep.get(s.id)
    return [
      {
        repId: s.id,
        setId: s.setId,
        itemId: set.itemId,
        turn: set.turn,
        outcome: s.outcome,
        heldSeconds: s.heldSeconds,
        right: hands?.right ?? [],
        wrong: hands?.wrong ?? [],
        device: s.device,
        beside: set.beside,
      },
    ]
  })
  const ended = new Map<string, EndedItem>()
  let [closed, latest]: [Extract<DemonstrationEvent, { kind: 'closed' }> | undefined, Spot | undefined] = [
    undefined,
    undefined,
  ]
  for (const s of events) {
    if (s.kind === 'item') {
      ended.set(`${s.turn} ${s.itemId}`, { turn: s.turn, itemId: s.itemId, how: s.how, why: s.why, note: s.note })
      latest = s
    }
    if (s.kind === 'set' && !s.beside) latest = s
    // What comes after a stop goes on with it; what is done stays done.
    if (s.kind === 'closed') closed = s
    else if (closed?.how === 'stopped' && (s.kind === 'set' || s.kind === 'item')) closed = undefined
  }
  const { id, what, placeId, leashHolder, at, device, whole } = opened
  // Begun on two devices that knew nothing of each other it is one, with what either of them asks.
  const begun = events.flatMap((s) => (s.kind === 'opened' ? s.items : []))
  const items = begun.filter((item, i) => begun.findIndex((other) => other.id === item.id) === i)
  const record = {
    id,
    what,
    placeId,
    leashHolder,
    from: at,
    device,
    items,
    whole,
    tries,
    hands: [...bare.values()].map((h) => ({ itemId: h.itemId, right: h.right, wrong: h.wrong })),
    ended: [...ended.values()],
    status: closed === undefined ? ('open' as const) : closed.how === 'done' ? ('done' as const) : ('stopped' as const),
    why: closed?.why ?? '',
    note: closed?.note ?? '',
  }
  return { ...record, next: nextSpot(record, latest) }
}

/** Whether nothing of it is left to do: said to be done, or gone through to the end and left there. */
export const isGoneThrough = ({ status, next }: Pick<ShowRecord, 'status' | 'next'>): boolean =>
  status === 'done' || (status === 'open' && next === undefined)

/** The spot that was touched last, or the first one after it that is not over. */
function nextSpot(record: Pick<ShowRecord, 'what' | 'items' | 'ended'>, latest: Spot | undefined): Spot | undefined {
  const spots = spotsOf(record)
  const from =
    latest === undefined
      ? 0
      : Math.max(
          0,
          spots.findIndex((s) => sameSpot(s, latest)),
        )
  return spots.slice(from).find((s) => !record.ended.some((e) => sameSpot(e, s)))
}

/** Tries of an item in a turn that count: what was scored beside is a second view of the same ones. */
export const triesAt = (record: Pick<ShowRecord, 'tries'>, spot: Spot): readonly Tried[] =>
  record.tries.filter((t) => !t.beside && sameSpot(t, spot))

/** How an item worked: at the first try, at a later one, not at all, left out. */
export type ItemResult = 'first' | 'later' | 'not' | 'left'

/** How an item went, in the words of an owner’s booklet. */
export const resultAtHome: Readonly<Record<ItemResult, string>> = {
  first: 'worked',
  later: 'worked later',
  not: 'not yet',
  left: 'skipped',
}

/** How an item worked; undefined where nothing was tried. */
export function itemResult(record: Pick<ShowRecord, 'tries' | 'ended'>, spot: Spot): ItemResult | undefined {
  const tries = triesAt(record, spot)
  const first = tries.findIndex((t) => t.outcome === 'clean')
  if (first === 0) return 'first'
  if (first > 0) return 'later'
  if (tries.length > 0) return 'not'
  return record.ended.some((e) => sameSpot(e, spot) && e.how === 'left') ? 'left' : undefined
}

/**
 * The tries that count, each with what the second device saw of the owner’s hands in the same one: the nth of an item
 * is the nth on either.
 */
export function triesWithBeside(record: Pick<ShowRecord, 'tries' | 'what' | 'items'>): readonly Tried[] {
  return pairs(record).map(({ main, beside }) =>
    beside
      ? {
          ...main,
          wrong: [...new Set([...main.wrong, ...beside.wrong])],
          right: main.right
            .concat(beside.right)
            .filter((h, i, all) => all.indexOf(h) === i && !beside.wrong.includes(h)),
        }
      : main,
  )
}

function pairs(
  record: Pick<ShowRecord, 'tries' | 'what' | 'items'>,
): readonly { readonly main: Tried; readonly beside: Tried | undefined }[] {
  return spotsOf(record).flatMap((spot) => {
    const here = record.tries.filter((t) => sameSpot(t, spot))
    const beside = here.filter((t) => t.beside)
    return here.filter((t) => !t.beside).map((main, n) => ({ main, beside: beside[n] }))
  })
}

export interface Agreement {
  /** Tries that both scored, and of how many they said the same. */
  readonly both: number
  readonly same: number
  /** Cohen’s kappa; undefined where both said the same of every try, which leaves nothing to agree on beyond chance. */
  readonly kappa: number | undefined
}

/**
 * How far two scorers agree on what worked, beyond what chance does: Cohen, *Educational and Psychological
 * Measurement* 20 (1960). Undefined while nobody scored beside.
 */
export function agreementOf(record: Pick<ShowRecord, 'tries' | 'what' | 'items'>): Agreement | undefined {
  const scored = pairs(record).flatMap((p) => (p.beside ? [[p.main.outcome, p.beside.outcome] as const] : []))
  const both = scored.length
  if (both === 0) return undefined
  const same = scored.filter(([a, b]) => a === b).length
  return { both, same, kappa: kappaOf(scored) }
}

/** Cohen’s kappa of pairs of names; undefined for no pair, or where chance alone would agree on all. */
export function kappaOf(scored: readonly (readonly [string, string])[]): number | undefined {
  const n = scored.length
  const share = (side: 0 | 1, name: string) => scored.filter((s) => s[side] === name).length / n
  const chance = [...new Set(scored.flat())].reduce((sum, name) => sum + share(0, name) * share(1, name), 0)
  return n === 0 || chance >= 1 ? undefined : (scored.filter(([a, b]) => a === b).length / n - chance) / (1 - chance)
}
