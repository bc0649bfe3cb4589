import { addDays, dayIn } from '@/core/days'
import { weeksAhead, type WeekAhead } from '@/core/forecast/capacity'
import { minutesABlock } from '@/core/forecast/forecast'
import type { Db } from '@/store/database'
import { readKennel } from '@/store/kennel'
import { readPackages } from '@/store/packages'
import { capacityOf, claimsOn } from '../context/capacity'
import { counted } from '@/core/wording'
import type { EpochMs } from '@/core/epochMs'

export interface AnotherPage {
  readonly packages: readonly { readonly id: string; readonly name: string }[]
  /** Proposed: a week from now, for as long as the first package is. */
  readonly arrivesOn: string
  readonly leavesOn: string
  readonly weeks: readonly (WeekAhead & { readonly day: string })[]
  readonly usual: number
  readonly own: boolean
  readonly minutesABlock: number
}

/** Design choice: so many weeks are looked at. */
const weeks = 8

/** What the dogs of the weeks ahead need of the house’s time, and what may be asked of one dog more. */
export function loadAnother(db: Db, now: EpochMs): AnotherPage {
  const today = dayIn(readKennel(db).timeZone, now)
  const packages = readPackages(db).filter((p) => p.given)
  const { onHand, usual, own } = capacityOf(db, today)
  const arrivesOn = addDays(today, 7)
  return {
    packages: packages.map((p) => ({ id: p.packageId, name: `${p.name}, ${counted(p.days, 'day')}` })),
    arrivesOn,
    leavesOn: addDays(arrivesOn, packages[0]?.days ?? 21),
    weeks: weeksAhead(claimsOn(db, today, now, weeks * 7), onHand, weeks).map((w) => ({
      ...w,
      day: addDays(today, w.week * 7),
    })),
    usual,
    own,
    minutesABlock,
  }
}
