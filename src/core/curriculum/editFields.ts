import type { FieldChoice } from '../form'

interface Common {
  readonly label: string
  /** As wide as the form. */
  readonly wide?: true
  /** One of the numbers of the rule, which stand beside each other. */
  readonly ofRule?: true
}

/** One field of something in the curriculum: what stands in it, and the thing with something else in it. */
export type EditField<Thing> = Common &
  (
    | { readonly kind: 'text'; readonly value: string; readonly put: (text: string) => Thing }
    | { readonly kind: 'number'; readonly value: number | undefined; readonly put: (n: number) => Thing }
    | { readonly kind: 'tick'; readonly value: boolean; readonly put: (ticked: boolean) => Thing }
    | {
        readonly kind: 'one'
        readonly value: string
        readonly choices: readonly FieldChoice[]
        readonly put: (id: string) => Thing
      }
  )

/** The thing with this value; without the key where there is none. */
export function withValue<Thing extends object, Key extends keyof Thing>(
  thing: Thing,
  key: Key,
  value: Thing[Key] | undefined,
): Thing {
  if (value !== undefined) return { ...thing, [key]: value }
  const { [key]: _gone, ...rest } = thing
  return rest as Thing
}

const named = (ids: readonly string[], names: Readonly<Record<string, string>> = {}): readonly FieldChoice[] =>
  ids.map((id) => ({ id, name: names[id] ?? id.replaceAll('-', ' ') }))

export const text = <Thing>(
  label: string,
  value: string,
  put: (text: string) => Thing,
  more: Partial<Common> = {},
): EditField<Thing> => ({ kind: 'text', label, value, put, ...more })

/** A few words each, in a line, parted by commas or semicolons. */
export const listed = <Thing>(
  label: string,
  by: ',' | ';',
  values: readonly string[],
  put: (values: readonly string[]) => Thing,
): EditField<Thing> =>
  text(
    label,
    values.join(`${by} `),
    (typed) =>
      put(
        typed
          .split(by)
          .map((part) => part.trim())
          .filter((part) => part !== ''),
      ),
    { wide: true },
  )

/** A number that may be left out. */
export const number = <Thing>(
  label: string,
  value: number | undefined,
  put: (n: number | undefined) => Thing,
): EditField<Thing> => ({
  kind: 'number',
  label,
  value,
  put: (n) => put(Number.isNaN(n) ? undefined : n),
})

/** One of these, which has to be one of them. */
export const oneOf = <Id extends string, Thing>(
  label: string,
  ids: readonly Id[],
  value: Id,
  write: (id: Id) => Thing,
): EditField<Thing> => ({
  kind: 'one',
  label,
  value,
  choices: named(ids),
  put: (id) => write(ids.find((one) => one === id) ?? value),
})

/** One of these, or none of them. */
export const oneOrNone = <Id extends string, Thing>(
  label: string,
  { ids, left, names = {} }: { ids: readonly Id[]; left: FieldChoice; names?: Readonly<Record<string, string>> },
  value: Id | undefined,
  write: (id: Id | undefined) => Thing,
): EditField<Thing> => ({
  kind: 'one',
  label,
  value: value ?? left.id,
  choices: [left, ...named(ids, names)],
  put: (id) => write(ids.find((one) => one === id)),
})
