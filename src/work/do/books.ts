import { dayWords } from '../scene/dayWords'
import { z } from 'zod'
import { dayIn, daysBetween } from '@/core/days'
import { day, line } from '@/core/fields'
import { firstRecorded } from '@/store/books'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { dogInRun, findResident, residencyDuring, type Resident } from '@/store/residents'
import { refold } from '../record/refold'
import { nobody, whoField, worksHere } from '../scene/who'
import { longestStay } from './begin'
import { changeBooks } from './changeBooks'
import type { Done } from './correct'
import { refuse, wrongIn } from './deed'
import { overRead, readForm } from './saveOver'

export const booksForm = z.object({
  residencyId: z.uuid(),
  name: line('The name', 60),
  owner: line('The owner', 80),
  run: line('The run number', 8),
  arrivesOn: day('Arrives on'),
  read: readForm,
  recordedBy: whoField,
})

/**
 * Puts right what stands in the books of a dog: its name, its owner’s, its run and the day it came. What it was before
 * stays known; nothing is written where anything is wrong.
 */
export function putRight(db: Db, form: z.infer<typeof booksForm>, now: number): Done {
  return db
    .transaction((): Done => {
      const resident = findResident(db, form.residencyId)
      if (!resident) return refuse('Dog not found.')
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      const { name, owner, run, arrivesOn } = form
      const over = overRead(form.read, { name, owner, run, arrivesOn }, booksNow(resident))
      if (over) return over
      const errors = wrongBooks(db, resident, form)
      if (errors) return wrongIn(errors)
      const who = { recordedBy: form.recordedBy, now }
      changeBooks(db, resident, 'name', form.name, who)
      changeBooks(db, resident, 'owner', form.owner, who)
      changeBooks(db, resident, 'run', form.run, who)
      changeBooks(db, resident, 'arrives', form.arrivesOn, who)
      // A young dog's first week counts from the day it came.
      if (form.arrivesOn !== resident.arrivesOn) refold(db, resident.residencyId, now)
      return { ok: true, residencyId: resident.residencyId }
    })
    .immediate()
}

/** What stands in the books of a dog, as the form names it. */
export const booksNow = (r: Pick<Resident, 'name' | 'ownerName' | 'runNumber' | 'arrivesOn'>) => ({
  name: r.name,
  owner: r.ownerName,
  run: r.runNumber,
  arrivesOn: r.arrivesOn,
})

/** What speaks against it, by field; undefined for nothing. */
function wrongBooks(db: Db, resident: Resident, form: z.infer<typeof booksForm>): Record<string, string> | undefined {
  const errors: Record<string, string> = {}
  const sayDay = dayWords(db)
  const { timeZone } = readKennel(db)
  const first = firstRecorded(db, resident.residencyId)
  const firstDay = first === null ? undefined : dayIn(timeZone, first)
  if (form.arrivesOn >= resident.leavesOn) errors['arrivesOn'] = 'Going home must lie after the arrival.'
  else if (daysBetween(form.arrivesOn, resident.leavesOn) > longestStay)
    errors['arrivesOn'] = `A stay of more than ${longestStay} days. Is this a typo?`
  else if (firstDay !== undefined && form.arrivesOn > firstDay)
    errors['arrivesOn'] = `It was worked here on ${sayDay(firstDay)} already.`
  else {
    const clash = residencyDuring(db, resident.dogId, form.arrivesOn, resident.leavesOn, resident.residencyId)
    if (clash)
      errors['arrivesOn'] =
        `${resident.name} is here from ${sayDay(clash.arrivesOn)} to ${sayDay(clash.leavesOn)} already.`
  }
  const other = dogInRun(db, form.run, form.arrivesOn, resident.leavesOn, resident.residencyId)
  if (other !== undefined) errors['run'] = `${other} has run ${form.run} during these days. Swap them instead.`
  return Object.keys(errors).length > 0 ? errors : undefined
}

export const swapForm = z.object({ residencyId: z.uuid(), otherId: z.uuid(), recordedBy: whoField })

/** Two dogs change runs with each other. Refused where a third dog has one of them during the days. */
export function swapRuns(db: Db, form: z.infer<typeof swapForm>, now: number): Done {
  return db
    .transaction((): Done => {
      const one = findResident(db, form.residencyId)
      const other = findResident(db, form.otherId)
      if (!one || !other) return refuse('Dog not found.')
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      if (one.residencyId === other.residencyId || one.runNumber === other.runNumber)
        return refuse('They have the same run already.')
      const today = dayIn(readKennel(db).timeZone, now)
      const gone = [one, other].find((r) => r.leavesOn < today)
      if (gone) return refuse(`${gone.name} went home on ${dayWords(db)(gone.leavesOn)}.`)
      const pair = [
        { resident: one, run: other.runNumber },
        { resident: other, run: one.runNumber },
      ]
      for (const { resident: r, run } of pair) {
        const third = dogInRun(db, run, r.arrivesOn, r.leavesOn, one.residencyId, other.residencyId)
        if (third !== undefined) return refuse(`${third} has run ${run} while ${r.name} is here.`)
      }
      for (const { resident: r, run } of pair) changeBooks(db, r, 'run', run, { recordedBy: form.recordedBy, now })
      return { ok: true, residencyId: one.residencyId }
    })
    .immediate()
}
