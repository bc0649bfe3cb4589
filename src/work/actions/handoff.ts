import { dayWords } from '../base/dayWords'
import { v7 } from 'uuid'
import { z } from 'zod'
import type { Db } from '@/store/database'
import { dayIn, momentAt } from '@/core/days'
import { clock, day } from '@/core/fields'
import { handoffOutcomes } from '@/core/handoff/outcome'
import type { Slot } from '@/core/handoff/slots'
import { appendHandoff, findHandoff, liveHandoff, writeOutcome, type Handoff } from '@/store/handoffs'
import { readKennel } from '@/store/kennel'
import { openPauses } from '@/store/stay'
import { findResident, type Resident } from '@/store/residents'
import { standingOf } from '../record/standing'
import { readyWith } from '../context/shown'
import { wallMinute } from '../base/clock'
import { slotsFor, whyTaken } from '../context/slots'
import { nobody, whoField, worksHere } from '../base/who'
import { reject, type ActionResult, type Rejection } from './actionResult'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Where the dog is shown; it may be said later. */
const placeId = z.string().min(1).max(64).optional()

export const bookingForm = z.object({
  residencyId: z.uuid(),
  personId: z.string().min(1).max(64),
  fromMs: z.coerce.number().int(),
  placeId,
})

export const movingForm = z.object({
  handoffId: z.uuid(),
  personId: z.string().min(1).max(64),
  fromMs: z.coerce.number().int(),
  placeId,
})

export const outcomeForm = z.object({
  handoffId: z.uuid(),
  outcome: z.union([z.literal(''), z.enum(handoffOutcomes)]),
  recordedBy: whoField,
})

/** Says how a handoff went, once it is over; an empty word takes that back, where no other was booked since. */
export function recordOutcome(db: Db, form: z.infer<typeof outcomeForm>, now: EpochMs): ActionResult {
  return db
    .transaction((): ActionResult => {
      const was = findHandoff(db, form.handoffId)
      if (!was) return reject('handoff-not-found', 'Handoff not found.')
      if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
      if (was.status === 'cancelled') return reject('canceled', 'This handoff was canceled: nothing was shown.')
      if (was.toMs > now) return reject('too-early', 'The handoff is not over yet.')
      if (form.outcome === '' && liveHandoff(db, was.residencyId))
        return reject('has-another', 'Another handoff was booked since. Cancel that one first.')
      if ((was.outcome ?? '') === form.outcome) return { ok: true }
      writeOutcome(db, {
        id: v7(),
        handoffId: was.id,
        outcome: form.outcome,
        at: now,
        by: form.recordedBy,
      })
      return { ok: true }
    })
    .immediate()
}

export const cancelForm = z.object({ handoffId: z.uuid() })

export type Booked = ActionResult<{ readonly handoff: Handoff }>

/** A day and time that a lead names, with who shows the dog. */
export const namedForm = z.object({
  residencyId: z.uuid(),
  personId: z.string().min(1).max(64),
  day: day('The day'),
  at: clock('The time'),
  placeId,
})

/** Books a free slot for a ready dog. Of two people who choose the same slot, the second is told. */
export const bookHandoff = (db: Db, form: z.infer<typeof bookingForm>, now: EpochMs): Booked =>
  book(db, form, now, (resident, readyOn) => {
    const free = slotsFor(db, resident, readyOn, now, undefined, { placeId: form.placeId })
    return (
      free.find((s) => s.fromMs === form.fromMs && s.personId === form.personId) ??
      `${whyTaken(db, resident, form, { readyOn, now }) ?? notOffered} Nothing was booked; choose another.`
    )
  })

const notOffered = 'That time is not offered.'

/** Books a time outside staff hours; whoever is named must be free then, and the dog still here. */
export const bookNamed = (db: Db, form: z.infer<typeof namedForm>, now: EpochMs): Booked =>
  book(db, form, now, (resident, readyOn) => {
    const named = { personId: form.personId, day: form.day, minute: form.at }
    const [slot] = slotsFor(db, resident, readyOn, now, undefined, { named, placeId: form.placeId })
    if (slot) return slot
    const from = momentAt(readKennel(db).timeZone, form.day, form.at)
    const why =
      from === undefined
        ? 'The clocks change: that time does not exist on that day.'
        : whyTaken(db, resident, { ...form, fromMs: from }, { readyOn, now, named: true })
    return `${why ?? notOffered} Nothing was booked.`
  })

/** Nobody knows when a dog that is not worked can be shown. */
function pausedNow(db: Db, resident: Resident): Rejection | undefined {
  const pause = openPauses(db).get(resident.residencyId)
  return (
    pause &&
    reject(
      'paused',
      `${resident.name} has not been trained since ${dayWords(db)(pause.fromDay)}. Book when training resumes.`,
    )
  )
}

