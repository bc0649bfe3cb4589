import { v7 } from 'uuid'
import { z } from 'zod'
import { dayIn } from '@/core/days'
import { planFields, planSchema } from '@/core/food/planForm'
import type { ResidencyId } from '@/core/ids'
import { logSchema, mostGrams, tenPiecesSchema, weighSchema } from '@/core/food/logForm'
import { gramsOf } from '@/core/food/measure'
import { checkWeight } from '@/core/food/weight'
import { kgPerLb } from '@/core/measures'
import type { Db } from '@/store/database'
import { insertFed, insertPlan, insertWeight, readFed, readPlan, readWeights } from '@/store/food'
import { readFeeds, readHouse, writeTenPieces } from '@/store/house'
import { takeBack } from '@/store/intake'
import { aboutResident } from './about'
import type { Done } from './correct'
import { nobody, whoField, worksHere } from '../base/who'
import { objectionsText, type Objection } from '@/core/food/forbidden'
import { objectionsFor } from '../context/food'
import { loadBowls, planTyped } from '../page/food'
import { reject, type ActionResult } from './actionResult'
import { saveDogForm, type FormHere } from './saveOver'
import type { EpochMs } from '@/core/epochMs'

const fact = { residencyId: z.uuid(), recordedBy: whoField }

export const weightForm = weighSchema.extend(fact)

/** Keeps a weighing; asks once when pounds may have been typed for kilograms. */
export function weigh(db: Db, form: z.infer<typeof weightForm>, now: EpochMs): Done {
  return aboutResident(db, form, (resident) => {
    const kg = form.weight * (form.unit === 'lb' ? kgPerLb : 1)
    const check = checkWeight(kg, {
      lastKg: readWeights(db, resident.dogId).at(-1)?.kg,
      giant: resident.traits.giant,
      unit: readHouse(db).unit,
    })
    if (check.kind === 'refused') return reject('fields', check.why)
    // The form shows a box for it where it comes back with this.
    if (check.kind === 'ask' && !form.right) {
      const asked = reject('ask', check.why)
      return { ...asked, errors: { ...asked.errors, right: check.why } }
    }
    insertWeight(db, {
      id: v7(),
      dogId: resident.dogId,
      day: dayIn(readHouse(db).timeZone, now),
      kg,
      at: now,
      recordedBy: form.recordedBy,
    })
    return undefined
  })
}

/** Why a feed is not given, in sentences. */
const mayNotHave = (dog: string, feed: string, against: readonly Objection[]): string =>
  [`${dog} may not have ${feed}: ${objectionsText(against)}.`, ...against.flatMap((o) => (o.sure ? [] : [o.why]))].join(
    ' ',
  )

export const planForm = planSchema.extend(fact)

/** Keeps a feeding plan as it was typed, and not over what somebody else decided since it was read. */
export const savePlan = saveDogForm(planHere, decidePlan)

/** A feeding plan as its form would be read now. */
function planHere(db: Db, residencyId: ResidencyId): FormHere<typeof planSchema> {
  const { unit, timeZone } = readHouse(db)
  const plan = readPlan(db, residencyId)
  return {
    schema: planSchema,
    several: [],
    now: {
      typed: planTyped(plan, unit),
      fields: planFields({ feeds: [], suggested: undefined, unit }),
      saved: { by: plan?.by ?? '', at: plan?.at, timeZone },
    },
  }
}

/** Says how a dog is fed from now on. */
export function decidePlan(db: Db, form: z.infer<typeof planForm>, now: EpochMs): Done {
  return aboutResident(db, form, (resident) => {
    const feed = readFeeds(db).find((f) => f.id === form.feedId)
    if (!feed) return reject('food-not-found', 'Choose a food.')
    const against = objectionsFor(db, form.residencyId)(feed)
    if (against.length > 0) return reject('not-possible', mayNotHave(resident.name, feed.name, against))
    const goalKg = form.goal === null ? null : form.goal * (readHouse(db).unit === 'lb' ? kgPerLb : 1)
    insertPlan(db, {
      id: v7(),
      residencyId: form.residencyId,
      feedId: form.feedId,
      stage: form.stage,
      factor: form.factor,
      vetKcal: form.vetKcal,
      trainingShare: form.share / 100,
      goalKg,
      at: now,
      recordedBy: form.recordedBy,
    })
    return undefined
  })
}

