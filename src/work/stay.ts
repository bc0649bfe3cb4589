import { v7 } from 'uuid'
import { z } from 'zod'
import { addDays, dayIn, daysBetween } from '@/core/days'
import { promisesMet } from '@/core/promise/summary'
import type { Db } from '@/store/database'
import { liveHandoff } from '@/store/handoffs'
import { readKennel, readPeople } from '@/store/kennel'
import {
  dogInRun,
  findResident,
  residencyDuring,
  residentsArriving,
  residentsOn,
  type Resident,
} from '@/store/residents'
import { openQuestions, remindersOf, type Reminder } from '@/core/intake/reminders'
import { readEntry } from '@/store/intake'
import {
  appendStayChange,
  endPause,
  insertPause,
  openPauses,
  pauseKinds,
  readStayChanges,
  type Pause,
  type ToldStayChange,
} from '@/store/stay'
import { day } from '@/core/fields'
import { longestStay } from './begin'
import { aboutResident } from './about'
import { reasonBeside, type Done } from './correct'
import { refold, standingOf } from './record/refold'
import { nobody, whoField, worksHere } from './who'

export const stayForm = z.object({
  residencyId: z.uuid(),
  leavesOn: day('Goes home on'),
  reason: reasonBeside('stay'),
  recordedBy: whoField,
})

/**
 * Makes a stay longer or shorter. Never so that a booked handoff falls after it, nor into another dog's days in the
 * run.
 */
export function changeStay(db: Db, form: z.infer<typeof stayForm>, now: number): Done {
  const refuse = (reason: string): Done => ({ ok: false, reason })
  return db
    .transaction((): Done => {
      const resident = findResident(db, form.residencyId)
      if (!resident) return refuse('There is no such dog here.')
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      const { timeZone } = readKennel(db)
      const today = dayIn(timeZone, now)
      if (resident.leavesOn < today)
        return refuse(`${resident.name} went home on ${resident.leavesOn}. A dog that comes back is taken in anew.`)
      if (form.leavesOn === resident.leavesOn) return refuse('That is the day it goes home already.')
      if (form.leavesOn < today) return refuse('This day is past.')
      if (form.leavesOn <= resident.arrivesOn) return refuse('Going home must lie after the arrival.')
      if (daysBetween(resident.arrivesOn, form.leavesOn) > longestStay)
        return refuse(`A stay of more than ${longestStay} days is surely a slip of the key.`)
      const other = dogInRun(db, resident.runNumber, resident.arrivesOn, form.leavesOn, resident.residencyId)
      if (other !== undefined) return refuse(`${other} has run ${resident.runNumber} before then.`)
      const next = residencyDuring(db, resident.dogId, resident.arrivesOn, form.leavesOn, resident.residencyId)
      if (next !== undefined)
        return refuse(
          `${resident.name} is booked again from ${next.arrivesOn} to ${next.leavesOn}. Change that residency first.`,
        )
      const handoff = liveHandoff(db, resident.residencyId)
      if (handoff && dayIn(timeZone, handoff.from) > form.leavesOn)
        return refuse(`The handoff is booked for ${dayIn(timeZone, handoff.from)}. Move or cancel that first.`)
      appendStayChange(db, {
        id: v7(),
        residencyId: resident.residencyId,
        was: resident.leavesOn,
        leavesOn: form.leavesOn,
        reason: form.reason,
        recordedBy: form.recordedBy,
        at: now,
      })
      // What the house changed in its method counts for a dog only while it is here.
      refold(db, resident.residencyId, now)
      return { ok: true, residencyId: resident.residencyId }
    })
    .immediate()
}

export interface ComingRow {
  readonly resident: Resident
  readonly readyOn: string | undefined
  readonly promises: number
  readonly met: number
  /** What is wrong with its promises; empty when nothing is. */
  readonly lacks: string
  readonly handoff: { readonly from: number; readonly personName: string } | undefined
  readonly changes: readonly ToldStayChange[]
}

export interface ComingDay {
  readonly day: string
  readonly arriving: readonly Resident[]
  readonly leaving: readonly ComingRow[]
}

/** House: how far the morning's page looks ahead. */
export const daysAhead = 14

export const pauseForm = z.object({
  residencyId: z.uuid(),
  why: z.enum(pauseKinds, { error: 'Choose why.' }),
  note: z
    .string()
    .trim()
    .max(160, '160 letters at the most.')
    .regex(/^\P{Cc}*$/u, 'One line of text.')
    .default(''),
  recordedBy: whoField,
})

