import { z } from 'zod'
import { noCorrectionBecause } from '@/core/block/correction'
import { dayIn } from '@/core/days'
import { foldVersion } from '@/core/progress/summary'
import { wireFact, type Receipt, type WireFact } from '@/core/wire'
import { insertBlock, insertBlockClose, insertCorrection, insertOverThreshold, insertSmallThing, type Dated } from '@/store/blocks'
import type { Db } from '@/store/database'
import { deviceOffset, insertClose, insertRep, insertSet, insertVoid, residencyOfSet, residencyOfTarget, sequenceTaken, type Stamp } from '@/store/facts'
import { allFeeds } from '@/store/house'
import { readKennel, readPeople, readPlaces } from '@/store/kennel'
import { findResident } from '@/store/residents'
import { correctionScene } from './corrections'
import { recordedUnder } from './regimes'
import { refold } from './standings'

type Result = Receipt['results'][number]

export interface Batch {
  readonly device: string
  readonly deviceNow: number
  readonly facts: readonly unknown[]
}

/**
 * Stores a device's facts once each and brings the standings they touch up to date, all in one transaction. A fact that
 * cannot be taken is refused by itself, with a reason, and keeps nothing else back.
 */
export function recordFacts(db: Db, batch: Batch, now: number): Receipt {
  return db
    .transaction((): Receipt => {
      const context = readContext(db, batch, now)
      const touched = new Set<string>()
      const results = batch.facts.map((raw) => recordOne(db, context, raw, touched))
      for (const residencyId of touched) refold(db, residencyId, now)
      return { results }
    })
    .immediate()
}

interface Context {
  readonly device: string
  readonly offset: number
  readonly now: number
  readonly timeZone: string
  readonly people: ReadonlySet<string>
  readonly places: ReadonlySet<string>
}

function readContext(db: Db, batch: Batch, now: number): Context {
  return {
    device: batch.device,
    offset: deviceOffset(db, batch.device, batch.deviceNow, now),
    now,
    timeZone: readKennel(db).timeZone,
    people: new Set(readPeople(db).map((p) => p.id)),
    places: new Set(readPlaces(db).map((p) => p.id)),
  }
}

const tableOf = { 'set-opened': 'training_set', rep: 'rep', 'set-closed': 'set_close', voided: 'voided', 'block-opened': 'block', 'block-closed': 'block_close', 'over-threshold': 'over_threshold', correction: 'correction', 'small-thing': 'small_thing' } as const

function recordOne(db: Db, context: Context, raw: unknown, touched: Set<string>): Result {
  const id = z.object({ id: z.string() }).safeParse(raw).data?.id ?? ''
  const parsed = wireFact.safeParse(raw)
  if (!parsed.success) return { id, status: 'refused', reason: parsed.error.issues.map((i) => `${i.path.join('.') || 'fact'}: ${i.message}`).join('; ') }
  const fact = parsed.data
  const at = fact.deviceAt + context.offset
  // Further ahead than any clock error: it would sort after everything to come.
  if (at > context.now + 86_400_000) return { id: fact.id, status: 'refused', reason: 'deviceAt: more than a day ahead of the kennel’s clock' }
  if (sequenceTaken(db, tableOf[fact.kind], context.device, fact.seq, fact.id)) return { id: fact.id, status: 'refused', reason: 'seq: this device already used the number for another fact' }
  const outcome = storeFact(db, context, fact, { device: context.device, at, receivedAt: context.now })
  if (typeof outcome === 'string') return { id: fact.id, status: 'refused', reason: outcome }
  if (!outcome.stored) return { id: fact.id, status: 'known' }
  if (outcome.residencyId !== undefined) touched.add(outcome.residencyId)
  return { id: fact.id, status: 'stored' }
}

/** Stored or known, with the residency whose standing it touches; or the reason for refusing it. */
function storeFact(db: Db, context: Context, fact: WireFact, stamp: Stamp): { stored: boolean; residencyId: string | undefined } | string {
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
      const row = { ...fact, command, day: dayIn(context.timeZone, stamp.at), curriculumId: curriculum.id, curriculumVersion: curriculum.version, ruleVersion: foldVersion }
      return { stored: insertSet(db, row, stamp), residencyId: fact.residencyId }
    }
    case 'rep':
      return { stored: insertRep(db, fact, stamp), residencyId: residencyOfSet(db, fact.setId) }
    case 'set-closed':
      // Closing says that nothing more comes; it moves no standing.
      return { stored: insertClose(db, fact, stamp), residencyId: undefined }
    case 'voided':
      if (!context.people.has(fact.recordedBy)) return 'recordedBy: nobody here by that id'
      return { stored: insertVoid(db, fact, stamp), residencyId: residencyOfTarget(db, fact.targetId) }
    default:
      return storeOfBlock(db, context, fact, { ...stamp, day: dayIn(context.timeZone, stamp.at) })
  }
}

type FactOfBlock = Exclude<WireFact, { kind: 'set-opened' | 'rep' | 'set-closed' | 'voided' }>

/** What belongs to a block and moves no standing. */
function storeOfBlock(db: Db, context: Context, fact: FactOfBlock, at: Dated): { stored: boolean; residencyId: undefined } | string {
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
    case 'correction': {
      const refusal = noCorrectionBecause(correctionScene(db, resident, fact.command, at.at))
      return refusal === undefined ? stored(insertCorrection(db, fact, at)) : `correction: ${refusal}`
    }
    case 'small-thing':
      return stored(insertSmallThing(db, fact, at))
  }
}
