import { withoutOwner } from '@/core/people/names'
import { packWall, type PackedRow } from '@/core/views/wallCells'
import { sortRows, type WallView } from '@/core/views/wallView'
import { dayIn } from '@/core/days'
import { waysOf, type HouseWays } from '@/core/measures'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { residentsOn } from '@/store/residents'
import { atOnce } from '../base/runYielding'
import { wallSteps } from './wall'
import type { EpochMs } from '@/core/epochMs'

/** Design choice: what can be read from across a room. */
const shown = 8

/** The wall of a locked device: what a trainer reads in passing, without owners, and with nothing to press. */
export interface LockedWall {
  readonly kennel: string
  readonly ways: HouseWays
  readonly commands: WallView['commands']
  readonly rows: readonly PackedRow[]
  readonly upNext: readonly {
    readonly runNumber: string
    readonly name: string
    readonly biteHistory: boolean
    readonly work: string
    readonly reason: string
  }[]
  readonly toldMinute: number | undefined
}

/** The wall of a locked device, for who lets others in between. */
export function* lockedWallSteps(db: Db, now: EpochMs): Generator<unknown, LockedWall> {
  const wall = yield* wallSteps(db, now)
  const house = readHouse(db)
  const owners = new Map(residentsOn(db, dayIn(house.timeZone, now)).map((r) => [r.residencyId, r.ownerName]))
  const rows = wall.rows.map((row) => ({
    ...row,
    caution: withoutOwner(row.caution, owners.get(row.residencyId) ?? ''),
  }))
  return {
    kennel: house.name,
    ways: waysOf(house),
    commands: wall.commands,
    // Nobody sorts it: a dog is found by its run.
    rows: sortRows(packWall({ ...wall, rows }).rows, 'run', false),
    upNext: wall.upNext.slice(0, shown).map((r) => ({
      runNumber: r.runNumber,
      name: r.name,
      biteHistory: r.biteHistory,
      work: `${r.commandName}, ${r.rungName}`,
      reason: r.reason,
    })),
    toldMinute: wall.toldMinute,
  }
}

/** The wall of a locked device at one go. */
export const loadLockedWall = atOnce(lockedWallSteps)