export const fedForm = logSchema.extend({ ...fact, id: z.uuid() })

/** Keeps what was weighed out, eaten, given or came on top. The same fact twice changes nothing. */
export function feedDog(db: Db, form: z.infer<typeof fedForm>, now: EpochMs): Done {
  return aboutResident(db, form, (resident) => {
    const today = dayIn(readHouse(db).timeZone, now)
    if (today < resident.arrivesOn || today > resident.leavesOn)
      return reject('not-possible', 'The dog is not here today.')
    const feed = readFeeds(db).find((f) => f.id === form.feedId)
    if (!feed) return reject('food-not-found', 'Choose a food.')
    const against = objectionsFor(db, form.residencyId)(feed)
    if (against.length > 0) return reject('not-possible', mayNotHave(resident.name, feed.name, against))
    const grams = gramsOf(form.grams, form.unit ?? 'g', feed.cupGrams ?? null)
    if (grams === undefined) return reject('fields', `No one has weighed a cup of ${feed.name} yet (Settings, foods).`)
    if (grams < 0.1 || grams > mostGrams) return reject('fields', `That is ${Math.round(grams)} g. Is this a typo?`)
    insertFed(db, {
      id: form.id,
      residencyId: form.residencyId,
      day: today,
      kind: form.kind,
      feedId: form.feedId,
      grams,
      note: form.note,
      at: now,
      recordedBy: form.recordedBy,
    })
    return undefined
  })
}

export const tenPiecesForm = tenPiecesSchema.extend({ recordedBy: whoField })

/** What ten pieces of a feed weigh, asked for once: from then on what is paid with it is counted. */
export function weighTenPieces(db: Db, form: z.infer<typeof tenPiecesForm>): ActionResult {
  if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
  const feed = readFeeds(db).find((f) => f.id === form.feedId)
  if (!feed) return reject('food-not-found', 'Food not found.')
  if (feed.kcalPerPiece !== null) return reject('known-already', `What a piece of ${feed.name} has is known already.`)
  writeTenPieces(db, feed.id, form.grams)
  return { ok: true }
}

export const untakeForm = z.object({ ...fact, targetId: z.uuid() })

/** Takes a weighing or a feeding of this dog back. */
export function takeFoodBack(db: Db, form: z.infer<typeof untakeForm>, now: EpochMs): Done {
  return aboutResident(db, form, (resident) => {
    const today = dayIn(readHouse(db).timeZone, now)
    const known =
      readFed(db, today, form.residencyId).some((f) => f.id === form.targetId) ||
      readWeights(db, resident.dogId).some((w) => w.id === form.targetId)
    if (!known) return reject('nothing-to-undo', 'That was undone already.')
    takeBack(db, form.targetId, form.recordedBy, now)
    return undefined
  })
}

export const bowlForm = z.object({ ...fact, id: z.uuid() })

/** The training share of the day is weighed out of the ration. */
export function weighOut(db: Db, form: z.infer<typeof bowlForm>, now: EpochMs): Done {
  const food = loadBowls(db, now).rows.find((r) => r.resident.residencyId === form.residencyId)?.food
  if (!food) return reject('no-plan', 'There is no feeding plan.')
  const rest = Math.round(food.ledger.trainingGrams - food.fed.weighedGrams)
  if (rest < 1) return { ok: true, residencyId: form.residencyId }
  return feedDog(db, { ...form, kind: 'weighed', feedId: food.feed.id, grams: rest, note: '' }, now)
}

/** The bowl is given: all that is still owed to this dog today. */
export function giveBowl(db: Db, form: z.infer<typeof bowlForm>, now: EpochMs): Done {
  if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
  const row = loadBowls(db, now).rows.find((r) => r.resident.residencyId === form.residencyId)
  if (!row?.food) return reject('no-plan', 'There is no feeding plan.')
  if (row.owed === 0) return { ok: true, residencyId: form.residencyId }
  return feedDog(db, { ...form, kind: 'bowl', feedId: row.food.feed.id, grams: Math.round(row.owed), note: '' }, now)
}
