import { v4 } from 'uuid'
import { paperApartMs, paperClosing, paperOpening, paperRep, paperRepMs, type PaperSet } from '@/core/block/paper'
import type { EpochMs } from '@/core/epochMs'
import type { PersonId } from '@/core/ids'
import type { Outbox } from '../outbox'
import type { SheetConditions } from './sheet'

/**
 * Records the sets of a sheet as if they had been worked one after the other until this moment: those of one dog are
 * one block.
 */
export function writeSheet(
  outbox: Pick<Outbox, 'add'>,
  sets: readonly PaperSet[],
  {
    recordedBy,
    endedAt,
    ...conditions
  }: SheetConditions & { readonly recordedBy: PersonId; readonly endedAt: EpochMs },
): void {
  const blocks = new Map<string, string>()
  sets.forEach((set, i) => {
    const { residencyId } = set.dog
    const at = endedAt - (sets.length - i) * paperApartMs
    const blockId = blocks.get(residencyId) ?? v4()
    blocks.set(residencyId, blockId)
    const opened = outbox.add(
      { ...paperOpening, residencyId, rungId: set.rung.id, blockId, recordedBy, ...conditions },
      at,
    )
    set.reps.forEach((rep, n) => outbox.add(paperRep(opened.id, rep), at + (n + 1) * paperRepMs))
    outbox.add(paperClosing(opened.id), at + (set.reps.length + 1) * paperRepMs)
  })
}
