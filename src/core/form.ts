import type { Typed } from './fields'

/** What a form asks for, as data: the screen draws it, the schema beside it reads what came back. */
export type FieldSpec =
  | {
      readonly kind: 'text' | 'long' | 'date' | 'time' | 'number' | 'tel' | 'email' | 'password'
      readonly name: string
      readonly label: string
      readonly hint?: string
      readonly required?: boolean
      readonly wide?: boolean
      readonly start?: string
    }
  | { readonly kind: 'tick'; readonly name: string; readonly label: string; readonly hint?: string }
  | {
      readonly kind: 'one'
      readonly name: string
      readonly label: string
      readonly hint?: string
      readonly start?: string
      readonly wide?: boolean
      /** Always a list that opens, however few there are: how many there are differs. */
      readonly list?: boolean
      readonly choices: readonly FieldChoice[]
    }
  | {
      readonly kind: 'several'
      readonly name: string
      readonly label: string
      readonly hint?: string
      readonly start?: readonly string[]
      readonly choices: readonly FieldChoice[]
    }
  | {
      readonly kind: 'rows'
      readonly name: string
      readonly label: string
      readonly hint?: string
      readonly add: string
      readonly of: readonly FieldSpec[]
    }
  | { readonly kind: 'words'; readonly text: string }
  | { readonly kind: 'hidden'; readonly name: string; readonly value: string }

/** A passcode is typed again whenever a form comes back, and is in no draft. */
export const passcodeField = 'passcode'

/** What a form holds, by name: without a passcode, files, and what the framework adds. */
export function typedFrom(sent: Iterable<readonly [string, unknown]>): Record<string, string[]> {
  const typed: Record<string, string[]> = {}
  for (const [name, value] of sent)
    if (typeof value === 'string' && !name.startsWith('$') && name !== passcodeField) (typed[name] ??= []).push(value)
  return typed
}

export interface FieldChoice {
  readonly id: string
  readonly name: string
  /** What it means, where its name does not say it. */
  readonly note?: string
}

export const choicesOf = (names: readonly string[]): readonly FieldChoice[] => names.map((n) => ({ id: n, name: n }))

/** What is ticked of a field: as it was typed, and as it is proposed only where nothing at all was typed yet. */
export const ticked = (field: Extract<FieldSpec, { kind: 'several' }>, values: Typed): readonly string[] =>
  values[field.name] ?? (Object.keys(values).length === 0 ? (field.start ?? []) : [])

/** An entry as a form would have typed it, so that it can be looked at and changed. */
export function typedOf(entry: unknown, prefix = ''): Record<string, readonly string[]> {
  if (typeof entry !== 'object' || entry === null)
    return prefix === ''
      ? {}
      : {
          [prefix]: [
            typeof entry === 'boolean'
              ? entry
                ? 'yes'
                : ''
              : entry === null || entry === undefined
                ? ''
                : String(entry as string | number),
          ],
        }
  if (Array.isArray(entry) && entry.every((e) => typeof e === 'string'))
    return entry.length === 0 ? {} : { [prefix]: entry }
  return Object.assign(
    {},
    ...Object.entries(entry).map(([k, v]) => typedOf(v, prefix === '' ? k : `${prefix}.${k}`)),
  ) as Record<string, readonly string[]>
}
