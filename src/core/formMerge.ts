import { choiceField, type Clash, type Sent } from './clash'
import { nested, type Typed } from './fields'
import { typedOf, type FieldSpec } from './form'
import { merge, same, said, type BothChanged, type Json } from './merge'

/** Who saved a form last, and when; empty and undefined where that is not known. */
export type LastSaved = Pick<Clash, 'by' | 'at' | 'timeZone'>

/**
 * What is to be written where somebody else may have saved meanwhile: what was sent, where nobody has or both have been
 * laid together and seen; else what stands in the way. `now`: what the fields would hold were the form read now;
 * `digest` names a version in a few letters.
 */
export function overNewer(
  sent: Sent,
  now: Typed,
  form: { readonly fields: readonly FieldSpec[]; readonly several: readonly string[] },
  saved: LastSaved,
  digest: (text: string) => string,
): { readonly typed: Typed } | Clash {
  const json = (typed: Typed): Json => nested(typed, form.several) as Json
  const [read, mine, theirs] = [sent.read ?? {}, sent.typed, now].map(json) as [Json, Json, Json]
  if (same(said(read), said(theirs)) || same(said(mine), said(theirs))) return { typed: sent.typed }
  const merged = merge(read, mine, theirs, sent.chosen)
  const over = digest(JSON.stringify(said(theirs)))
  const values = typedAs(merged.value, mine, theirs)
  // Seen, and nothing is left to be chosen: both are written in one.
  if (merged.both.length === 0 && sent.over === over) return { typed: values }
  const label = labelsOf(form.fields)
  return {
    values,
    over,
    mine: unique(merged.mine.map(label)),
    theirs: unique(merged.theirs.map(label)),
    both: merged.both.map((b) => ({
      name: choiceField(b.path),
      label: label(b.path),
      mine: valueText(b.mine),
      theirs: valueText(b.theirs),
      list: b.list,
    })),
    ...saved,
  }
}

const unique = (all: readonly string[]): readonly string[] => [...new Set(all)]

/** What a value says, in a line. */
export function valueText(value: BothChanged['mine']): string {
  if (value === '' || value === null) return 'nothing'
  if (typeof value !== 'object') return value === 'yes' ? 'yes' : String(value)
  if (Array.isArray(value)) return value.map((v) => valueText(v as Json)).join('; ') || 'nothing'
  return (
    Object.entries(value)
      .filter(([name]) => name !== 'id')
      .map(([, v]) => valueText(v as Json))
      .join(', ') || 'nothing'
  )
}

/** What a path is called on the form it is of. */
function labelsOf(fields: readonly FieldSpec[]): (path: string) => string {
  return (path) => {
    const parts = path.split('.')
    const field = fields.find((f) => 'name' in f && f.name === parts[0])
    const whole = fields.find((f) => 'name' in f && f.name === path)
    const found = whole ?? field
    if (!found || !('label' in found)) return parts[0] === 'promised' ? 'Promises' : (parts.at(-1) ?? path)
    const part = found.kind === 'rows' ? found.of.find((f) => 'name' in f && f.name === parts.at(-1)) : undefined
    return part && 'label' in part && parts.length > 1 ? `${found.label}: ${part.label}` : found.label
  }
}

/**
 * A merged form as its fields: rows that a form draws at a place of their own (a command's, a run's) stay at that
 * place.
 */
function typedAs(value: Json, mine: Json, theirs: Json): Typed {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return {}
  const placed = Object.entries(value).map(([name, of]) => {
    if (!Array.isArray(of)) return [name, of] as const
    const places = [mine, theirs].map((form) => rowsOf(form, name))
    const rows: Json[] = []
    let next = Math.max(0, ...places.map((p) => p.length))
    const fixed = places.some((p) => p.some((row) => fixedBy(row) !== undefined))
    for (const row of of as readonly Json[]) {
      const key = fixedBy(row)
      const at =
        key === undefined ? -1 : (places.map((p) => p.findIndex((r) => fixedBy(r) === key)).find((i) => i >= 0) ?? -1)
      if (at >= 0) rows[at] = row
      else if (fixed) rows[next++] = row
      else rows.push(row)
    }
    return [name, Array.from(rows, (row) => row ?? {})] as const
  })
  return typedOf(Object.fromEntries(placed))
}

const rowsOf = (form: Json, name: string): readonly Json[] => {
  const of =
    typeof form === 'object' && form !== null && !Array.isArray(form) ? (form as Record<string, Json>)[name] : undefined
  return Array.isArray(of) ? of : []
}

const fixedBy = (row: Json | undefined): string | undefined => {
  if (typeof row !== 'object' || row === null || Array.isArray(row)) return undefined
  const { command, run } = row as Record<string, Json>
  return typeof command === 'string' ? command : typeof run === 'string' ? run : undefined
}
