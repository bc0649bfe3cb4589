import { z } from 'zod'
import { v7 } from 'uuid'
import { dayIn } from '@/core/days'
import { nextPair, rank, type Ranked } from '@/core/reward/ranking'
import type { Db } from '@/store/database'
import { readPlan } from '@/store/food'
import { readFeeds, readHouse } from '@/store/house'
import { takeBack } from '@/store/intake'
import { findResident, updateDog, type Resident } from '@/store/residents'
import {
  insertChoice,
  insertReserved,
  insertTaste,
  readChoices,
  readReserved,
  readTastes,
  stages,
  tookWords,
  type Taste,
} from '@/store/rewards'
import { aboutResident } from './about'
import type { Done } from './correct'
import { refold } from './record/refold'
import { nobody, whoField, worksHere } from './who'

const refuse = (reason: string): Done => ({ ok: false, reason })
const fact = { residencyId: z.uuid(), recordedBy: whoField }
const item = z
  .string()
  .trim()
  .min(1, 'Name it.')
  .max(60, '60 letters at the most.')
  .regex(/^\P{Cc}*$/u, 'One line of text.')

export interface RewardView {
  readonly resident: Resident
  readonly timeZone: string
  readonly today: string
  readonly firstEvening: boolean
  readonly tastes: readonly Taste[]
  /** What to hold out next, in the order of the house: own meal, better food, toys. */
  readonly stage: 'meal' | 'better' | 'toys' | 'done'
  readonly feeds: readonly { readonly name: string; readonly tier: number }[]
  /** Whatever it took, offered two at a time. */
  readonly items: readonly string[]
  readonly pair: { readonly left: string; readonly right: string } | undefined
  readonly choices: number
  readonly ranked: readonly Ranked[]
  readonly reserved: string | undefined
  readonly findings: readonly string[]
}

/** What a dog works for, as far as it was tried; undefined for no such residency. */
export function loadReward(db: Db, residencyId: string, now: number): RewardView | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const { timeZone } = readHouse(db)
  const today = dayIn(timeZone, now)
  const tastes = readTastes(db, residencyId)
  const toys = [...new Set(tastes.filter((t) => t.stage === 'toy' && t.took !== 'not').map((t) => t.item))]
  const foods = [...new Set(tastes.filter((t) => t.stage !== 'toy' && t.took !== 'not').map((t) => t.item))]
  const items = [...foods, ...toys]
  const choices = readChoices(db, residencyId).map((c) => ({ a: c.a, b: c.b, chosen: c.chosen ?? undefined }))
  const own = choices.filter((c) => items.includes(c.a) && items.includes(c.b))
  const meal = tastes.filter((t) => t.stage === 'meal').at(-1)
  const better = tastes.filter((t) => t.stage === 'better')
  const takesFood = meal?.took === 'at once' || better.some((t) => t.took === 'at once')
  const stage =
    meal === undefined
      ? 'meal'
      : takesFood
        ? 'done'
        : better.length === 0
          ? 'better'
          : toys.length === 0
            ? 'toys'
            : 'done'
  const pair = nextPair(items, own)
  const ranked = items.length > 0 ? rank(items, own) : []
  const reserved = readReserved(db, residencyId)
  const mealId = readPlan(db, residencyId)?.feedId
  return {
    resident,
    timeZone,
    today,
    firstEvening: today <= resident.arrivesOn,
    tastes,
    stage,
    items,
    pair,
    choices: own.length,
    ranked,
    reserved,
    // Its own meal first.
    feeds: [...readFeeds(db)]
      .sort((a, b) => Number(b.id === mealId) - Number(a.id === mealId))
      .map((f) => ({ name: f.name, tier: f.tier })),
    findings: findingsOf(meal, better, toys, ranked, own.length, resident),
  }
}

