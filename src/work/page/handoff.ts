import { does } from '@/core/dog/pronouns'
import { firstName, ownerAddressed } from '@/core/people/names'
import { pronounsFor } from '../context/ownersDog'
import ical, { ICalCalendarMethod, ICalEventStatus } from 'ical-generator'
import { dayIn, daysBetween } from '@/core/days'
import { readBack } from '@/core/booking/ownerTimes'
import { ownerTimesFields, ownerTimesTyped } from '@/core/booking/ownerTimesForm'
import type { Typed } from '@/core/fields'
import type { FieldSpec } from '@/core/form'
import { ownerTimesOf } from '@/store/ownerTimes'
import { offeredFrom, type Slot } from '@/core/handoff/slots'
import { findRung } from '@/core/curriculum/lookup'
import { lacksOf, promisesMet } from '@/core/promise/summary'
import type { Db } from '@/store/database'
import { outcomeOf, type HandoffOutcome } from '@/core/handoff/outcome'
import { findHandoff, handoffsOver, lastCancelled, liveHandoff, type Handoff } from '@/store/handoffs'
import { peopleOn, readKennel, readPeople } from '@/store/kennel'
import { findResident, residentsOn, type Resident } from '@/store/residents'
import { readHouse } from '@/store/house'
import { ladderOf } from '../base/regimes'
import { atOnce } from '../base/runYielding'
import { standingOf, summarySteps } from '../record/standing'
import { readyWith, shownOf } from '../context/shown'
import { notInBooklet } from '../context/booklets'
import { handlers } from '../base/who'
import { slotsFor, handoffHours } from '../context/slots'
import type { HandoffId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface OfferedSlot extends Slot {
  readonly personName: string
}

export interface HandoffPage {
  readonly resident: Resident
  readonly timeZone: string
  readonly readyOn: string | undefined
  /** What it waits for though everything promised is held: its rehearsal; empty for nothing. */
  readonly waits: string
  /** What is wrong with its promises; empty when nothing is. */
  readonly lacks: string
  readonly missing: readonly string[]
  readonly live: (Handoff & { readonly personName: string }) | undefined
  /** The newest canceled handoff while none stands: its file tells the owner’s calendar. */
  readonly cancelled: Handoff | undefined
  readonly slots: readonly OfferedSlot[]
  /** Days from which further free times are reached; undefined where there are none. */
  readonly laterFrom: string | undefined
  readonly earlierFrom: string | undefined
  readonly noHours: boolean
  /** When its owner can come: what is asked, what was said last, and how it was read. */
  readonly ownerTimes: { readonly fields: readonly FieldSpec[]; readonly typed: Typed; readonly read: string }
  /** Who may show it, for a time that a lead names. */
  readonly handlers: readonly { readonly id: string; readonly name: string }[]
}

/** Design choice: so many times are offered at once; from the others, whole days each, it is a link away. */
const mostOffered = 120

/** What the handoff page of a dog shows, with its free times from a day on; undefined for an unknown residency. */
export function loadHandoffPage(db: Db, residencyId: ResidencyId, now: EpochMs, from = ''): HandoffPage | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const { summary } = standingOf(db, residencyId, now)
  const ready = readyWith(db, residencyId, summary)
  const curriculum = ladderOf(db, residencyId, now)
  const names = new Map(readPeople(db).map((p) => [p.id, p.name]))
  const live = liveHandoff(db, residencyId)
  const today = dayIn(readKennel(db).timeZone, now)
  const missing = summary.commands
    .flatMap((c) => c.promises)
    .flatMap((promise) => {
      const found = findRung(curriculum, promise.promise.rungId)
      return found && !promise.met ? [`${found.command.name}: ${found.rung.name}`] : []
    })
  const { timeZone } = readKennel(db)
  const free = slotsFor(db, resident, ready.readyOn, now, live?.id)
  const offered = offeredFrom(free, from, { most: mostOffered, dayOf: (at) => dayIn(timeZone, at) })
  return {
    resident,
    timeZone,
    ...ready,
    missing,
    lacks: lacksOf(summary),
    live: live ? { ...live, personName: names.get(live.personId) ?? '' } : undefined,
    cancelled: live ? undefined : lastCancelled(db, residencyId),
    ...offered,
    slots: offered.slots.map((s) => ({ ...s, personName: names.get(s.personId) ?? '' })),
    ownerTimes: ownerTimesFor(db, resident),
    noHours: handoffHours(db, today).length === 0,
    handlers: handlers(peopleOn(db, today)).map((id) => ({ id, name: names.get(id) ?? '' })),
  }
}

function ownerTimesFor(db: Db, { residencyId, ownerName }: Resident): HandoffPage['ownerTimes'] {
  const told = ownerTimesOf(db, residencyId)
  const { clock } = readHouse(db)
  return {
    fields: ownerTimesFields(ownerName, clock),
    typed: ownerTimesTyped(told),
    read: readBack(told?.said, clock),
  }
}

