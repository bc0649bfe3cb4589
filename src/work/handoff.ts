import ical, { ICalCalendarMethod, ICalEventStatus } from 'ical-generator'
import { v7 } from 'uuid'
import { z } from 'zod'
import { addDays, dayIn, daysBetween, startOfDay } from '@/core/days'
import type { House } from '@/core/house/house'
import { freeSlots, handoffEveryMinutes, handoffMinutes, type Slot } from '@/core/handoff/slots'
import { findRung } from '@/core/curriculum/lookup'
import { lacksOf, promisesMet } from '@/core/promise/summary'
import type { Db } from '@/store/database'
import {
  appendHandoff,
  busyPeople,
  findHandoff,
  lastCancelled,
  liveHandoff,
  type Handoff,
  handoffsOfOwner,
} from '@/store/handoffs'
import { openPauses } from '@/store/stay'
import { readDaysOff, readHouse } from '@/store/house'
import { readHours, readKennel, readPeople } from '@/store/kennel'
import { findResident, residentsOn, type Resident } from '@/store/residents'
import { ladderOf } from './regimes'
import { standingOf } from './record/refold'
import { handlers } from './who'

export interface OfferedSlot extends Slot {
  readonly personName: string
}

export interface HandoffPage {
  readonly resident: Resident
  readonly timeZone: string
  readonly readyOn: string | undefined
  /** What is wrong with its promises; empty when nothing is. */
  readonly lacks: string
  readonly missing: readonly string[]
  readonly live: (Handoff & { readonly personName: string }) | undefined
  /** The newest cancelled handoff while none stands: its file tells the owner’s calendar. */
  readonly cancelled: Handoff | undefined
  readonly slots: readonly OfferedSlot[]
  readonly noHours: boolean
}

/** Most slots are far too many to choose from; these many days' worth are offered at a time. */
const mostOffered = 120

/** What the handoff page of a dog shows; undefined for an unknown residency. */
export function loadHandoffPage(db: Db, residencyId: string, now: number): HandoffPage | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const { summary } = standingOf(db, residencyId, now)
  const curriculum = ladderOf(db, residencyId, now)
  const names = new Map(readPeople(db).map((p) => [p.id, p.name]))
  const live = liveHandoff(db, residencyId)
  const missing = summary.commands
    .flatMap((c) => c.promises)
    .flatMap((promise) => {
      const found = findRung(curriculum, promise.promise.rungId)
      return found && !promise.met ? [`${found.command.name}: ${found.rung.name}`] : []
    })
  return {
    resident,
    timeZone: readKennel(db).timeZone,
    readyOn: summary.readyOn,
    missing,
    lacks: lacksOf(summary),
    live: live ? { ...live, personName: names.get(live.personId) ?? '' } : undefined,
    cancelled: live ? undefined : lastCancelled(db, residencyId),
    slots: slotsFor(db, resident, summary.readyOn, now, live?.id)
      .slice(0, mostOffered)
      .map((s) => ({ ...s, personName: names.get(s.personId) ?? '' })),
    noHours: handoffHours(db).length === 0,
  }
}

/**
 * Free times between ready (or now) and going home; none while the dog is not ready, unless a booking is being moved.
 */
function slotsFor(
  db: Db,
  resident: Resident,
  readyOn: string | undefined,
  now: number,
  moving: string | undefined,
): readonly Slot[] {
  const { timeZone } = readKennel(db)
  if (readyOn === undefined && moving === undefined) return []
  // Nobody knows when a paused dog can be shown.
  if (openPauses(db).has(resident.residencyId)) return []
  const today = dayIn(timeZone, now)
  const firstDay = readyOn !== undefined && readyOn > today ? readyOn : today
  const theirs = handoffsOfOwner(db, resident, now - 86_400_000, moving)
  return freeSlots({
    timeZone,
    firstDay,
    lastDay: resident.leavesOn,
    notBefore: now,
    minutes: handoffMinutes,
    everyMinutes: handoffEveryMinutes,
    hours: handoffHours(db),
    busy: [...busyPeople(db, now - 86_400_000, moving), ...daysAway(db, timeZone, today)],
    quiet: quietOf(readHouse(db)),
  }).filter((s) => !theirs.some((h) => s.from < h.to && h.from < s.to))
}

/** Whole days on which somebody is away. */
const daysAway = (db: Db, timeZone: string, today: string) =>
  readDaysOff(db, today).map((o) => ({
    personId: o.personId,
    from: startOfDay(timeZone, o.from),
    to: startOfDay(timeZone, addDays(o.to, 1)),
  }))

const quietOf = ({ quietFrom, quietTo }: House) =>
  quietFrom === '' || quietTo === '' || quietFrom === quietTo ? undefined : { from: quietFrom, to: quietTo }

/** Hours of those who may show a dog to its owner: leads and trainers, not kennel hands. */
function handoffHours(db: Db) {
  const trainers = new Set(handlers(readPeople(db)))
  return readHours(db).filter((h) => trainers.has(h.personId))
}

export const bookingForm = z.object({
  residencyId: z.uuid(),
  personId: z.string().min(1).max(64),
  from: z.coerce.number().int(),
})
export const movingForm = z.object({
  handoffId: z.uuid(),
  personId: z.string().min(1).max(64),
  from: z.coerce.number().int(),
})
export const cancelForm = z.object({ handoffId: z.uuid() })

export type Booked = { readonly ok: true; readonly handoff: Handoff } | { readonly ok: false; readonly reason: string }

const refuse = (reason: string): Booked => ({ ok: false, reason })

