import { dayWords } from '../scene/dayWords'
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
import { standingOf } from '../record/refold'
import { readyWith } from '../scene/shown'
import { wallMinute } from '../scene/clock'
import { slotsFor, whyTaken } from '../scene/slots'
import { nobody, whoField, worksHere } from '../scene/who'
import { refuse, type Deed, type Refusal } from './deed'

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

export const outcomeForm = z.object({
  handoffId: z.uuid(),
  outcome: z.union([z.literal(''), z.enum(handoffOutcomes)]),
  recordedBy: whoField,
})

/** Says how a handoff went, once it is over; an empty word takes that back, where no other was booked since. */
export function sayOutcome(db: Db, form: z.infer<typeof outcomeForm>, now: number): Deed {
  return db
    .transaction((): Deed => {
      const was = findHandoff(db, form.handoffId)
      if (!was) return refuse('There is no such handoff.')
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      if (was.status === 'cancelled') return refuse('This handoff was cancelled: nothing was shown.')
      if (was.to > now) return refuse('It is not over yet.')
      if (form.outcome === '' && liveHandoff(db, was.residencyId))
        return refuse('Another handoff was booked since. Cancel that one first.')
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

export type Booked = Deed<{ readonly handoff: Handoff }>

/** A day and time that a lead names, with who shows the dog. */
export const namedForm = z.object({
  residencyId: z.uuid(),
  personId: z.string().min(1).max(64),
  day: day('The day'),
  at: clock('The time'),
})

/** Books a free slot for a ready dog. Of two people who choose the same slot, the second is told. */
export const bookHandoff = (db: Db, form: z.infer<typeof bookingForm>, now: number): Booked =>
  book(db, form, now, (resident, readyOn) => {
    const free = slotsFor(db, resident, readyOn, now, undefined)
    return (
      free.find((s) => s.from === form.from && s.personId === form.personId) ??
      `${whyTaken(db, resident, form, { readyOn, now }) ?? notOffered} Nothing was booked; choose another.`
    )
  })

const notOffered = 'That time is not offered.'

/** Books a time outside staff hours; whoever is named must be free then, and the dog still here. */
export const bookNamed = (db: Db, form: z.infer<typeof namedForm>, now: number): Booked =>
  book(db, form, now, (resident, readyOn) => {
    const named = { personId: form.personId, day: form.day, minute: form.at }
    const [slot] = slotsFor(db, resident, readyOn, now, undefined, named)
    if (slot) return slot
    const from = momentAt(readKennel(db).timeZone, form.day, form.at)
    const why =
      from === undefined
        ? 'The clocks change: there is no such time on that day.'
        : whyTaken(db, resident, { personId: form.personId, from }, { readyOn, now, named: true })
    return `${why ?? notOffered} Nothing was booked.`
  })

/** Nobody knows when a dog that is not worked can be shown. */
function pausedNow(db: Db, resident: Resident): Refusal | undefined {
  const pause = openPauses(db).get(resident.residencyId)
  return pause && refuse(`${resident.name} is not worked since ${dayWords(db)(pause.fromDay)}; book when it is again.`)
}

function book(
  db: Db,
  form: { readonly residencyId: string },
  now: number,
  /** The time that is meant, or why it is not free. */
  choose: (resident: Resident, readyOn: string) => Slot | string,
): Booked {
  return db
    .transaction((): Booked => {
      const resident = findResident(db, form.residencyId)
      if (!resident) return refuse('Dog not found.')
      const { summary } = standingOf(db, form.residencyId, now)
      if (summary.readyOn === undefined) return refuse(`${resident.name} is not ready: something promised is missing.`)
      const { readyOn, waits } = readyWith(db, form.residencyId, summary)
      if (readyOn === undefined) return refuse(`${resident.name} is not ready. ${waits}`)
      const paused = pausedNow(db, resident)
      if (paused) return paused
      if (liveHandoff(db, form.residencyId))
        return refuse(`${resident.name} has a handoff already. Move that one instead.`)
      const slot = choose(resident, summary.readyOn)
      if (typeof slot === 'string') return refuse(slot)
      const handoff: Handoff = {
        id: v7(),
        residencyId: resident.residencyId,
        personId: slot.personId,
        from: slot.from,
        to: slot.to,
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
export function moveHandoff(db: Db, form: z.infer<typeof movingForm>, now: number): Booked {
  return db
    .transaction((): Booked => {
      const was = findHandoff(db, form.handoffId)
      const resident = was ? findResident(db, was.residencyId) : undefined
      if (!was || !resident) return refuse('There is no such handoff.')
      if (was.status === 'cancelled') return refuse('This handoff was cancelled. Book it anew.')
      if (was.outcome !== null) return refuse(over)
      if (was.from === form.from && was.personId === form.personId) return { ok: true, handoff: was }
      const { summary } = standingOf(db, was.residencyId, now)
      const slot = slotsFor(db, resident, summary.readyOn, now, was.id).find(
        (s) => s.from === form.from && s.personId === form.personId,
      )
      if (!slot) {
        const asked = { readyOn: summary.readyOn, now, moving: was.id }
        const why = whyTaken(db, resident, form, asked) ?? notOffered
        return refuse(`${why} The booking stands as it was; choose another.`)
      }
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
      if (was.outcome !== null) return refuse(over)
      const handoff: Handoff = { ...was, status: 'cancelled', sequence: was.sequence + 1, changedAt: now }
      appendHandoff(db, 'cancelled', v7(), handoff)
      return { ok: true, handoff }
    })
    .immediate()
}

const over = 'This handoff is over, and somebody said how it went.'

/** Takes a cancelling back: the booking stands again at its time, where that is still free. */
export function uncancelHandoff(db: Db, form: z.infer<typeof cancelForm>, now: number): Booked {
  return db
    .transaction((): Booked => {
      const was = findHandoff(db, form.handoffId)
      const resident = was && findResident(db, was.residencyId)
      if (!was || !resident) return refuse('There is no such handoff.')
      if (was.status !== 'cancelled') return { ok: true, handoff: was }
      if (was.from <= now) return refuse('Its time is past.')
      if (liveHandoff(db, was.residencyId))
        return refuse(`${resident.name} has another handoff by now. Move or cancel that one first.`)
      const paused = pausedNow(db, resident)
      if (paused) return paused
      const { timeZone } = readKennel(db)
      const onDay = dayIn(timeZone, was.from)
      const named = { personId: was.personId, day: onDay, minute: wallMinute(timeZone, was.from) }
      const free = slotsFor(db, resident, undefined, now, was.id, named).some((slot) => slot.from === was.from)
      if (!free) {
        const asked = { readyOn: undefined, now, moving: was.id, named: true }
        return refuse(`${whyTaken(db, resident, was, asked) ?? notOffered} Choose one anew.`)
      }
      const handoff: Handoff = { ...was, status: 'confirmed', sequence: was.sequence + 1, changedAt: now }
      appendHandoff(db, 'booked', v7(), handoff)
      return { ok: true, handoff }
    })
    .immediate()
}
