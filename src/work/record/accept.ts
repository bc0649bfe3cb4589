import { z } from 'zod'
import { addDays, dayIn, startOfDay } from '@/core/days'
import type { Named } from '@/core/facts/kind'
import { kindNamed, wireFact, type FactKindName, type FactOf, type WireFact } from '@/core/facts/wire'
import { reject, type Rejection, type RejectionCode } from '@/core/rejection'
import type { Receipt } from '@/core/facts/receipt'
import { foldVersion } from '@/core/promise/summary'
import { liesWithin, settle, type Settled } from '@/core/when'
import type { Db } from '@/store/database'
import { append, kindOf, numberTaken, spareNumber, type Stamp } from '@/store/facts/append'
import { keepRefused, missingOf } from '@/store/facts/missing'
import { bindDevice, deviceOffset, isDevice, keepDeviceClock, type DeviceClock } from '@/store/facts/deviceClock'
import { recorderOf, residencyOfSet, residencyOfTarget } from '@/store/facts/read'
import { allFeeds } from '@/store/house'
import { allPlaces, readKennel, readPeople, type Person } from '@/store/kennel'
import { findResident } from '@/store/residents'
import { recordedUnder } from '../base/regimes'
import { advance, refold } from './refold'
import type { EpochMs } from '@/core/epochMs'

type Result = Receipt['results'][number]

export interface Batch {
  readonly device: string
  readonly deviceNow: number
  /** The highest number that the device knows to be here: what is missing below it is asked for again. */
  readonly sentTo?: number | undefined
  readonly facts: readonly unknown[]
}

/**
 * Stores a device's facts once each and brings the standings they touch up to date, all in one transaction. A fact that
 * cannot be taken is refused by itself, with a reason, and keeps nothing else back. `sender`: who is signed in; facts
 * carry who made them, which may be somebody else on the same tablet. `proof`: what the device was given at its first
 * sign-in, and is bound to from then on.
 */
export function recordFacts(db: Db, batch: Batch, now: EpochMs, sender?: Person, proof?: string): Receipt {
  return db
    .transaction((): Receipt => {
      // Nobody records in another device's name, nor uses its numbers up.
      if (!isDevice(db, batch.device, proof)) return { results: [], wanted: [], rename: true }
      const context = readContext(db, batch, now, sender)
      const touched: Touched = new Map()
      if (proof !== undefined) bindDevice(db, batch.device, proof)
      const before = context.last.seq ?? -1
      const results = batch.facts.map((raw) => recordOne(db, context, raw, touched))
      if (context.last.seq !== undefined && context.last.at !== undefined)
        keepDeviceClock(db, context.device, context.last.seq, context.last.at)
      for (const [residencyId, sets] of touched) {
        if (sets === 'anything') refold(db, residencyId, now)
        else advance(db, residencyId, [...sets], now)
      }
      return { results, wanted: wantedOf(db, context, before, batch.sentTo), rename: false }
    })
    .immediate()
}

/**
 * What a device is asked to send again: all that is missing below what it knows to be here, or below what it just sent
 * where that did not go on from what came last. A device that has come no further is asked nothing.
 */
function wantedOf(db: Db, { device, least }: Context, before: number, sentTo: number | undefined): Receipt['wanted'] {
  const jumped = least !== undefined && least > before + 1 ? least - 1 : undefined
  const upTo = Math.max(sentTo ?? -1, jumped ?? -1)
  return upTo < 0 ? [] : missingOf(db, device, upTo).map(([from, to]) => [from, to])
}

/** What came in for a residency: facts of these sets, or something that may change what was folded long ago. */
type Touched = Map<string, Set<string> | 'anything'>

interface Context {
  readonly device: string
  readonly clock: DeviceClock
  /** How far the device has come, moved on by every fact. */
  readonly last: { seq: number | undefined; at: EpochMs | undefined }
  /** The lowest number among those that came now. */
  least: number | undefined
  readonly now: EpochMs
  readonly timeZone: string
  readonly people: ReadonlyMap<string, Person>
  readonly places: ReadonlySet<string>
  readonly sender: Person | undefined
}

