import { correctionTrend, type CorrectionScene } from '@/core/block/correction'
import { findCommand, runKey } from '@/core/curriculum/lookup'
import { dayIn } from '@/core/days'
import { methodAt } from '@/core/method/rows'
import { newest } from '@/core/progress/regime'
import { topHeld } from '@/core/progress/state'
import { readCorrections, type KeptCorrection } from '@/store/blocks'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { readEntry } from '@/store/intake'
import { readMethodChanges } from '@/store/method'
import type { Resident } from '@/store/residents'
import { regimesOfResident } from './regimes'
import { standingOf } from './standings'

/** What decides whether a correction may be used on this dog in this command at that moment. */
export function correctionScene(db: Db, resident: Resident, commandId: string, at: number): CorrectionScene {
  const house = readHouse(db)
  const { curriculum } = newest(regimesOfResident(db, resident, at))
  const command = findCommand(curriculum, commandId)
  const { state } = standingOf(db, resident.residencyId, at)
  return {
    method: methodAt(readMethodChanges(db), at), devices: house.devices.map((d) => d.name), consents: consentsOf(db, resident.residencyId), bornOn: resident.traits.bornOn, today: dayIn(house.timeZone, at),
    held: command?.runs.some((run) => topHeld(run, state.runs[runKey(command.id, run.id)]) >= 0) ?? false,
  }
}

export const consentsOf = (db: Db, residencyId: string): readonly string[] => (readEntry(db, residencyId, 'consents')?.entry.signed ?? []).map((s) => s.to)

export interface CorrectionLedger {
  readonly rows: readonly KeptCorrection[]
  readonly trend: ReturnType<typeof correctionTrend>
}

/** The corrections of a residency and their number by day worked; undefined when there was none. */
export function loadCorrections(db: Db, residencyId: string, worked: readonly string[]): CorrectionLedger | undefined {
  const rows = readCorrections(db, residencyId)
  return rows.length === 0 ? undefined : { rows, trend: correctionTrend(rows.map((r) => r.day), worked) }
}
