import { z } from 'zod'
import { ownWorkings } from './json'
import { turnsText } from './turning'

/** Fields as people type them: what comes in is text, and every refusal names the field and says what would do. */

/** What a form was sent with, by field; a field may be there more than once. */
export type Typed = Readonly<Record<string, readonly string[]>>

const lettersIn = (s: string): number => [...s].length
const noControls = (s: string): boolean => !/\p{Cc}/u.test(s)
const noControlsButLines = (s: string): boolean => !/\p{Cc}/u.test(s.replace(/[\n\r\t]/g, ''))
const turnsNoText = (s: string): boolean => !turnsText(s)

/** A line of text: trimmed, never empty. */
export const line = (what: string, most: number) =>
  z
    .string({ error: `${what} is missing.` })
    .trim()
    .min(1, `${what} is missing.`)
    .refine((s) => lettersIn(s) <= most, `${what} may have ${most} characters at most.`)
    .refine(noControls, `${what} may not contain control characters.`)
    .refine(turnsNoText, `${what} may not contain characters that turn text round.`)

/** A line that may be left empty. */
export const optionalLine = (what: string, most: number) =>
  z
    .string()
    .trim()
    .refine((s) => lettersIn(s) <= most, `${what} may have ${most} characters at most.`)
    .refine(noControls, `${what} may not contain control characters.`)
    .refine(turnsNoText, `${what} may not contain characters that turn text round.`)
    .default('')

/** Several lines that may be left empty. */
export const lines = (what: string, most: number) =>
  z
    .string()
    .trim()
    .refine((s) => lettersIn(s) <= most, `${what} may have ${most} characters at most.`)
    .refine(noControlsButLines, `${what} may not contain control characters.`)
    .refine(turnsNoText, `${what} may not contain characters that turn text round.`)
    .default('')

/** Why something recorded is changed; kept beside it. */
export const reasonBeside = (what: string) =>
  z
    .string()
    .trim()
    .min(1, `Give a reason. It stays beside the ${what}.`)
    .max(200, '200 characters at most.')
    .regex(/^\P{Cc}*$/u, 'One line of text.')

/** A clock time, as minutes since midnight. */
export const clock = (what: string) =>
  z
    .string({ error: `${what} is missing.` })
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/, `${what} is a time like 09:00.`)
    .transform((t) => Number(t.slice(0, 2)) * 60 + Number(t.slice(3)))

/** Nobody's dog was born before the first of these days, and no stay ends after the last. */
const [firstDay, lastDay] = ['1970-01-01', '2199-12-31']

const isDay = (s: string): boolean =>
  /^\d{4}-\d{2}-\d{2}$/.test(s) &&
  s >= firstDay &&
  s <= lastDay &&
  !Number.isNaN(Date.parse(s)) &&
  new Date(s).toISOString().startsWith(s)

/** A calendar day. Aborts, so that no later check compares days that are none. */
export const day = (what: string) =>
  z
    .string({ error: `${what} is missing.` })
    .min(1, { message: `${what} is missing.`, abort: true })
    .refine(isDay, { message: `${what} is a date like 2026-04-30.`, abort: true })

/** A calendar day, or empty. */
export const optionalDay = (what: string) =>
  z.union([z.literal(''), day(what)], { error: `${what} is a date like 2026-04-30.` }).default('')

/**
 * Whether a number can be read in two ways: `1,250` is a thousand and more to one person and a little over one to
 * another. A point is read one way.
 */
const isAmbiguous = (s: string): boolean => /^[+-]?[1-9]\d{0,2}(,\d{3})+$/.test(s)
const ambiguousText = (s: string): string =>
  `“${s}” can be read in two ways. Type ${s.replaceAll(',', '')} or ${s.replace(',', '.')}.`

const readOneWay = (s: string, ctx: z.RefinementCtx<string>): void => {
  if (isAmbiguous(s)) ctx.addIssue({ code: 'custom', message: ambiguousText(s), continue: false })
}

