import {
  recordOf,
  sameSpot,
  eventOf,
  spotsOf,
  type DemonstrationEvent,
  type ShowRecord,
  type Spot,
} from '@/core/demonstration/record'
import { occasionKey, type OccasionChances } from '@/core/demonstration/outlook'
import type { Outcome } from '@/core/facts/fact'
import type { FactOf } from '@/core/facts/wire'
import { nothingSaid, nothingSeen, type ItemEnd, type OwnersHand, type Showing } from '@/core/facts/words'
import type { NewFact } from '../outbox'
import { Known } from './known'
import type { LiveOutbox } from './session'
import type { PlaceId, ResidencyId, RungId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** What a device must be told once to run a demonstration by itself from then on. */
export interface DemonstrationSnapshot {
  readonly residencyId: ResidencyId
  /** Who is signed in and records. */
  readonly me: string
  readonly what: Showing
  readonly now: EpochMs
  readonly items: readonly Omit<FactOf<'demonstration-opened'>['items'][number], 'chance' | 'low' | 'high'>[]
  readonly levels: Readonly<Record<string, number>>
  /** How likely it works, by where it is shown and by whom. */
  readonly chances: Readonly<Record<string, OccasionChances>>
  readonly kit: FactOf<'demonstration-opened'>['kit']
  /** What the kennel has of the one that is not done yet; empty for none. */
  readonly events: readonly DemonstrationEvent[]
}

/** The owner’s hands as they are marked now: of the newest try, or of the one to come. */
export interface MarkedHands {
  readonly of: string | 'next'
  readonly right: readonly OwnersHand[]
  readonly wrong: readonly OwnersHand[]
}
const notSaid = { chance: null, low: null, high: null } as const
const noHands: MarkedHands = { of: 'next', right: [], wrong: [] }

export interface LiveShow {
  readonly events: readonly DemonstrationEvent[]
  /** What happened so far; undefined before it is begun. */
  readonly record: ShowRecord | undefined
  /** Another device began it, and nobody said yet what this one is for. */
  readonly asks: boolean
  /** This device scores beside the one that records. */
  readonly beside: boolean
  readonly spot: Spot | undefined
  readonly hands: MarkedHands
}

/** Design choice: a demonstration left open for longer than this is not gone on with by itself; the page after can. */
export const showOpenForMs = 14 * 86_400_000

/**
 * A demonstration in hand. Each deed writes its facts to the outbox and then says what is known; nothing waits for the
 * network, and what the kennel knew when the page was made is taken together with what lies on the device.
 */
export class ShowSession {
  readonly known: Known<LiveShow>
  private readonly closed = new Set<string>()

  constructor(
    private readonly snapshot: DemonstrationSnapshot,
    private readonly outbox: LiveOutbox,
  ) {
    const own = byKennelTime(ownSaid(snapshot, outbox), snapshot.events)
    const events = [...own, ...snapshot.events]
    const record = recordOf(events)
    const live = record?.status === 'done' && own.length === 0 ? undefined : record
    this.known = new Known<LiveShow>({
      events: live ? events : [],
      record: live,
      asks: live !== undefined && own.length === 0,
      beside: own.some((s) => s.kind === 'set' && s.beside),
      spot: live?.next ?? (live && spotsOf(live)[0]),
      hands: noHands,
    })
  }

  /** Begins it: where, and who shows it. */
  begin(at: { readonly placeId: PlaceId; readonly leashHolder: string }): void {
    const { snapshot } = this
    if (this.known.now().record) return
    const chance = snapshot.chances[occasionKey(at.placeId, at.leashHolder)]
    const opened = this.add({
      kind: 'demonstration-opened',
      residencyId: snapshot.residencyId,
      what: snapshot.what,
      ...at,
      kit: snapshot.kit,
      items: snapshot.items.map((i) => ({ ...i, ...(chance?.items[i.id] ?? notSaid) })),
      whole: chance?.whole ?? null,
      recordedBy: snapshot.me,
    })
    this.known.change((k) => {
      const next = withSaid({ ...k, events: [] }, opened)
      return { ...next, spot: next.record && spotsOf(next.record)[0] }
    })
  }

  /** Leaves one that was stopped or begun elsewhere as it is, and is ready for another. */
  anew(): void {
    this.leave('done', 'left for another')
    this.known.change(() => ({
      events: [],
      record: undefined,
      asks: false,
      beside: false,
      spot: undefined,
      hands: noHands,
    }))
  }

  /** What this device is for in one that another began: to go on with it, or to score beside. */
  join(beside: boolean): void {
    this.known.change((k) => ({ ...k, asks: false, beside }))
  }

  /** A try of the item in hand. */
  tap(outcome: Outcome, more: { readonly heldSeconds?: number; readonly brokeSeconds?: number } = {}): void {
    const { record, spot, hands } = this.known.now()
    const item = record?.items.find((i) => i.id === spot?.itemId)
    if (!record || !spot || !item || item.rungId === null) return
    const setId = this.setHere() ?? this.open(record, spot, item.rungId)
    const rep = this.add({
      kind: 'rep',
      setId,
      outcome,
      ...nothingSeen,
      prompt: outcome === 'helped' ? 'full-signal' : null,
      heldSeconds: more.heldSeconds ?? null,
      brokeSeconds: more.brokeSeconds ?? null,
      faults: more.brokeSeconds === undefined ? [] : ['broke'],
    })
    this.known.change((k) => ({ ...withSaid(k, rep), hands: { ...noHands, of: rep?.id ?? 'next' } }))
    const marked = hands.of === 'next' && hands.right.length + hands.wrong.length > 0
    if (marked && rep) this.sayHands({ ...hands, of: rep.id })
  }

  /** One of the owner’s hands: seen wrong, then right, then not said. */
  hand(hand: OwnersHand): void {
    const { hands, spot, record } = this.known.now()
    const without = (list: readonly OwnersHand[]) => list.filter((h) => h !== hand)
    const next: MarkedHands = hands.wrong.includes(hand)
      ? { ...hands, wrong: without(hands.wrong), right: [...hands.right, hand] }
      : hands.right.includes(hand)
        ? { ...hands, right: without(hands.right) }
        : { ...hands, wrong: [...hands.wrong, hand] }
    const tried = record?.items.find((i) => i.id === spot?.itemId)?.rungId !== null
    if (next.of === 'next' && tried) this.known.change((k) => ({ ...k, hands: next }))
    else this.sayHands(next)
  }

  /** What is marked from now on is of the next try. */
  nextTry(): void {
    this.known.change((k) => ({ ...k, hands: noHands }))
  }

  /** The item is over in this turn; what comes next is in hand. Scored beside it says nothing of its own. */
  next(how: ItemEnd = 'shown', why = '', note = ''): void {
    const { record, spot, beside } = this.known.now()
    if (!record || !spot) return
    const spots = spotsOf(record)
    const after = spots[spots.findIndex((s) => sameSpot(s, spot)) + 1]
    this.closeSet()
    if (!beside) {
      const over = this.add({
        kind: 'item-shown',
        demonstrationId: record.id,
        residencyId: this.snapshot.residencyId,
        ...spot,
        how,
        why: why.slice(0, 80),
        note: note.slice(0, 400),
        recordedBy: this.snapshot.me,
      })
      this.known.change((k) => withSaid(k, over))
    }
    this.known.change((k) => ({ ...k, spot: after, hands: noHands }))
  }

  goTo(spot: Spot): void {
    this.closeSet()
    this.known.change((k) => ({ ...k, spot, hands: noHands }))
  }

  /** Takes back the newest try of this device, and goes back to its item. */
  undo(): void {
    const { record } = this.known.now()
    const last = record?.tries.findLast((t) => t.device === this.outbox.deviceId)
    if (!last) return
    this.void(last.repId, 'undone')
    this.known.change((k) => ({ ...k, spot: { turn: last.turn, itemId: last.itemId }, hands: noHands }))
  }

  /** Leaves it: stopped, to go on later or elsewhere, or done. */
  leave(how: FactOf<'demonstration-closed'>['how'], why: string, note = ''): void {
    const { record } = this.known.now()
    if (!record) return
    this.closeSet()
    const closed = this.add({
      kind: 'demonstration-closed',
      demonstrationId: record.id,
      residencyId: this.snapshot.residencyId,
      how,
      why: why.slice(0, 80),
      note: note.slice(0, 400),
      recordedBy: this.snapshot.me,
    })
    this.known.change((k) => withSaid(k, closed))
  }

  private open(record: ShowRecord, spot: Spot, rungId: RungId): string {
    const opened = this.add({
      kind: 'set-opened',
      residencyId: this.snapshot.residencyId,
      rungId,
      purpose: 'work',
      blockId: record.id,
      recordedBy: this.snapshot.me,
      leashHolder: record.leashHolder,
      placeId: record.placeId,
      level: this.snapshot.levels[rungId] ?? 0,
      distanceBand: null,
      kit: this.snapshot.kit,
      temperatureC: null,
      minutesIn: null,
      exerciseMinutesAgo: null,
      ...nothingSaid.set,
      itemId: spot.itemId,
      turn: spot.turn,
      beside: this.known.now().beside,
      replaces: null,
    })
    this.known.change((k) => withSaid(k, opened))
    return opened?.id ?? ''
  }

  /** This device’s set of the item in hand, while one is open. */
  private setHere(): string | undefined {
    const { events, spot, beside } = this.known.now()
    const voided = new Set(events.flatMap((s) => (s.kind === 'voided' ? [s.targetId] : [])))
    return events.findLast(
      (s) =>
        s.kind === 'set' &&
        s.device === this.outbox.deviceId &&
        s.beside === beside &&
        !voided.has(s.id) &&
        !this.closed.has(s.id) &&
        spot !== undefined &&
        sameSpot(s, spot),
    )?.id
  }

  private closeSet(): void {
    const setId = this.setHere()
    const { record } = this.known.now()
    if (setId === undefined || !record) return
    this.closed.add(setId)
    if (record.tries.some((t) => t.setId === setId))
      this.outbox.add({ kind: 'set-closed', setId, endedBy: 'trainer', note: '' })
    else this.void(setId, 'no rep')
  }

  private sayHands(hands: MarkedHands): void {
    const { record, spot } = this.known.now()
    if (!record || !spot) return
    const events = this.add({
      kind: 'owners-hands',
      demonstrationId: record.id,
      residencyId: this.snapshot.residencyId,
      itemId: spot.itemId,
      repId: hands.of === 'next' ? null : hands.of,
      right: [...hands.right],
      wrong: [...hands.wrong],
      recordedBy: this.snapshot.me,
    })
    this.known.change((k) => ({ ...withSaid(k, events), hands }))
  }

  private add(fact: NewFact): DemonstrationEvent | undefined {
    return eventOf(this.outbox.add(fact), this.outbox.deviceId)
  }

  private void(targetId: string, reason: string): void {
    const events = this.add({ kind: 'voided', targetId, reason, recordedBy: this.snapshot.me })
    this.known.change((k) => withSaid(k, events))
  }
}

function withSaid(live: LiveShow, events: DemonstrationEvent | undefined): LiveShow {
  if (!events) return live
  const all = [...live.events, events]
  return { ...live, events: all, record: recordOf(all) }
}

/**
 * What this device said, by the kennel’s clock where that is known of a fact it has: a phone whose clock is a day wrong
 * is in its place among the others.
 */
function byKennelTime(
  own: readonly DemonstrationEvent[],
  kennel: readonly DemonstrationEvent[],
): readonly DemonstrationEvent[] {
  const known = new Map(kennel.map((s) => [s.id, s.at]))
  const last = own.findLast((s) => known.has(s.id))
  const ahead = last ? (known.get(last.id) ?? last.at) - last.at : 0
  return own.map((s) => ({ ...s, at: s.at + ahead }))
}

/**
 * What this device said of the demonstration that is in hand: the one that the kennel has open, else its own newest of
 * this kind that is not done.
 */
function ownSaid(snapshot: DemonstrationSnapshot, outbox: LiveOutbox): readonly DemonstrationEvent[] {
  const facts = outbox.facts()
  const mine = facts.findLast(
    (f): f is FactOf<'demonstration-opened'> =>
      f.kind === 'demonstration-opened' &&
      f.residencyId === snapshot.residencyId &&
      f.what === snapshot.what &&
      f.deviceAt > snapshot.now - showOpenForMs &&
      // What was sent and is not open in the kennel any more is done there.
      (!outbox.isSent(f.id) || snapshot.events.some((s) => s.id === f.id)) &&
      !facts.some((c) => c.kind === 'demonstration-closed' && c.demonstrationId === f.id && c.how === 'done'),
  )
  const id = snapshot.events.find((s) => s.kind === 'opened')?.id ?? mine?.id
  if (id === undefined) return []
  const sets = new Set(facts.flatMap((f) => (f.kind === 'set-opened' && f.blockId === id ? [f.id] : [])))
  const reps = new Set(facts.flatMap((f) => (f.kind === 'rep' && sets.has(f.setId) ? [f.id] : [])))
  return facts.flatMap((f) => {
    const belongs =
      f.id === id ||
      sets.has(f.id) ||
      reps.has(f.id) ||
      ('demonstrationId' in f && f.demonstrationId === id) ||
      (f.kind === 'voided' && (sets.has(f.targetId) || reps.has(f.targetId)))
    const events = belongs ? eventOf(f, outbox.deviceId) : undefined
    return events ? [events] : []
  })
}