function findingsOf(
  meal: Taste | undefined,
  better: readonly Taste[],
  toys: readonly string[],
  ranked: readonly Ranked[],
  choices: number,
  resident: Resident,
): readonly string[] {
  if (!meal) return []
  const found: string[] = []
  const good = better.filter((t) => t.took === 'at once').map((t) => t.item)
  if (meal.took === 'at once') found.push('It works for its own meal: train before dinner, and pay from the ration.')
  else if (good.length > 0)
    found.push(`Its own meal is not enough; it works for ${good.join(', ')}. That comes off the tenth for extras.`)
  else if (better.length > 0 && toys.length > 0)
    found.push(`Food does not do it yet. Play for 1–2 minutes as pay: ${toys.join(', ')}.`)
  else if (better.length > 0)
    found.push('Neither its meal nor better food: hold out toys, from the dullest to the best.')
  if (choices > 0 && ranked[0]) found.push(`Of what it took, ${ranked[0].item} ranks first.`)
  if (resident.traits.toys) found.push('Its ladder is made for a dog that works for toys.')
  return found
}

export const tasteForm = z.object({ ...fact, id: z.uuid(), stage: z.enum(stages), item, took: z.enum(tookWords) })

/** Keeps how something held out was taken. */
export function keepTaste(db: Db, form: z.infer<typeof tasteForm>, now: number): Done {
  return testing(db, form, now, () => {
    insertTaste(db, { ...form, at: now })
  })
}

export const choiceForm = z
  .object({ ...fact, id: z.uuid(), a: item, b: item, chosen: item.nullable() })
  .refine((c) => c.a !== c.b && (c.chosen === null || c.chosen === c.a || c.chosen === c.b), 'Choose one of the two.')

/** Keeps which of two it chose. */
export function keepChoice(db: Db, form: z.infer<typeof choiceForm>, now: number): Done {
  if (!worksHere(db, form.recordedBy)) return refuse(nobody)
  const view = loadReward(db, form.residencyId, now)
  if (view && !(view.items.includes(form.a) && view.items.includes(form.b)))
    return refuse('Only what it took is offered two at a time.')
  return testing(db, form, now, () => {
    insertChoice(db, { ...form, at: now })
  })
}

function testing(
  db: Db,
  form: { readonly residencyId: string; readonly recordedBy: string },
  now: number,
  keep: () => void,
): Done {
  return aboutResident(db, form, (resident) => {
    const today = dayIn(readHouse(db).timeZone, now)
    if (today <= resident.arrivesOn)
      return today < resident.arrivesOn
        ? 'It is not here yet.'
        : 'First evening: a light walk and rest. This is for tomorrow.'
    keep()
    return undefined
  })
}

export const rewardUndoForm = z.object(fact)

/** Takes back the last thing kept of this test. */
export function undoReward(db: Db, form: z.infer<typeof rewardUndoForm>, now: number): Done {
  if (!worksHere(db, form.recordedBy)) return refuse(nobody)
  // Choices follow tastes: the last choice is the last thing, while there is one.
  const last = readChoices(db, form.residencyId).at(-1) ?? readTastes(db, form.residencyId).at(-1)
  if (!last) return refuse('There is nothing to take back.')
  takeBack(db, last.id, form.recordedBy, now)
  return { ok: true, residencyId: form.residencyId }
}

export const reserveForm = z.object({ ...fact, item })

/** Keeps one toy for training only. */
export function reserve(db: Db, form: z.infer<typeof reserveForm>, now: number): Done {
  if (!worksHere(db, form.recordedBy)) return refuse(nobody)
  const view = loadReward(db, form.residencyId, now)
  if (!view) return refuse('There is no such dog here.')
  if (!view.tastes.some((t) => t.stage === 'toy' && t.item === form.item && t.took !== 'not'))
    return refuse('Only a toy it took is worth keeping.')
  insertReserved(db, { id: v7(), residencyId: form.residencyId, item: form.item, at: now, recordedBy: form.recordedBy })
  return { ok: true, residencyId: form.residencyId }
}

export const toysForm = z.object({ ...fact, toys: z.boolean() })

/** Makes the ladder for a dog that works for toys, or for food again. */
export function worksForToys(db: Db, form: z.infer<typeof toysForm>, now: number): Done {
  return aboutResident(db, form, (resident) => {
    updateDog(db, resident.dogId, { traits: { ...resident.traits, toys: form.toys } })
    refold(db, form.residencyId, now)
    return undefined
  })
}