function book(
  db: Db,
  form: { readonly residencyId: ResidencyId },
  now: EpochMs,
  /** The time that is meant, or why it is not free. */
  choose: (resident: Resident, readyOn: string) => Slot | string,
): Booked {
  return db
    .transaction((): Booked => {
      const resident = findResident(db, form.residencyId)
      if (!resident) return reject('dog-not-found', 'Dog not found.')
      const { summary } = standingOf(db, form.residencyId, now)
      if (summary.readyOn === undefined)
        return reject('not-ready', `${resident.name} is not ready: something promised is missing.`)
      const { readyOn, waits } = readyWith(db, form.residencyId, summary)
      if (readyOn === undefined) return reject('not-ready', `${resident.name} is not ready. ${waits}`)
      const paused = pausedNow(db, resident)
      if (paused) return paused
      if (liveHandoff(db, form.residencyId))
        return reject('has-another', `${resident.name} has a handoff already. Move that one instead.`)
      const slot = choose(resident, summary.readyOn)
      if (typeof slot === 'string') return reject('not-offered', slot)
      const handoff: Handoff = {
        id: v7(),
        residencyId: resident.residencyId,
        personId: slot.personId,
        placeId: slot.placeId ?? null,
        fromMs: slot.fromMs,
        toMs: slot.toMs,
        sequence: 0,
        status: 'confirmed',
        outcome: null,
        changedAt: now,
      }
      appendHandoff(db, 'booked', v7(), handoff)
      return { ok: true, handoff }
    })
    .immediate()
}

/** Moves a booking that stands to another free slot: same id, next sequence. */
export function moveHandoff(db: Db, form: z.infer<typeof movingForm>, now: EpochMs): Booked {
  return db
    .transaction((): Booked => {
      const was = findHandoff(db, form.handoffId)
      const resident = was ? findResident(db, was.residencyId) : undefined
      if (!was || !resident) return reject('handoff-not-found', 'Handoff not found.')
      if (was.status === 'cancelled') return reject('canceled', 'This handoff was canceled. Book it again.')
      if (was.outcome !== null) return reject('past', over)
      if (was.fromMs === form.fromMs && was.personId === form.personId) return { ok: true, handoff: was }
      const { summary } = standingOf(db, was.residencyId, now)
      const placeId = form.placeId ?? was.placeId ?? undefined
      const slot = slotsFor(db, resident, summary.readyOn, now, was.id, { placeId }).find(
        (s) => s.fromMs === form.fromMs && s.personId === form.personId,
      )
      if (!slot) {
        const asked = { readyOn: summary.readyOn, now, moving: was.id }
        const why = whyTaken(db, resident, { ...form, placeId }, asked) ?? notOffered
        return reject('not-offered', `${why} The booking has not changed. Choose another time.`)
      }
      const handoff: Handoff = {
        ...was,
        personId: slot.personId,
        placeId: slot.placeId ?? null,
        fromMs: slot.fromMs,
        toMs: slot.toMs,
        sequence: was.sequence + 1,
        changedAt: now,
      }
      appendHandoff(db, 'moved', v7(), handoff)
      return { ok: true, handoff }
    })
    .immediate()
}

/** Cancels a booking that stands; canceling it again changes nothing. */
export function cancelHandoff(db: Db, form: z.infer<typeof cancelForm>, now: EpochMs): Booked {
  return db
    .transaction((): Booked => {
      const was = findHandoff(db, form.handoffId)
      if (!was) return reject('handoff-not-found', 'Handoff not found.')
      if (was.status === 'cancelled') return { ok: true, handoff: was }
      if (was.outcome !== null) return reject('past', over)
      const handoff: Handoff = { ...was, status: 'cancelled', sequence: was.sequence + 1, changedAt: now }
      appendHandoff(db, 'cancelled', v7(), handoff)
      return { ok: true, handoff }
    })
    .immediate()
}

const over = 'This handoff is over, and its result is recorded.'

/** Takes a canceling back: the booking stands again at its time, where that is still free. */
export function uncancelHandoff(db: Db, form: z.infer<typeof cancelForm>, now: EpochMs): Booked {
  return db
    .transaction((): Booked => {
      const was = findHandoff(db, form.handoffId)
      const resident = was && findResident(db, was.residencyId)
      if (!was || !resident) return reject('handoff-not-found', 'Handoff not found.')
      if (was.status !== 'cancelled') return { ok: true, handoff: was }
      if (was.fromMs <= now) return reject('past', 'That time is past.')
      if (liveHandoff(db, was.residencyId))
        return reject('has-another', `${resident.name} has another handoff by now. Move or cancel that one first.`)
      const paused = pausedNow(db, resident)
      if (paused) return paused
      const { timeZone } = readKennel(db)
      const onDay = dayIn(timeZone, was.fromMs)
      const named = { personId: was.personId, day: onDay, minute: wallMinute(timeZone, was.fromMs) }
      const placeId = was.placeId ?? undefined
      const slots = slotsFor(db, resident, undefined, now, was.id, { named, placeId })
      const free = slots.some((slot) => slot.fromMs === was.fromMs)
      if (!free) {
        const asked = { readyOn: undefined, now, moving: was.id, named: true }
        return reject(
          'not-offered',
          `${whyTaken(db, resident, { ...was, placeId }, asked) ?? notOffered} Choose another.`,
        )
      }
      const handoff: Handoff = { ...was, status: 'confirmed', sequence: was.sequence + 1, changedAt: now }
      appendHandoff(db, 'booked', v7(), handoff)
      return { ok: true, handoff }
    })
    .immediate()
}
