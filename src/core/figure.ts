export interface Figure<Value extends number = number> {
  readonly label: string
  readonly value: Value
  /** Empty for a count of what the label names; `share` is 0–1. */
  readonly unit: string
  /** Values that would still do. */
  readonly range: readonly [number, number]
  readonly reason: string
  /** “design choice”: ours; else a named source, with “from memory” where nobody looked it up. */
  readonly source: string
}

export const usual = 'common practice'

export const figure = <const Value extends number>(
  label: string,
  value: Value,
  unit: string,
  range: readonly [number, number],
  reason: string,
  source = 'design choice',
): Figure<Value> => ({ label, value, unit, range, reason, source })
