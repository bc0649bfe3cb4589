import { dayIn } from '@/core/days'
import { waysOf, type HouseWays } from '@/core/measures'
import { smallCommands, type SmallCommands } from '@/core/curriculum/small'
import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { residentsOn } from '@/store/residents'
import { byRun } from '@/core/inOrder'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** What the frame around every desk screen needs: the kennel's name and the way to any dog. */
export function loadFrame(
  db: Db,
  now: EpochMs,
): {
  readonly kennel: string
  readonly ways: HouseWays
  readonly small: SmallCommands
  readonly dogs: readonly {
    readonly residencyId: ResidencyId
    readonly runNumber: string
    readonly name: string
    readonly toys: boolean
  }[]
} {
  const kennel = readHouse(db)
  const dogs = residentsOn(db, dayIn(kennel.timeZone, now))
    .map((r) => ({ residencyId: r.residencyId, runNumber: r.runNumber, name: r.name, toys: r.traits.toys }))
    .sort(byRun)
  return { kennel: kennel.name, ways: waysOf(kennel), dogs, small: smallCommands(newestCurriculum(db)) }
}