function readContext(db: Db, batch: Batch, now: EpochMs, sender: Person | undefined): Context {
  const clock = deviceOffset(db, batch.device, batch.deviceNow, now)
  return {
    device: batch.device,
    clock,
    last: { seq: clock.lastSeq, at: clock.lastAt },
    least: undefined,
    now,
    timeZone: readKennel(db).timeZone,
    people: new Map(readPeople(db).map((p) => [p.id, p])),
    places: new Set(allPlaces(db).map((p) => p.id)),
    sender,
  }
}

/**
 * The moment a fact is of: by the device's clock as it is now, as it was, or as it says itself, whichever fits the
 * order.
 */
function momentOf({ clock, last, now }: Context, fact: WireFact): Settled {
  const notBefore = last.seq !== undefined && last.seq < fact.seq ? last.at : undefined
  const settled = settle(
    [
      fact.deviceAt + clock.offset,
      fact.deviceAt,
      ...(clock.before === undefined ? [] : [fact.deviceAt + clock.before]),
    ],
    { notBefore, now },
  )
  if (last.seq === undefined || fact.seq > last.seq) {
    last.seq = fact.seq
    last.at = settled.at
  }
  return settled
}

function recordOne(db: Db, context: Context, raw: unknown, touched: Touched): Result {
  const id = z.object({ id: z.string() }).safeParse(raw).data?.id ?? ''
  const parsed = wireFact.safeParse(raw)
  if (!parsed.success)
    return {
      id,
      status: 'refused',
      code: 'invalid',
      reason: parsed.error.issues.map((i) => `${i.path.join('.') || 'fact'}: ${i.message}`).join('; '),
    }
  const fact = parsed.data
  context.least = Math.min(context.least ?? fact.seq, fact.seq)
  const refuseNumber = ({ code, reason }: Rejection): Result => {
    keepRefused(db, context.device, fact.seq, reason, context.now)
    return { id: fact.id, status: 'refused', code, reason }
  }
  // A fact that is here already is known, whatever has changed about it since.
  const known = kindOf(db, fact.id)
  if (known !== undefined)
    return known === fact.kind
      ? { id: fact.id, status: 'known' }
      : refuseNumber(reject('another-kind', 'id: a fact of another kind has it'))
  if (fact.kind === 'voided' && waitsForItsMaker(context, fact))
    return { id: fact.id, status: 'waits', code: 'signed-out', reason: 'whoever undid this has to be signed in' }
  // A number that another fact has loses nobody's fact: this one gets a number that no device draws.
  const numbered = numberTaken(db, context.device, fact.seq) ? { ...fact, seq: spareNumber(db, context.device) } : fact
  const { at, sure } = momentOf(context, fact)
  const stamp = {
    device: context.device,
    at,
    receivedAt: context.now,
    day: dayIn(context.timeZone, at),
    sentBy: context.sender?.id,
    unsure: !sure || !isHereAt(db, context, fact, at),
  }
  const taken = namesNobody(db, context, fact) ?? takeKind(db, context, fact, stamp)
  if (!taken.ok) return refuseNumber(taken)
  append(db, numbered, stamp, taken.adds)
  touch(db, touched, fact)
  return { id: fact.id, status: 'stored' }
}

/** Whether the dog that a fact names was here at its moment; what names none lies where its set lies. */
function isHereAt(db: Db, { timeZone }: Context, fact: WireFact, at: EpochMs): boolean {
  const resident = 'residencyId' in fact ? findResident(db, fact.residencyId) : undefined
  return (
    !resident ||
    liesWithin(at, startOfDay(timeZone, resident.arrivesOn), startOfDay(timeZone, addDays(resident.leavesOn, 1)))
  )
}