/** A dog that is sick or in season is not worked until somebody says that it is again. */
export function pause(db: Db, form: z.infer<typeof pauseForm>, now: number): Done {
  return aboutResident(db, form, (resident) => {
    const today = dayIn(readKennel(db).timeZone, now)
    if (today < resident.arrivesOn || today > resident.leavesOn) return 'It is not here today.'
    if (openPauses(db).has(form.residencyId)) return 'It is paused already.'
    insertPause(db, {
      id: v7(),
      residencyId: form.residencyId,
      why: form.why,
      note: form.note,
      fromDay: today,
      at: now,
      recordedBy: form.recordedBy,
    })
    return undefined
  })
}

export const resumeForm = z.object({ residencyId: z.uuid(), recordedBy: whoField })

/** The dog is worked again, from today. */
export function resume(db: Db, form: z.infer<typeof resumeForm>, now: number): Done {
  if (!worksHere(db, form.recordedBy)) return { ok: false, reason: nobody }
  const open = openPauses(db).get(form.residencyId)
  if (!open) return { ok: false, reason: 'It is not paused.' }
  endPause(db, open.id, dayIn(readKennel(db).timeZone, now), form.recordedBy)
  return { ok: true, residencyId: form.residencyId }
}

/** What somebody has to think of for one dog this morning. */
export interface Minding {
  readonly resident: Resident
  readonly reminders: readonly Reminder[]
  readonly questions: readonly string[]
  readonly pause: Pause | undefined
}

function minding(db: Db, residents: readonly Resident[], today: string): readonly Minding[] {
  const pauses = openPauses(db)
  return residents
    .map((resident): Minding => {
      const health = readEntry(db, resident.residencyId, 'health')?.entry
      const asked = readEntry(db, resident.residencyId, 'questions')?.entry
      return {
        resident,
        reminders: health ? remindersOf(health, today) : [],
        questions: asked ? openQuestions(asked) : [],
        pause: pauses.get(resident.residencyId),
      }
    })
    .filter((m) => m.reminders.length > 0 || m.questions.length > 0 || m.pause !== undefined)
    .sort((a, b) => a.resident.runNumber.localeCompare(b.resident.runNumber, 'en', { numeric: true }))
}

export interface ComingView {
  readonly timeZone: string
  readonly today: string
  readonly here: number
  readonly days: readonly ComingDay[]
  readonly mind: readonly Minding[]
  /** Dogs here that are not paused, for saying that one is. */
  readonly residents: readonly { readonly id: string; readonly name: string }[]
  /** Every dog here, for another day of going home. */
  readonly stays: readonly { readonly id: string; readonly name: string; readonly leavesOn: string }[]
}

/** Who comes and who goes, day by day from today, and what has to be thought of. */
export function loadComing(db: Db, now: number): ComingView {
  const { timeZone } = readKennel(db)
  const today = dayIn(timeZone, now)
  const last = addDays(today, daysAhead - 1)
  const names = new Map(readPeople(db).map((p) => [p.id, p.name]))
  const here = residentsOn(db, today)
  const arriving = residentsArriving(db, today, last)
  const leaving = [...here, ...arriving.filter((r) => r.arrivesOn > today)]
    .filter((r) => r.leavesOn <= last)
    .map((resident): ComingRow => {
      const { summary } = standingOf(db, resident.residencyId, now)
      const live = liveHandoff(db, resident.residencyId)
      return {
        resident,
        readyOn: summary.readyOn,
        ...promisesMet(summary),
        handoff: live && { from: live.from, personName: names.get(live.personId) ?? '' },
        changes: readStayChanges(db, resident.residencyId),
      }
    })
  const days = Array.from({ length: daysAhead }, (_, i) => addDays(today, i)).map((d) => ({
    day: d,
    arriving: arriving.filter((r) => r.arrivesOn === d),
    leaving: leaving.filter((r) => r.resident.leavesOn === d),
  }))
  const byRun = [...here].sort((a, b) => a.runNumber.localeCompare(b.runNumber, 'en', { numeric: true }))
  const pauses = openPauses(db)
  return {
    timeZone,
    today,
    here: here.length,
    days,
    mind: minding(db, [...here, ...arriving.filter((r) => r.arrivesOn > today)], today),
    residents: byRun
      .filter((r) => !pauses.has(r.residencyId))
      .map((r) => ({ id: r.residencyId, name: `${r.runNumber} ${r.name}` })),
    stays: byRun.map((r) => ({ id: r.residencyId, name: `${r.runNumber} ${r.name}`, leavesOn: r.leavesOn })),
  }
}
