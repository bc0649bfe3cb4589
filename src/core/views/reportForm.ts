import type { Typed } from '../fields'
import type { FieldSpec } from '../form'

/** Parts of a report, in their order. */
export const reportParts = ['opening', 'done', 'learned', 'held', 'hard', 'notes', 'ahead', 'closing'] as const
export type ReportPart = (typeof reportParts)[number]

const labels: Readonly<Record<ReportPart, string>> = {
  opening: 'Opening',
  done: 'What was done',
  learned: 'What is new',
  held: 'What is agreed',
  hard: 'What was hard',
  notes: 'Notes for the owner',
  ahead: 'What comes',
  closing: 'Closing',
}

export const reportFields: readonly FieldSpec[] = reportParts.map((name) => ({
  kind: 'long',
  name,
  label: labels[name],
  wide: true,
}))

export const reportTyped = (texts: Readonly<Partial<Record<ReportPart, string>>>): Typed =>
  Object.fromEntries(reportParts.map((part) => [part, [texts[part] ?? '']]))