/** The invitation as an iCalendar file (RFC 5545), times in UTC; undefined for an unknown handoff. */
export function invitation(
  db: Db,
  handoffId: HandoffId,
): { readonly fileName: string; readonly text: string } | undefined {
  const handoff = findHandoff(db, handoffId)
  const resident = handoff ? findResident(db, handoff.residencyId) : undefined
  if (!handoff || !resident) return undefined
  const kennel = readKennel(db)
  const { address } = readHouse(db)
  const trainer = readPeople(db).find((p) => p.id === handoff.personId)?.name ?? ''
  const who = trainer === '' ? 'Your trainer' : firstName(trainer)
  const pronouns = pronounsFor(db, resident.residencyId)
  const cancelled = handoff.status === 'cancelled'
  const calendar = ical({
    prodId: { company: 'kibou', product: 'handoff', language: 'EN' },
    method: cancelled ? ICalCalendarMethod.CANCEL : ICalCalendarMethod.PUBLISH,
  })
  calendar.createEvent({
    id: handoff.id,
    sequence: handoff.sequence,
    stamp: new Date(handoff.changedAt),
    start: new Date(handoff.fromMs),
    end: new Date(handoff.toMs),
    summary: `Handoff of ${resident.name} to ${resident.ownerName}`,
    description:
      `Dear ${ownerAddressed(resident.ownerName)},\n${resident.name} will show you what ` +
      `${pronouns.they} ${does(pronouns, 'has', 'have')} learned. ${who} will go first. Then you will try, and ` +
      `${who} will help you. Please allow one hour. Bring the leash and collar you will use at home. On the day, ` +
      `${who} will decide what is safe to show. If you cannot come, please call us.`,
    location: [kennel.name, address]
      .filter((l) => l !== '')
      .join(', ')
      .replace(/\s*\n\s*/g, ', '),
    status: cancelled ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
  })
  return { fileName: `handoff-run-${resident.runNumber.replace(/[^\w-]/g, '')}.ics`, text: calendar.toString() }
}

export interface HandoffRow {
  readonly resident: Resident
  readonly readyOn: string | undefined
  readonly daysLeft: number
  readonly promises: number
  readonly met: number
  /** What is wrong with its promises; empty when nothing is. */
  readonly lacks: string
  readonly live: (Handoff & { readonly personName: string }) | undefined
}

/** A handoff that is over: how it went, or what is to be said of it. */
export interface HandoffOver {
  readonly id: string
  readonly residencyId: ResidencyId
  readonly run: string
  readonly name: string
  readonly ownerName: string
  readonly from: number
  readonly personName: string
  readonly outcome: HandoffOutcome | null
  /** By what was recorded of the demonstration; undefined where nothing was. */
  readonly proposed: HandoffOutcome | undefined
}

/** Design choice: of handoffs longer ago than this nobody is asked any more. */
const askedFor = 60 * 86_400_000

function handoffsThatAreOver(db: Db, now: EpochMs, names: ReadonlyMap<string, string>): readonly HandoffOver[] {
  const { timeZone } = readKennel(db)
  return handoffsOver(db, now - askedFor, now).flatMap((h): HandoffOver[] => {
    const resident = findResident(db, h.residencyId)
    if (!resident) return []
    const day = dayIn(timeZone, h.fromMs)
    const shown =
      h.outcome === null
        ? shownOf(db, h.residencyId).findLast((s) => s.what === 'demonstration' && s.day >= day)
        : undefined
    return [
      {
        id: h.id,
        residencyId: h.residencyId,
        run: resident.runNumber,
        name: resident.name,
        ownerName: resident.ownerName,
        from: h.fromMs,
        personName: names.get(h.personId) ?? '',
        outcome: h.outcome,
        proposed: shown && outcomeOf(shown),
      },
    ]
  })
}

/** An owner whose booklet lacks what is to be practiced: it is printed again and given. */
export interface BookletAnew {
  readonly residencyId: ResidencyId
  readonly run: string
  readonly name: string
  readonly ownerName: string
  readonly missing: readonly string[]
}

export interface HandoffsView {
  readonly timeZone: string
  readonly rows: readonly HandoffRow[]
  readonly over: readonly HandoffOver[]
  readonly anew: readonly BookletAnew[]
}

/**
 * Everyone resident, ready first, then by how much of what was promised is met, and handoffs that are over; for who
 * lets others in between.
 */
export function* handoffsSteps(db: Db, now: EpochMs): Generator<undefined, HandoffsView> {
  const { timeZone } = readKennel(db)
  const today = dayIn(timeZone, now)
  const names = new Map(readPeople(db).map((p) => [p.id, p.name]))
  const here = yield* summarySteps(db, today, now, residentsOn(db, today))
  const rows = here.map(([resident, summary]): HandoffRow => {
    const live = liveHandoff(db, resident.residencyId)
    return {
      resident,
      readyOn: readyWith(db, resident.residencyId, summary).readyOn,
      daysLeft: daysBetween(today, resident.leavesOn),
      ...promisesMet(summary),
      live: live ? { ...live, personName: names.get(live.personId) ?? '' } : undefined,
    }
  })
  const over = handoffsThatAreOver(db, now, names)
  const shown = new Map(here.map(([resident]) => [resident.residencyId, resident]))
  for (const { residencyId } of over) {
    const resident = findResident(db, residencyId)
    if (resident) shown.set(residencyId, resident)
  }
  const anew: BookletAnew[] = []
  for (const r of shown.values()) {
    yield
    const missing = notInBooklet(db, r, now)
    const { residencyId, runNumber: run, name, ownerName } = r
    if (missing.length > 0) anew.push({ residencyId, run, name, ownerName, missing })
  }
  const rank = (r: HandoffRow) => (r.live ? 0 : r.readyOn !== undefined ? 1 : 2)
  return {
    timeZone,
    over,
    anew,
    rows: rows.sort(
      (a, b) =>
        rank(a) - rank(b) ||
        (a.live?.fromMs ?? 0) - (b.live?.fromMs ?? 0) ||
        b.met / (b.promises || 1) - a.met / (a.promises || 1),
    ),
  }
}

/** Reads the handoffs page without yielding. */
export const loadHandoffs = atOnce(handoffsSteps)
