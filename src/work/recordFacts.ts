import { z } from 'zod'
import { addDays, dayIn, startOfDay } from '@/core/days'
import { foldVersion } from '@/core/promise/summary'
import { liesWithin, settle, type Settled } from '@/core/when'
import { wireFact, type Receipt, type WireFact } from '@/core/facts/wire'
import {
  insertBlock,
  insertBlockClose,
  insertCorrection,
  insertOverThreshold,
  insertSmallThing,
  type Dated,
} from '@/store/blocks'
import type { Db } from '@/store/database'
import {
  deviceOffset,
  isKnown,
  keepDeviceClock,
  recorderOf,
  type DeviceClock,
  insertClose,
  insertRep,
  insertSet,
  insertVoid,
  residencyOfSet,
  residencyOfTarget,
  sequenceTaken,
  type Stamp,
} from '@/store/facts'
import { allFeeds } from '@/store/house'
import { allPlaceIds, readKennel, readPeople, type Person } from '@/store/kennel'
import { findResident } from '@/store/residents'
import { recordedUnder } from './regimes'
import { advance, refold } from './standings'

type Result = Receipt['results'][number]

export interface Batch {
  readonly device: string
  readonly deviceNow: number
  readonly facts: readonly unknown[]
}

/**
 * Stores a device's facts once each and brings the standings they touch up to date, all in one transaction. A fact that
 * cannot be taken is refused by itself, with a reason, and keeps nothing else back. `sender`: who is signed in; facts
 * carry
 * who made them, which may be somebody else on the same tablet.
 */
export function recordFacts(db: Db, batch: Batch, now: number, sender?: Person): Receipt {
  return db
    .transaction((): Receipt => {
      const context = readContext(db, batch, now, sender)
      const touched: Touched = new Map()
      const results = batch.facts.map((raw) => recordOne(db, context, raw, touched))
      if (context.last.seq !== undefined && context.last.at !== undefined)
        keepDeviceClock(db, context.device, context.last.seq, context.last.at)
      for (const [residencyId, sets] of touched) {
        if (sets === 'anything') refold(db, residencyId, now)
        else advance(db, residencyId, [...sets], now)
      }
      return { results }
    })
    .immediate()
}

/** What came in for a residency: facts of these sets, or something that may change what was folded long ago. */
type Touched = Map<string, Set<string> | 'anything'>

interface Context {
  readonly device: string
  readonly clock: DeviceClock
  /** How far the device has come, moved on by every fact. */
  readonly last: { seq: number | undefined; at: number | undefined }
  readonly now: number
  readonly timeZone: string
  readonly people: ReadonlyMap<string, Person>
  readonly places: ReadonlySet<string>
  readonly sender: Person | undefined
}

