import { kindNamed, type FactKindName } from '@/core/facts/wire'

/** Where a kind of fact keeps what is particular to it. */
export interface Detail {
  readonly table: string
  /** Columns that are not called as the field is; null where a field lies in `fact` alone. */
  readonly columns?: Readonly<Record<string, string>>
  /** Columns filled by the kennel when the fact is taken, beyond what the device said. */
  readonly also?: readonly string[]
  /** What of the common part is repeated here beside device, number and moment, to be read and sorted by. */
  readonly repeats?: readonly ('day' | 'recorded_by')[]
}

/** A new kind is its file in core/facts, a table made by a migration, and a line here. */
export const details: Readonly<Record<FactKindName, Detail>> = {
  'set-opened': {
    table: 'training_set',
    also: ['command', 'curriculum_id', 'curriculum_version', 'rule_version', 'unsure'],
    repeats: ['day', 'recorded_by'],
  },
  rep: {
    table: 'rep',
    columns: { latencySeconds: 'latency_s', heldSeconds: 'held_s', brokeSeconds: 'broke_s' },
  },
  'set-closed': { table: 'set_close' },
  voided: { table: 'voided', repeats: ['recorded_by'] },
  'block-opened': { table: 'block', repeats: ['day', 'recorded_by'] },
  'block-closed': { table: 'block_close', repeats: ['day', 'recorded_by'] },
  'over-threshold': { table: 'over_threshold', columns: { trigger: 'trigger_seen' }, repeats: ['day', 'recorded_by'] },
  correction: { table: 'correction', columns: { device: 'device_used' }, repeats: ['day', 'recorded_by'] },
  'small-thing': { table: 'small_thing', repeats: ['day', 'recorded_by'] },
  'demonstration-opened': { table: 'demonstration', repeats: ['day', 'recorded_by'] },
  'demonstration-closed': { table: 'demonstration_close', repeats: ['recorded_by'] },
  'item-shown': { table: 'item_shown', repeats: ['recorded_by'] },
  'owners-hands': {
    table: 'owners_hands',
    columns: { right: 'seen_right', wrong: 'seen_wrong' },
    repeats: ['recorded_by'],
  },
}

const snake = (field: string): string => field.replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`)

type Columns = readonly (readonly [field: string, column: string])[]

const known = new Map<FactKindName, Columns>()

/** The kind's own fields and the column each lies in. */
export function columnsOf(kind: FactKindName): Columns {
  const found = known.get(kind)
  if (found) return found
  const made = kindNamed(kind)
    .fields.filter((field) => field !== 'recordedBy')
    .map((field) => [field, details[kind].columns?.[field] ?? snake(field)] as const)
  known.set(kind, made)
  return made
}

/** Every table of facts. */
export const factTables = Object.values(details).map((d) => d.table)
