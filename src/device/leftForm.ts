import type { Typed } from '@/core/fields'

/** A form as it stood on a page that had to be loaded again: what was typed, and what the kennel held then. */
export interface LeftForm {
  readonly values: Typed
  readonly read: Typed
}

const prefix = 'kibou-left-form-'

/** Leaves a form to the page that comes after this one in the same tab; false where the browser keeps nothing. */
export function leaveForm(key: string, left: LeftForm): boolean {
  try {
    sessionStorage.setItem(prefix + key, JSON.stringify(left))
    return true
  } catch {
    return false
  }
}

/** The form that the page before this one left under a key, once; what is none is thrown away. */
export async function takeForm(key: string): Promise<LeftForm | undefined> {
  const text = textAt(prefix + key)
  if (text === null) return undefined
  const { leftFormShape } = await import('./shapes')
  try {
    return leftFormShape.safeParse(JSON.parse(text)).data
  } catch {
    return undefined
  }
}

function textAt(place: string): string | null {
  try {
    const text = sessionStorage.getItem(place)
    sessionStorage.removeItem(place)
    return text
  } catch {
    return null
  }
}

/** Forgets every form that was left: nobody finds what somebody else typed. */
export function forgetForms(): void {
  try {
    for (const place of Object.keys(sessionStorage)) if (place.startsWith(prefix)) sessionStorage.removeItem(place)
  } catch {
    // A browser that keeps nothing has nothing to forget.
  }
}

/** What an earlier version of a form did not ask is taken from the form of today. */
export function filledUp({ values, read }: LeftForm, today: Typed): LeftForm {
  const since = Object.fromEntries(
    Object.entries(today).flatMap(([name, held]) => (name in read || name in values ? [] : [[name, held]])),
  )
  return { values: { ...since, ...values }, read: { ...since, ...read } }
}
