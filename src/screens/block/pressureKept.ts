import { noPressureBecause } from '@/core/block/leashPressure'
import { findCommand, ladderKey } from '@/core/curriculum/lookup'
import type { FactOf } from '@/core/facts/wire'
import { chosen } from '@/core/method/method'
import { topMastered } from '@/core/progress/state'
import { moreExactly } from '@/device/live/session'
import type { Outbox } from '@/device/outbox'
import type { BlockView } from '@/work/page/blockView'
import type { Block } from './useBlock'
import type { CommandId } from '@/core/ids'

/** What is said of one use of pressure; null is what nobody has said. */
export type Said = Pick<FactOf<'correction'>, 'device' | 'reason' | 'askedFirst' | 'effect'>
/** A correction kept in this set, and what was said of it. */
export interface Kept {
  readonly id: string
  readonly said: Said
}

/** Whether this house has a ledger of corrections at all. */
export const hasLedger = (view: BlockView): boolean =>
  chosen(view.method, 'corrections') !== 'none' && view.pressure.devices.length > 0

/** Why none is recorded as allowed for this dog and command; undefined when it may be. */
export function refusalFor(view: BlockView, block: Block, commandId: CommandId): string | undefined {
  const found = findCommand(view.curriculum, commandId)
  const stored =
    found?.runs.some((ladder) => topMastered(ladder, block.base.runs[ladderKey(found.id, ladder.id)]) >= 0) ?? false
  return noPressureBecause({
    method: view.method,
    devices: view.pressure.devices,
    consents: view.pressure.consents,
    bornOn: view.resident.traits.bornOn,
    today: view.today,
    held: stored,
  })
}

/** What one tap says: that it was used. */
export const nothingSaidOfIt: Said = { device: null, reason: null, askedFirst: null, effect: null }

/** Keeps one correction; in the stead of another when more was said of that. */
export function keepPressure(
  outbox: Outbox,
  view: BlockView,
  block: Block,
  command: string,
  said: Said,
  instead?: Kept,
): Kept | undefined {
  if (!block.block) return undefined
  if (instead) outbox.add({ kind: 'voided', targetId: instead.id, reason: moreExactly, recordedBy: view.me })
  return {
    id: outbox.add({
      kind: 'correction',
      residencyId: view.resident.residencyId,
      blockId: block.block.id,
      command,
      ...said,
      recordedBy: view.me,
    }).id,
    said,
  }
}
