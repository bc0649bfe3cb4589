/**
 * Two people changed the same thing: what each made of it is laid over what both had read. What one of them changed
 * stands; what both changed in different ways is named, and a person chooses.
 */

export type Json = string | number | boolean | null | readonly Json[] | { readonly [key: string]: Json }
type Fields = { readonly [key: string]: Json }

/** Which of two is to stand; `both` where they are lists. */
export const picks = ['mine', 'theirs', 'both'] as const
export type Choice = (typeof picks)[number]

/** One thing that both changed, each in another way. */
export interface BothChanged {
  /** Where it stands: names of fields with points between, and rows by what names them. */
  readonly path: string
  readonly mine: Json
  readonly theirs: Json
  /** Rows of both can stand together. */
  readonly list: boolean
}

export interface Merged {
  readonly value: Json
  /** Paths that only one of them changed. */
  readonly mine: readonly string[]
  readonly theirs: readonly string[]
  /** What still waits for a choice; `value` holds mine there. */
  readonly both: readonly BothChanged[]
}

const isList = (value: Json): value is readonly Json[] => Array.isArray(value)
const isFields = (value: Json): value is Fields => typeof value === 'object' && value !== null && !isList(value)

/** What says nothing is left out: empty text, rows without anything in them. A name of a row alone says nothing. */
export function said(value: Json): Json {
  if (typeof value === 'string') return value.trim()
  if (isList(value)) return value.map(said).filter((v) => !isNothing(v))
  if (!isFields(value)) return value
  return Object.fromEntries(Object.entries(value).flatMap(([k, v]) => (isNothing(said(v)) ? [] : [[k, said(v)]])))
}
const isNothing = (value: Json): boolean =>
  value === '' ||
  (isList(value)
    ? value.length === 0
    : isFields(value) && Object.keys(value).every((k) => k === 'command' || k === 'run'))

/** Whether two say the same, whatever the order of their fields. */
export function same(a: Json, b: Json): boolean {
  if (isList(a) && isList(b)) return a.length === b.length && a.every((v, i) => same(v, b[i] ?? null))
  if (isFields(a) && isFields(b)) {
    const keys = [...new Set([...Object.keys(a), ...Object.keys(b)])]
    return keys.every((k) => same(a[k] ?? null, b[k] ?? null))
  }
  return a === b
}

/** What names a row among others: fields that forms give rows for it. */
const namedBy = ['id', 'command', 'run'] as const

const nameOf = (row: Json): string | undefined => {
  if (!isFields(row)) return undefined
  const name = namedBy.map((k) => row[k]).find((v) => typeof v === 'string' && v !== '')
  return typeof name === 'string' ? name : undefined
}

const ofRows = (value: Json): readonly Json[] => (isList(value) ? value : [])
const isSet = (...all: readonly Json[]): boolean => all.every((v) => ofRows(v).every((x) => typeof x === 'string'))
/** Rows that can be told apart: each is named, or is new. */
const isNamed = (base: Json, ...all: readonly Json[]): boolean =>
  [base, ...all].some((v) => ofRows(v).some((row) => nameOf(row) !== undefined)) &&
  ofRows(base).every((row) => nameOf(row) !== undefined)

/** Lays two changes of the same thing together. `chosen` says which stands where both changed it. */
export function merge(base: Json, mine: Json, theirs: Json, chosen: Readonly<Record<string, Choice>> = {}): Merged {
  const found = { mine: [] as string[], theirs: [] as string[], both: [] as BothChanged[] }
  const value = mergeAt('', said(base), said(mine), said(theirs), chosen, found)
  return { value, ...found }
}

interface Found {
  readonly mine: string[]
  readonly theirs: string[]
  readonly both: BothChanged[]
}

const below = (path: string, name: string): string => (path === '' ? name : `${path}.${name}`)

