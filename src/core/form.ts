/** What a form asks for, as data: the screen draws it, the schema beside it reads what came back. */
export type FieldSpec =
  | {
      readonly kind: 'text' | 'long' | 'date' | 'time' | 'number' | 'tel' | 'email'
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
      readonly choices: readonly FieldChoice[]
    }
  | {
      readonly kind: 'several'
      readonly name: string
      readonly label: string
      readonly hint?: string
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

export interface FieldChoice {
  readonly id: string
  readonly name: string
}

export const choicesOf = (names: readonly string[]): readonly FieldChoice[] => names.map((n) => ({ id: n, name: n }))

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