function readContext(db: Db, batch: Batch, now: number, sender: Person | undefined): Context {
  const clock = deviceOffset(db, batch.device, batch.deviceNow, now)
  return {
    device: batch.device,
    clock,
    last: { seq: clock.lastSeq, at: clock.lastAt },
    now,
    timeZone: readKennel(db).timeZone,
    people: new Map(readPeople(db).map((p) => [p.id, p])),
    places: new Set(allPlaceIds(db)),
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

const tableOf = {
  'set-opened': 'training_set',
  rep: 'rep',
  'set-closed': 'set_close',
  voided: 'voided',
  'block-opened': 'block',
  'block-closed': 'block_close',
  'over-threshold': 'over_threshold',
  correction: 'correction',
  'small-thing': 'small_thing',
} as const

function recordOne(db: Db, context: Context, raw: unknown, touched: Touched): Result {
  const id = z.object({ id: z.string() }).safeParse(raw).data?.id ?? ''
  const parsed = wireFact.safeParse(raw)
  if (!parsed.success)
    return {
      id,
      status: 'refused',
      reason: parsed.error.issues.map((i) => `${i.path.join('.') || 'fact'}: ${i.message}`).join('; '),
    }
  const fact = parsed.data
  // A fact that is here already is known, whatever has changed about it since.
  if (isKnown(db, tableOf[fact.kind], fact.id)) return { id: fact.id, status: 'known' }
  if (sequenceTaken(db, tableOf[fact.kind], context.device, fact.seq, fact.id))
    return { id: fact.id, status: 'refused', reason: 'seq: this device already used the number for another fact' }
  const { at, sure } = momentOf(context, fact)
  const outcome = storeFact(db, context, fact, { device: context.device, at, receivedAt: context.now }, sure)
  if (typeof outcome === 'string') return { id: fact.id, status: 'refused', reason: outcome }
  if (!outcome.stored) return { id: fact.id, status: 'known' }
  if (outcome.residencyId !== undefined) touch(touched, outcome.residencyId, fact)
  return { id: fact.id, status: 'stored' }
}

function touch(touched: Touched, residencyId: string, fact: WireFact): void {
  const setId = fact.kind === 'rep' ? fact.setId : fact.kind === 'set-opened' ? fact.id : undefined
  const sets = touched.get(residencyId) ?? new Set<string>()
  touched.set(residencyId, setId === undefined || sets === 'anything' ? 'anything' : sets.add(setId))
}

/** Stored or known, with the residency whose standing it touches; or the reason for refusing it. */
function storeFact(
  db: Db,
  context: Context,
  fact: WireFact,
  stamp: Stamp,
  sure: boolean,
): { stored: boolean; residencyId: string | undefined } | string {
  switch (fact.kind) {
    case 'set-opened': {
      const resident = findResident(db, fact.residencyId)
      if (!resident) return 'residencyId: no such resident'
      const under = recordedUnder(db, resident, fact.rungId, stamp.at)
      if (!under) return 'rungId: the curriculum has no such rung'
      if (!context.people.has(fact.leashHolder)) return 'leashHolder: nobody here by that id'
      if (!context.people.has(fact.recordedBy)) return 'recordedBy: nobody here by that id'
      if (!context.places.has(fact.placeId)) return 'placeId: no such place'
      if (fact.secondDog !== null && !findResident(db, fact.secondDog)) return 'secondDog: no such resident'
      if (fact.feedId !== null && !allFeeds(db).has(fact.feedId)) return 'feedId: no such feed'
      const { curriculum, command } = under
      const within = liesWithin(
        stamp.at,
        startOfDay(context.timeZone, resident.arrivesOn),
        startOfDay(context.timeZone, addDays(resident.leavesOn, 1)),
      )
      const row = {
        ...fact,
        unsure: !sure || !within,
        command,
        day: dayIn(context.timeZone, stamp.at),
        curriculumId: curriculum.id,
        curriculumVersion: curriculum.version,
        ruleVersion: foldVersion,
      }
      return { stored: insertSet(db, row, stamp), residencyId: fact.residencyId }
    }
    case 'rep':
      return { stored: insertRep(db, fact, stamp), residencyId: residencyOfSet(db, fact.setId) }
    case 'set-closed':
      // Closing says that nothing more comes; it moves no standing.
      return { stored: insertClose(db, fact, stamp), residencyId: undefined }
    case 'voided':
      if (!context.people.has(fact.recordedBy)) return 'recordedBy: nobody here by that id'
      if (mayNotTakeBack(db, context, fact)) return 'targetId: only a trainer takes back what somebody else recorded'
      return { stored: insertVoid(db, fact, stamp), residencyId: residencyOfTarget(db, fact.targetId) }
    default:
      return storeOfBlock(db, context, fact, { ...stamp, day: dayIn(context.timeZone, stamp.at) })
  }
}

/**
 * A hand takes back what it recorded itself; and with a hand signed in, a trainer's word counts only for what this very
 * device recorded.
 */
function mayNotTakeBack(
  db: Db,
  { people, sender, device }: Context,
  fact: Extract<WireFact, { kind: 'voided' }>,
): boolean {
  const isHand = (id: string | undefined) => id !== undefined && people.get(id)?.role === 'hand'
  if (!isHand(fact.recordedBy) && !isHand(sender?.id)) return false
  const target = recorderOf(db, fact.targetId)
  if (isHand(fact.recordedBy)) return target?.by !== fact.recordedBy
  return target?.device !== device
}

type FactOfBlock = Exclude<WireFact, { kind: 'set-opened' | 'rep' | 'set-closed' | 'voided' }>

/** What belongs to a block and moves no standing. */
function storeOfBlock(
  db: Db,
  context: Context,
  fact: FactOfBlock,
  at: Dated,
): { stored: boolean; residencyId: undefined } | string {
  const resident = findResident(db, fact.residencyId)
  if (!resident) return 'residencyId: no such resident'
  if (!context.people.has(fact.recordedBy)) return 'recordedBy: nobody here by that id'
  const stored = (done: boolean) => ({ stored: done, residencyId: undefined })
  switch (fact.kind) {
    case 'block-opened':
      return stored(insertBlock(db, fact, at))
    case 'block-closed':
      return stored(insertBlockClose(db, fact, at))
    case 'over-threshold':
      return context.places.has(fact.placeId) ? stored(insertOverThreshold(db, fact, at)) : 'placeId: no such place'
    case 'correction':
      // What happened is kept; what policy says of it is read beside it (work/corrections.ts).
      return stored(insertCorrection(db, fact, at))
    case 'small-thing':
      return stored(insertSmallThing(db, fact, at))
  }
}
