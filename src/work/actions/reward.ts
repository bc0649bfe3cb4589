import { z } from 'zod'
import { v7 } from 'uuid'
import { dayIn } from '@/core/days'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { takeBack } from '@/store/intake'
import { updateDog } from '@/store/residents'
import { insertChoice, insertReserved, insertTaste, readChoices, readTastes, stages, tookWords } from '@/store/rewards'
import { aboutResident } from './about'
import type { Done } from './correct'
import { refoldDog } from '../record/refold'
import { nobody, whoField, worksHere } from '../base/who'
import { loadReward } from '../page/reward'
import { reject } from './actionResult'
import type { PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const fact = { residencyId: z.uuid(), recordedBy: whoField }

export const item = z
  .string()
  .trim()
  .min(1, 'Enter a name.')
  .max(60, '60 characters at most.')
  .regex(/^\P{Cc}*$/u, 'One line of text.')

export const tasteForm = z.object({ ...fact, id: z.uuid(), stage: z.enum(stages), item, took: z.enum(tookWords) })

/** Keeps how something held out was taken. */
export function keepTaste(db: Db, form: z.infer<typeof tasteForm>, now: EpochMs): Done {
  return testing(db, form, now, () => {
    insertTaste(db, { ...form, at: now })
  })
}

export const choiceForm = z
  .object({ ...fact, id: z.uuid(), a: item, b: item, chosen: item.nullable() })
  .refine((c) => c.a !== c.b && (c.chosen === null || c.chosen === c.a || c.chosen === c.b), 'Choose one of the two.')

/** Keeps which of two it chose. */
export function keepChoice(db: Db, form: z.infer<typeof choiceForm>, now: EpochMs): Done {
  if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
  const view = loadReward(db, form.residencyId, now)
  if (view && !(view.items.includes(form.a) && view.items.includes(form.b)))
    return reject('not-offered', 'Only what the dog took is offered two at a time.')
  return testing(db, form, now, () => {
    insertChoice(db, { ...form, at: now })
  })
}

function testing(
  db: Db,
  form: { readonly residencyId: ResidencyId; readonly recordedBy: PersonId },
  now: EpochMs,
  keep: () => void,
): Done {
  return aboutResident(db, form, (resident) => {
    const today = dayIn(readHouse(db).timeZone, now)
    if (today <= resident.arrivesOn)
      return today < resident.arrivesOn
        ? reject('too-early', 'The dog is not here yet.')
        : reject('too-early', 'First evening: a light walk and rest. This is for tomorrow.')
    keep()
    return undefined
  })
}

export const rewardUndoForm = z.object(fact)

/** Takes back the last thing kept of this test. */
export function undoReward(db: Db, form: z.infer<typeof rewardUndoForm>, now: EpochMs): Done {
  if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
  // Choices follow tastes: the last choice is the last thing, while there is one.
  const last = readChoices(db, form.residencyId).at(-1) ?? readTastes(db, form.residencyId).at(-1)
  if (!last) return reject('nothing-to-undo', 'Nothing to undo.')
  takeBack(db, last.id, form.recordedBy, now)
  return { ok: true, residencyId: form.residencyId }
}

export const reserveForm = z.object({ ...fact, item })

/** Keeps one toy for training only. */
export function reserve(db: Db, form: z.infer<typeof reserveForm>, now: EpochMs): Done {
  if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
  const view = loadReward(db, form.residencyId, now)
  if (!view) return reject('dog-not-found', 'Dog not found.')
  if (!view.tastes.some((t) => t.stage === 'toy' && t.item === form.item && t.took !== 'not'))
    return reject('not-offered', 'Only a toy the dog took is worth keeping.')
  insertReserved(db, { id: v7(), residencyId: form.residencyId, item: form.item, at: now, recordedBy: form.recordedBy })
  return { ok: true, residencyId: form.residencyId }
}

export const toysForm = z.object({ ...fact, toys: z.boolean() })

/** Makes the ladder for a dog that works for toys, or for food again. */
export function worksForToys(db: Db, form: z.infer<typeof toysForm>, now: EpochMs): Done {
  return aboutResident(db, form, (resident) => {
    updateDog(db, resident.dogId, { traits: { ...resident.traits, toys: form.toys } })
    refoldDog(db, resident.dogId, now)
    return undefined
  })
}
