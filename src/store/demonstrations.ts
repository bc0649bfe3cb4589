import { z } from 'zod'
import { scriptChange } from '@/core/demonstration/change'
import type { DemonstrationEvent } from '@/core/demonstration/record'
import { openedItem } from '@/core/facts/demonstrationOpened'
import { outcomes } from '@/core/facts/fact'
import { itemEnds, ownersHandNames, showingEnds, showings, turns } from '@/core/facts/words'
import type { Db } from './database'
import { standingReps } from './facts/standingReps'
import { versionsIn } from './versions'
import type { ResidencyId } from '@/core/ids'

/** What leads made of a residency’s script. */
export const scriptChanges = versionsIn('script_change', scriptChange)

const order = { id: z.string(), at: z.number(), device: z.string(), seq: z.number() }
const json = z.string().transform((text): unknown => JSON.parse(text))
const openedItems = json.pipe(z.array(openedItem))
const hands = json.pipe(z.array(z.enum(ownersHandNames)))

const openedRows = z.array(
  z
    .object({
      ...order,
      residency_id: z.string(),
      what: z.enum(showings),
      place_id: z.string(),
      leash_holder: z.string(),
      items: openedItems,
      whole: z.number().nullable(),
      day: z.string(),
    })
    .transform(({ residency_id, place_id, leash_holder, ...r }) => ({
      ...r,
      kind: 'opened' as const,
      residencyId: residency_id,
      placeId: place_id,
      leashHolder: leash_holder,
    })),
)
export type OpenedRow = z.output<typeof openedRows>[number]

const opened = 'id, at, device, seq, residency_id, what, place_id, leash_holder, items, whole, day FROM demonstration d'
const stands = (alias: string) => `NOT EXISTS (SELECT 1 FROM voided v WHERE v.target_id = ${alias}.id)`

/** Rehearsals and demonstrations of a residency that were begun, oldest first. */
export const demonstrationsOf = (db: Db, residencyId: ResidencyId): readonly OpenedRow[] =>
  openedRows.parse(
    db.prepare(`SELECT ${opened} WHERE residency_id = ? AND ${stands('d')} ORDER BY at, device, seq`).all(residencyId),
  )

const setRows = z.array(
  z
    .object({ ...order, item_id: z.string(), turn: z.enum(turns), beside: z.number() })
    .transform(({ item_id, beside, ...r }) => ({
      ...r,
      kind: 'set' as const,
      itemId: item_id,
      beside: beside === 1,
    })),
)
const repRows = z.array(
  z
    .object({ ...order, set_id: z.string(), outcome: z.enum(outcomes), held_s: z.number().nullable() })
    .transform(({ set_id, held_s, ...r }) => ({ ...r, kind: 'rep' as const, setId: set_id, heldSeconds: held_s })),
)
const handsRows = z.array(
  z
    .object({ ...order, item_id: z.string(), rep_id: z.string().nullable(), seen_right: hands, seen_wrong: hands })
    .transform(({ item_id, rep_id, seen_right, seen_wrong, ...r }) => ({
      ...r,
      kind: 'hands' as const,
      itemId: item_id,
      repId: rep_id,
      right: seen_right,
      wrong: seen_wrong,
    })),
)
const itemRows = z.array(
  z
    .object({
      ...order,
      item_id: z.string(),
      turn: z.enum(turns),
      how: z.enum(itemEnds),
      why: z.string(),
      note: z.string(),
    })
    .transform(({ item_id, ...r }) => ({ ...r, kind: 'item' as const, itemId: item_id })),
)
const closedRows = z.array(
  z
    .object({ ...order, how: z.enum(showingEnds), why: z.string(), note: z.string() })
    .transform((r) => ({ ...r, kind: 'closed' as const })),
)

/** All that stands of what was said of one demonstration, by whatever device. */
export function saidOf(db: Db, begun: OpenedRow): readonly DemonstrationEvent[] {
  const all = (sql: string): unknown[] => db.prepare(sql).all({ id: begun.id })
  return [
    begun,
    ...setRows.parse(
      all(`SELECT id, at, device, seq, item_id, turn, beside FROM training_set s
        WHERE block_id = @id AND item_id IS NOT NULL AND turn IS NOT NULL AND ${stands('s')}`),
    ),
    ...repRows.parse(
      all(
        `SELECT id, at, device, seq, set_id, outcome, held_s FROM (${standingReps(
          'r.id, r.at, r.device, r.seq, s.id AS set_id, r.outcome, r.held_s',
          's.block_id = @id AND s.item_id IS NOT NULL',
        )})`,
      ),
    ),
    ...handsRows.parse(
      all(`SELECT id, at, device, seq, item_id, rep_id, seen_right, seen_wrong FROM owners_hands h
        WHERE demonstration_id = @id AND ${stands('h')}`),
    ),
    ...itemRows.parse(
      all(`SELECT id, at, device, seq, item_id, turn, how, why, note FROM item_shown i
        WHERE demonstration_id = @id AND ${stands('i')}`),
    ),
    ...closedRows.parse(
      all(`SELECT id, at, device, seq, how, why, note FROM demonstration_close c
        WHERE demonstration_id = @id AND ${stands('c')}`),
    ),
  ]
}
