import { v7 } from 'uuid'
import { z } from 'zod'
import { dayIn } from '@/core/days'
import { number, optionalNumber } from '@/core/fields'
import { lifeStageNames } from '@/core/food/energy'
import { foodUnits, gramsOf } from '@/core/food/measure'
import { checkWeight } from '@/core/food/weight'
import { kgPerLb } from '@/core/measures'
import type { Db } from '@/store/database'
import { fedKinds, insertFed, insertPlan, insertWeight, readFed, readPlan, readWeights } from '@/store/food'
import { readFeeds, readHouse, writeTenPieces } from '@/store/house'
import { takeBack } from '@/store/intake'
import { aboutResident } from './about'
import type { Done } from './correct'
import { nobody, whoField, worksHere } from '../scene/who'
import { sayObjections, type Objection } from '@/core/food/forbidden'
import { objectionsFor } from '../scene/food'
import { loadBowls, planTyped } from '../page/food'
import { refuse, type Deed } from './deed'
import { overRead, readForm } from './saveOver'

const fact = { residencyId: z.uuid(), recordedBy: whoField }

export const weightForm = z.object({
  ...fact,
  weight: number('The weight', 0.0001, 100_000),
  unit: z.enum(['kg', 'lb']),
  right: z.boolean().default(false),
})

/** Keeps a weighing; asks once when pounds may have been typed for kilograms. */
export function weigh(db: Db, form: z.infer<typeof weightForm>, now: number): Done {
  return aboutResident(db, form, (resident) => {
    const kg = form.weight * (form.unit === 'lb' ? kgPerLb : 1)
    const check = checkWeight(kg, {
      lastKg: readWeights(db, resident.dogId).at(-1)?.kg,
      giant: resident.traits.giant,
      unit: readHouse(db).unit,
    })
    if (check.kind === 'refused' || (check.kind === 'ask' && !form.right)) return check.why
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
  [`${dog} may not have ${feed}: ${sayObjections(against)}.`, ...against.flatMap((o) => (o.sure ? [] : [o.why]))].join(
    ' ',
  )

export const planForm = z.object({
  ...fact,
  feedId: z.string().min(1, 'Choose a feed.').max(64),
  stage: z.enum(lifeStageNames, { error: 'Choose a stage of life.' }),
  factor: optionalNumber('The factor', 0.5, 5),
  vetKcal: optionalNumber('The vet’s figure', 50, 6000),
  share: number('The share for training', 0, 100),
  goal: optionalNumber('The goal', 0.5, 300),
  read: readForm,
})

/** Says how a dog is fed from now on. */
export function decidePlan(db: Db, form: z.infer<typeof planForm>, now: number): Done {
  return aboutResident(db, form, (resident) => {
    const feed = readFeeds(db).find((f) => f.id === form.feedId)
    if (!feed) return 'Choose a feed.'
    const against = objectionsFor(db, form.residencyId)(feed)
    if (against.length > 0) return mayNotHave(resident.name, feed.name, against)
    const typed = (n: number | null) => (n === null ? '' : String(Number(n.toFixed(2))))
    const mine = {
      feedId: form.feedId,
      stage: form.stage,
      factor: typed(form.factor),
      vetKcal: typed(form.vetKcal),
      share: typed(form.share),
      goal: typed(form.goal),
    }
    const over = overRead(form.read, mine, planTyped(readPlan(db, form.residencyId), readHouse(db).unit))
    if (over) return over
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

/** House: more than this at once is surely a slip of the key. */
const mostGrams = 5000

export const fedForm = z.object({
  ...fact,
  id: z.uuid(),
  kind: z.enum(fedKinds),
  feedId: z.string().min(1, 'Choose a feed.').max(64),
  /** Of the unit; grams where nothing else is said. */
  grams: number('The amount', 0.01, mostGrams),
  unit: z.enum(foodUnits).optional(),
  note: z
    .string()
    .trim()
    .max(120)
    .regex(/^\P{Cc}*$/u, 'One line of text.')
    .default(''),
})

/** Keeps what was weighed out, eaten, given or came on top. The same fact twice changes nothing. */
export function feedDog(db: Db, form: z.infer<typeof fedForm>, now: number): Done {
  return aboutResident(db, form, (resident) => {
    const today = dayIn(readHouse(db).timeZone, now)
    if (today < resident.arrivesOn || today > resident.leavesOn) return 'It is not here today.'
    const feed = readFeeds(db).find((f) => f.id === form.feedId)
    if (!feed) return 'Choose a feed.'
    const against = objectionsFor(db, form.residencyId)(feed)
    if (against.length > 0) return mayNotHave(resident.name, feed.name, against)
    const grams = gramsOf(form.grams, form.unit ?? 'g', feed.cupGrams ?? null)
    if (grams === undefined) return `Nobody has weighed a cup of ${feed.name} yet (House, feeds).`
    if (grams < 0.1 || grams > mostGrams) return `That is ${Math.round(grams)} g. Is this a typo?`
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

export const tenPiecesForm = z.object({
  feedId: z.string().min(1).max(64),
  grams: number('Ten pieces', 0.5, 500),
  recordedBy: whoField,
})

/** What ten pieces of a feed weigh, asked for once: from then on what is paid with it is counted. */
export function weighTenPieces(db: Db, form: z.infer<typeof tenPiecesForm>): Deed {
  if (!worksHere(db, form.recordedBy)) return refuse(nobody)
  const feed = readFeeds(db).find((f) => f.id === form.feedId)
  if (!feed) return refuse('There is no such feed.')
  if (feed.kcalPerPiece !== null) return refuse(`What a piece of ${feed.name} has is known already.`)
  writeTenPieces(db, feed.id, form.grams)
  return { ok: true }
}

export const untakeForm = z.object({ ...fact, targetId: z.uuid() })

/** Takes a weighing or a feeding of this dog back. */
export function takeFoodBack(db: Db, form: z.infer<typeof untakeForm>, now: number): Done {
  return aboutResident(db, form, (resident) => {
    const today = dayIn(readHouse(db).timeZone, now)
    const known =
      readFed(db, today, form.residencyId).some((f) => f.id === form.targetId) ||
      readWeights(db, resident.dogId).some((w) => w.id === form.targetId)
    if (!known) return 'That was taken back already.'
    takeBack(db, form.targetId, form.recordedBy, now)
    return undefined
  })
}

export const bowlForm = z.object({ ...fact, id: z.uuid() })

/** The training share of the day is weighed out of the ration. */
export function weighOut(db: Db, form: z.infer<typeof bowlForm>, now: number): Done {
  const food = loadBowls(db, now).rows.find((r) => r.resident.residencyId === form.residencyId)?.food
  if (!food) return refuse('Nobody has said what it is fed.')
  const rest = Math.round(food.ledger.trainingGrams - food.fed.weighedGrams)
  if (rest < 1) return { ok: true, residencyId: form.residencyId }
  return feedDog(db, { ...form, kind: 'weighed', feedId: food.feed.id, grams: rest, note: '' }, now)
}

/** The bowl is given: all that is still owed to this dog today. */
export function giveBowl(db: Db, form: z.infer<typeof bowlForm>, now: number): Done {
  if (!worksHere(db, form.recordedBy)) return refuse(nobody)
  const row = loadBowls(db, now).rows.find((r) => r.resident.residencyId === form.residencyId)
  if (!row?.food) return refuse('Nobody has said what it is fed.')
  if (row.owed === 0) return { ok: true, residencyId: form.residencyId }
  return feedDog(db, { ...form, kind: 'bowl', feedId: row.food.feed.id, grams: Math.round(row.owed), note: '' }, now)
}