const asNumber = (s: string): number =>
  /^[+-]?(\d+([.,]\d*)?|[.,]\d+)$/.test(s) ? Number(s.replace(',', '.')) : Number.NaN

/** A number with a point or a comma. */
export const number = (what: string, least: number, most: number) =>
  z
    .string({ error: `${what} is missing.` })
    .trim()
    .min(1, `${what} is missing.`)
    .superRefine(readOneWay)
    .transform(asNumber)
    .refine((n) => n >= least && n <= most, `${what} is a number from ${least} to ${most}.`)

/** A number, or null for an empty field. */
export const optionalNumber = (what: string, least: number, most: number) =>
  z
    .string()
    .trim()
    .superRefine(readOneWay)
    .default('')
    .transform((s) => (s === '' ? null : asNumber(s)))
    .refine((n) => n === null || (n >= least && n <= most), `${what} is a number from ${least} to ${most}, or empty.`)

/** A box that is ticked or not. */
export const tick = z
  .union([z.literal('yes').transform(() => true), z.literal('').transform(() => false), z.boolean()], {
    error: 'Tick it or leave it.',
  })
  .default(false)

/** Weekdays by number, Monday first. */
export const weekdays = z
  .array(z.enum(['1', '2', '3', '4', '5', '6', '7'], { error: 'Choose a day of the week.' }))
  .default([])

/** Rows of a list; rows with nothing in them are left out. Row numbers in messages stay those of the form. */
export const rows = <S extends z.ZodType>(row: S, most: number, what: string) =>
  z
    .array(z.unknown())
    .default([])
    .refine((all) => all.length <= most, `${what}: ${most} rows at most.`)
    .transform((all, ctx) => {
      const rows: z.output<S>[] = []
      for (const [i, raw] of all.entries()) {
        if (isBlank(raw)) continue
        const parsed = row.safeParse(raw)
        if (parsed.success) rows.push(parsed.data)
        else
          for (const issue of parsed.error.issues)
            ctx.addIssue({ code: 'custom', message: issue.message, path: [i, ...issue.path] })
      }
      return rows
    })

const isBlank = (raw: unknown): boolean => {
  if (typeof raw !== 'object' || raw === null) return raw === undefined || raw === null || raw === ''
  return Object.entries(raw).every(
    ([name, value]: [string, unknown]) => name === 'id' || name === 'kind' || isBlank(value),
  )
}

/**
 * Flat field names as an object: `owner`, `phones.0.number`. `several`: fields that are lists even when there is one,
 * with a star for a row number. Names that would reach into an object's own workings are passed over, and no list grows
 * beyond 200.
 */
export function nested(typed: Typed, several: readonly string[] = []): Record<string, unknown> {
  const root: Record<string, unknown> = {}
  for (const [name, values] of Object.entries(typed)) {
    const path = name.split('.')
    if (path.length > 4 || path.some((p) => ownWorkings.has(p) || p === '')) continue
    let at: Record<string, unknown> = root
    for (const part of path.slice(0, -1)) {
      const next = at[part]
      at =
        typeof next === 'object' && next !== null
          ? (next as Record<string, unknown>)
          : ((at[part] = {}) as Record<string, unknown>)
    }
    at[path.at(-1) ?? ''] = several.includes(name.replace(/\.\d+(?=\.|$)/g, '.*')) ? [...values] : (values[0] ?? '')
  }
  return listed(root) as Record<string, unknown>
}

/** Objects whose names are all row numbers become lists. */
function listed(value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value
  const entries = Object.entries(value).map(([k, v]) => [k, listed(v)] as const)
  if (entries.length > 0 && entries.every(([k]) => /^\d{1,3}$/.test(k) && Number(k) < 200)) {
    const list: unknown[] = []
    for (const [k, v] of entries) list[Number(k)] = v
    return Array.from(list)
  }
  return Object.fromEntries(entries)
}

/** The first thing wrong with each field, by its dotted path. */
export function fieldErrors(error: z.ZodError): Record<string, string> {
  const found: Record<string, string> = {}
  for (const issue of error.issues) found[issue.path.join('.')] ??= issue.message
  return found
}
