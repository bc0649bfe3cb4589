import { noPressureBecause, notWornBecause, pressureTrend, type PressureScene } from '@/core/block/leashPressure'
import { findCommand, ladderKey } from '@/core/curriculum/lookup'
import { dayIn } from '@/core/days'
import { methodAt } from '@/core/method/method'
import type { SetFact } from '@/core/facts/fact'
import { foldDog } from '@/core/progress/fold'
import { newest } from '@/core/progress/regime'
import { topMastered } from '@/core/progress/state'
import { isDevice } from '@/core/dog/collar'
import { wornSince, type Worn } from '@/store/facts/gear'
import { readKennel } from '@/store/kennel'
import { readPressure, type KeptPressure } from '@/store/facts/blocks'
import type { Db } from '@/store/database'
import { houseAt } from '@/store/house'
import { readEntry } from '@/store/intake'
import { readMethodChanges } from '@/store/method'
import { findResident, type Resident } from '@/store/residents'
import { regimesOfResident } from '../base/regimes'
import { setsOf } from '../record/cachedStanding'
import type { CommandId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/**
 * What decided whether a correction was allowed on this dog in this command at that moment: house, consents and
 * knowledge as they were then.
 */
export function pressureScene(
  db: Db,
  resident: Resident,
  commandId: CommandId,
  at: EpochMs,
  sets: readonly SetFact[] = setsOf(db, resident.residencyId),
): PressureScene {
  const house = houseAt(db, at)
  const regimes = regimesOfResident(db, resident, at)
  const command = findCommand(newest(regimes).curriculum, commandId)
  const state = foldDog(
    regimes,
    sets.map((s) => ({ ...s, reps: s.reps.filter((r) => r.at < at) })),
  )
  return {
    method: methodAt(readMethodChanges(db), at),
    devices: house.devices.map((d) => d.name),
    consents: consentsOf(db, resident.residencyId, at),
    bornOn: resident.traits.bornOn,
    today: dayIn(house.timeZone, at),
    held:
      command?.runs.some((ladder) => topMastered(ladder, state.runs[ladderKey(command.id, ladder.id)]) >= 0) ?? false,
  }
}

/** What the owner has signed, as of a moment. */
export const consentsOf = (db: Db, residencyId: ResidencyId, at: EpochMs): readonly string[] =>
  (readEntry(db, residencyId, 'consents', at)?.entry.signed ?? []).map((s) => s.to)

export interface PressureLedger {
  /** `against`: why it was not allowed when it was done; empty when it was. It is kept all the same. */
  readonly rows: readonly (KeptPressure & { readonly against: string })[]
  readonly trend: ReturnType<typeof pressureTrend>
}

/**
 * The corrections of a residency, with what policy said of each then, and their number by day worked; undefined when
 * there was none.
 */
export function loadPressure(db: Db, resident: Resident, sets: readonly SetFact[]): PressureLedger | undefined {
  const rows = readPressure(db, resident.residencyId)
  if (rows.length === 0) return undefined
  return {
    rows: rows.map((r) => ({
      ...r,
      against: noPressureBecause(pressureScene(db, resident, r.command, r.at, sets)) ?? '',
    })),
    trend: pressureTrend(
      rows.map((r) => r.day),
      [...new Set(sets.map((s) => s.day))],
    ),
  }
}

/** A set that was worked in something that policy, consent or age spoke against when it was worn. */
export interface WornAgainst extends Worn {
  readonly against: string
}

/** What was worn against policy from a day on, of one dog or of all, as it was then; oldest first. */
export function wornAgainst(db: Db, day: string, residencyId?: ResidencyId): readonly WornAgainst[] {
  const { timeZone } = readKennel(db)
  return wornSince(db, day, residencyId).flatMap((worn): WornAgainst[] => {
    const resident = findResident(db, worn.residencyId)
    if (!resident || !isDevice(worn.collar, resident.traits)) return []
    const against = notWornBecause(worn.collar, {
      devices: houseAt(db, worn.at).devices.map((d) => d.name),
      consents: consentsOf(db, worn.residencyId, worn.at),
      bornOn: resident.traits.bornOn,
      deaf: resident.traits.deaf,
      today: dayIn(timeZone, worn.at),
    })
    return against === undefined ? [] : [{ ...worn, against }]
  })
}