/** Books a free slot for a ready dog. Of two people who choose the same slot, the second is told. */
export function bookHandoff(db: Db, form: z.infer<typeof bookingForm>, now: number): Booked {
  return db
    .transaction((): Booked => {
      const resident = findResident(db, form.residencyId)
      if (!resident) return refuse('There is no such resident.')
      const { summary } = standingOf(db, form.residencyId, now)
      if (summary.readyOn === undefined) return refuse(`${resident.name} is not ready: something promised is missing.`)
      const pause = openPauses(db).get(form.residencyId)
      if (pause) return refuse(`${resident.name} is not worked since ${pause.fromDay}; book when it is again.`)
      if (liveHandoff(db, form.residencyId))
        return refuse(`${resident.name} has a handoff already. Move that one instead.`)
      const slot = slotsFor(db, resident, summary.readyOn, now, undefined).find(
        (s) => s.from === form.from && s.personId === form.personId,
      )
      if (!slot) return refuse('That time is no longer free. Nothing was booked; choose another.')
      const handoff: Handoff = {
        id: v7(),
        residencyId: resident.residencyId,
        personId: slot.personId,
        from: slot.from,
        to: slot.to,
        sequence: 0,
        status: 'confirmed',
        changedAt: now,
      }
      appendHandoff(db, 'booked', v7(), handoff)
      return { ok: true, handoff }
    })
    .immediate()
}

/** Moves a booking that stands to another free slot: same id, next sequence. */
export function moveHandoff(db: Db, form: z.infer<typeof movingForm>, now: number): Booked {
  return db
    .transaction((): Booked => {
      const was = findHandoff(db, form.handoffId)
      const resident = was ? findResident(db, was.residencyId) : undefined
      if (!was || !resident) return refuse('There is no such handoff.')
      if (was.status === 'cancelled') return refuse('This handoff was cancelled. Book it anew.')
      if (was.from === form.from && was.personId === form.personId) return { ok: true, handoff: was }
      const { summary } = standingOf(db, was.residencyId, now)
      const slot = slotsFor(db, resident, summary.readyOn, now, was.id).find(
        (s) => s.from === form.from && s.personId === form.personId,
      )
      if (!slot) return refuse('That time is no longer free. The booking stands as it was; choose another.')
      const handoff: Handoff = {
        ...was,
        personId: slot.personId,
        from: slot.from,
        to: slot.to,
        sequence: was.sequence + 1,
        changedAt: now,
      }
      appendHandoff(db, 'moved', v7(), handoff)
      return { ok: true, handoff }
    })
    .immediate()
}

/** Cancels a booking that stands; cancelling it again changes nothing. */
export function cancelHandoff(db: Db, form: z.infer<typeof cancelForm>, now: number): Booked {
  return db
    .transaction((): Booked => {
      const was = findHandoff(db, form.handoffId)
      if (!was) return refuse('There is no such handoff.')
      if (was.status === 'cancelled') return { ok: true, handoff: was }
      const handoff: Handoff = { ...was, status: 'cancelled', sequence: was.sequence + 1, changedAt: now }
      appendHandoff(db, 'cancelled', v7(), handoff)
      return { ok: true, handoff }
    })
    .immediate()
}

/** The invitation as an iCalendar file (RFC 5545), times in UTC; undefined for an unknown handoff. */
export function invitation(
  db: Db,
  handoffId: string,
): { readonly fileName: string; readonly text: string } | undefined {
  const handoff = findHandoff(db, handoffId)
  const resident = handoff ? findResident(db, handoff.residencyId) : undefined
  if (!handoff || !resident) return undefined
  const kennel = readKennel(db)
  const trainer = readPeople(db).find((p) => p.id === handoff.personId)?.name ?? ''
  const cancelled = handoff.status === 'cancelled'
  const calendar = ical({
    prodId: { company: 'kibou', product: 'handoff', language: 'EN' },
    method: cancelled ? ICalCalendarMethod.CANCEL : ICalCalendarMethod.PUBLISH,
  })
  calendar.createEvent({
    id: handoff.id,
    sequence: handoff.sequence,
    stamp: new Date(handoff.changedAt),
    start: new Date(handoff.from),
    end: new Date(handoff.to),
    summary: `Handoff of ${resident.name}, run ${resident.runNumber}`,
    description:
      `${resident.name} is shown to ${resident.ownerName} by ${trainer}. Bring the leash and collar you will ` +
      `use at home. The trainer decides on the day what is safe to show.`,
    location: kennel.name,
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

/** Everyone resident, ready first, then by how much of what was promised is met. */
export function loadHandoffs(db: Db, now: number): { readonly timeZone: string; readonly rows: readonly HandoffRow[] } {
  const { timeZone } = readKennel(db)
  const today = dayIn(timeZone, now)
  const names = new Map(readPeople(db).map((p) => [p.id, p.name]))
  const rows = residentsOn(db, today).map((resident): HandoffRow => {
    const { summary } = standingOf(db, resident.residencyId, now)
    const live = liveHandoff(db, resident.residencyId)
    return {
      resident,
      readyOn: summary.readyOn,
      daysLeft: daysBetween(today, resident.leavesOn),
      ...promisesMet(summary),
      live: live ? { ...live, personName: names.get(live.personId) ?? '' } : undefined,
    }
  })
  const rank = (r: HandoffRow) => (r.live ? 0 : r.readyOn !== undefined ? 1 : 2)
  return {
    timeZone,
    rows: rows.sort(
      (a, b) =>
        rank(a) - rank(b) ||
        (a.live?.from ?? 0) - (b.live?.from ?? 0) ||
        b.met / (b.promises || 1) - a.met / (a.promises || 1),
    ),
  }
}