const missing: Readonly<Record<Named, readonly [RejectionCode, string]>> = {
  resident: ['dog-not-found', 'dog not found'],
  person: ['not-staff', 'nobody here by that id'],
  place: ['location-not-found', 'location not found'],
  feed: ['food-not-found', 'food not found'],
}

/** Why this fact cannot be taken for what it names; undefined when all of that is here. */
function namesNobody(db: Db, context: Context, fact: WireFact): Rejection | undefined {
  const here: Readonly<Record<Named, (id: string) => boolean>> = {
    resident: (id) => findResident(db, id) !== undefined,
    person: (id) => context.people.has(id),
    place: (id) => context.places.has(id),
    feed: (id) => allFeeds(db).has(id),
  }
  const fields: Readonly<Record<string, unknown>> = fact
  for (const [field, named] of Object.entries(kindNamed(fact.kind).names)) {
    const id = fields[field]
    if (named !== undefined && typeof id === 'string' && !here[named](id)) {
      const [code, reason] = missing[named]
      return reject(code, `${field}: ${reason}`)
    }
  }
  return undefined
}

type Taken = { readonly ok: true; readonly adds: Readonly<Record<string, unknown>> } | Rejection
const addsNothing: Taken = { ok: true, adds: {} }
type TakeKind<K extends FactKindName> = (db: Db, context: Context, fact: FactOf<K>, stamp: Stamp) => Taken

/** What the kennel adds to a kind of fact, or why it will not take this one. Kinds that ask nothing have no line. */
const takers: { readonly [K in FactKindName]?: TakeKind<K> } = {
  'set-opened': (db, _, fact, stamp) => {
    const resident = findResident(db, fact.residencyId)
    const under = resident && recordedUnder(db, resident, fact.rungId, stamp.at)
    if (!under) return reject('rung-not-found', 'rungId: not in the dog’s curriculum')
    return {
      ok: true,
      adds: {
        command: under.command,
        curriculum_id: under.curriculum.id,
        curriculum_version: under.curriculum.version,
        rule_version: foldVersion,
        unsure: stamp.unsure === true,
      },
    }
  },
  voided: (db, context, fact) =>
    mayNotTakeBack(db, context, fact)
      ? reject('role', 'targetId: only a trainer undoes what somebody else recorded')
      : addsNothing,
}

function takeKind(db: Db, context: Context, fact: WireFact, stamp: Stamp): Taken {
  const taker = takers[fact.kind] as TakeKind<FactKindName> | undefined
  return taker?.(db, context, fact, stamp) ?? addsNothing
}

/** Notes whose standing this fact may move. A rep whose set is not here yet moves nothing until that comes. */
function touch(db: Db, touched: Touched, fact: WireFact): void {
  const { set, anything } = kindNamed(fact.kind).moves ?? {}
  const fields: Readonly<Record<string, unknown>> = fact
  const target = fields[set ?? anything ?? '']
  if (typeof target !== 'string') return
  const residencyId = set === undefined ? residencyOfTarget(db, target) : residencyOfSet(db, target)
  if (residencyId === undefined) return
  const sets = touched.get(residencyId) ?? new Set<string>()
  touched.set(residencyId, set === undefined || sets === 'anything' ? 'anything' : sets.add(target))
}

/** Whether somebody of the role hand is who this id names. */
const isHand = ({ people }: Context, id: string | undefined): boolean =>
  id !== undefined && people.get(id)?.role === 'hand'

/**
 * With a hand signed in, what somebody else is said to have taken back waits on the device until they are: whose word
 * it is nobody can tell.
 */
const waitsForItsMaker = (context: Context, fact: FactOf<'voided'>): boolean =>
  isHand(context, context.sender?.id) && fact.recordedBy !== context.sender?.id

/** A hand takes back what it recorded itself, on whatever tablet; a trainer what anybody recorded. */
function mayNotTakeBack(db: Db, context: Context, fact: FactOf<'voided'>): boolean {
  return isHand(context, fact.recordedBy) && recorderOf(db, fact.targetId)?.by !== fact.recordedBy
}
