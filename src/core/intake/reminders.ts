import { figures } from '../figures'
import { addDays, daysBetween } from '../days'
import { sideAsked } from './asked'
import type { Entry } from './steps'

export interface Reminder {
  readonly kind: 'vaccination' | 'medicine'
  readonly text: string
  /** The day it falls due or ends. */
  readonly on: string | undefined
  readonly overdue: boolean
}

/** Design choice: a vaccination is reminded of so many days ahead. What is required is local law and the vet's word. */
export const remindDays = figures.remindDays.value

/**
 * What of a dog's health somebody has to think of today: vaccinations due soon or past, medicine that is being given.
 */
export function remindersOf(health: Entry<'health'>, today: string): readonly Reminder[] {
  const soon = addDays(today, remindDays)
  const vaccines = health.vaccines.flatMap((v): Reminder[] =>
    v.due !== '' && v.due <= soon ? [{ kind: 'vaccination', text: v.name, on: v.due, overdue: v.due < today }] : [],
  )
  const medicines = health.medicines.flatMap((m): Reminder[] =>
    m.until === '' || m.until >= today
      ? [
          {
            kind: 'medicine',
            text: [m.name, m.dose, m.at].filter((s) => s !== '').join(', '),
            on: m.until === '' ? undefined : m.until,
            overdue: false,
          },
        ]
      : [],
  )
  return [...vaccines, ...medicines]
}

/**
 * A dog’s health once a vaccination that was due was given: due again as long after as it was after the last one, where
 * that is known; what is required is local law and the vet’s word. Undefined where it has no such vaccination.
 */
export function vaccinated(
  health: Entry<'health'>,
  { name, due, today }: { readonly name: string; readonly due: string; readonly today: string },
): Entry<'health'> | undefined {
  const at = health.vaccines.findIndex((v) => v.name === name && v.due === due && due !== '')
  if (at < 0) return undefined
  const vaccines = health.vaccines.map((v, i) =>
    i === at
      ? { ...v, given: today, due: v.given === '' ? '' : addDays(today, Math.max(1, daysBetween(v.given, v.due))) }
      : v,
  )
  return { ...health, vaccines }
}

/** Questions to the owner that have no answer yet; the side is one until it is known, and one question only. */
export function openQuestions(questions: Entry<'questions'> | undefined, sideKnown: boolean): readonly string[] {
  const open = (questions?.asked ?? []).filter((q) => q.answer === '').map((q) => q.question)
  return sideKnown ? open.filter((q) => q !== sideAsked) : [sideAsked, ...open.filter((q) => q !== sideAsked)]
}
