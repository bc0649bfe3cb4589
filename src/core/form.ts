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