function mergeAt(
  path: string,
  base: Json,
  mine: Json,
  theirs: Json,
  chosen: Readonly<Record<string, Choice>>,
  found: Found,
): Json {
  if (same(mine, theirs)) return mine
  const [isFieldsAll, isListAll] = [[mine, theirs].every(isFields), [mine, theirs].every(isList)]
  if (same(base, mine) && !(isFieldsAll && path === '')) {
    found.theirs.push(path)
    return theirs
  }
  if (same(base, theirs) && !(isFieldsAll && path === '')) {
    found.mine.push(path)
    return mine
  }
  if (isFieldsAll) return mergeFields(path, base, mine as Fields, theirs as Fields, chosen, found)
  if (isListAll && isSet(base, mine, theirs)) return mergeSets(base, mine, theirs, path, found)
  if (isListAll && isNamed(base, mine, theirs)) return mergeRows(path, base, mine, theirs, chosen, found)
  const pick = chosen[path]
  if (pick === 'theirs') return theirs
  if (pick === 'both' && isListAll) {
    const own = ofRows(mine)
    return [...ofRows(theirs), ...own.filter((row) => !ofRows(theirs).some((other) => same(row, other)))]
  }
  if (pick === undefined || (pick === 'both' && !isListAll)) found.both.push({ path, mine, theirs, list: isListAll })
  return mine
}

function mergeFields(
  path: string,
  base: Json,
  mine: Fields,
  theirs: Fields,
  chosen: Readonly<Record<string, Choice>>,
  found: Found,
): Json {
  const from = isFields(base) ? base : {}
  const keys = [...new Set([...Object.keys(theirs), ...Object.keys(mine)])]
  // What is not there says nothing, and what one took out and the other changed is something both changed.
  const emptyLike = (value: Json | undefined): Json => (value !== undefined && isList(value) ? [] : '')
  return said(
    Object.fromEntries(
      keys.map((key) => {
        const [m, t] = [mine[key], theirs[key]]
        const b = from[key]
        const none = emptyLike(m ?? t ?? b)
        return [key, mergeAt(below(path, key), b ?? none, m ?? none, t ?? none, chosen, found)] as const
      }),
    ),
  )
}

/** Ticks: each of them stands as whoever changed it left it. */
function mergeSets(base: Json, mine: Json, theirs: Json, path: string, found: Found): Json {
  const [from, own, other] = [base, mine, theirs].map((v) => new Set(ofRows(v).map(String))) as [
    Set<string>,
    Set<string>,
    Set<string>,
  ]
  found.mine.push(path)
  found.theirs.push(path)
  return [
    ...[...other].filter((v) => own.has(v) || !from.has(v)),
    ...[...own].filter((v) => !other.has(v) && !from.has(v)),
  ]
}

function mergeRows(
  path: string,
  base: Json,
  mine: Json,
  theirs: Json,
  chosen: Readonly<Record<string, Choice>>,
  found: Found,
): Json {
  const byName = (value: Json) =>
    new Map(
      ofRows(value).flatMap((row) => {
        const name = nameOf(row)
        return name === undefined ? [] : [[name, row] as const]
      }),
    )
  const [from, own, other] = [byName(base), byName(mine), byName(theirs)]
  const names = [...new Set([...other.keys(), ...own.keys()])]
  const merged = names.flatMap((name) => {
    const row = mergeAt(
      below(path, name),
      from.get(name) ?? '',
      own.get(name) ?? '',
      other.get(name) ?? '',
      chosen,
      found,
    )
    return isNothing(row) ? [] : [row]
  })
  const fresh = (value: Json) => ofRows(value).filter((row) => nameOf(row) === undefined)
  const added = [...fresh(theirs), ...fresh(mine).filter((row) => !fresh(theirs).some((o) => same(o, row)))]
  if (fresh(mine).length > 0) found.mine.push(path)
  if (fresh(theirs).length > 0) found.theirs.push(path)
  return [...merged, ...added]
}
