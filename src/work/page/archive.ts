import { dayIn } from '@/core/days'
import type { HandoffOutcome } from '@/core/handoff/outcome'
import { promisesMet } from '@/core/promise/summary'
import type { Db } from '@/store/database'
import { lastHandoff } from '@/store/handoffs'
import { readKennel } from '@/store/kennel'
import { readNotComing, type NotComing } from '@/store/notComing'
import { residentsGone } from '@/store/residents'
import { standingOf } from '../record/standing'
import { shownOf } from '../context/shown'
import type { DogId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** A residency that is over. */
export interface GoneRow {
  readonly residencyId: ResidencyId
  readonly dogId: DogId
  readonly name: string
  readonly ownerName: string
  readonly runNumber: string
  readonly arrivesOn: string
  readonly leavesOn: string
  readonly promises: number
  readonly met: number
  /** How its handoff went; 'unsaid' where one was booked and nobody said, undefined where there was none. */
  readonly handoff: HandoffOutcome | 'cancelled' | 'unsaid' | undefined
  readonly shown: number
}

export interface ArchiveView {
  readonly asked: string
  /** Dogs that were booked and did not come. */
  readonly notComing: readonly NotComing[]
  readonly rows: readonly GoneRow[]
  /** More went home than are shown. */
  readonly more: boolean
}

/** Design choice: so many are shown at a time; a name finds the others. */
const mostShown = 60

/** Dogs that went home, the last first, by name or owner. */
export function loadArchive(db: Db, asked: string, now: EpochMs): ArchiveView {
  const found = residentsGone(db, dayIn(readKennel(db).timeZone, now), asked.trim(), mostShown + 1)
  return {
    asked,
    notComing: readNotComing(db, asked.trim(), mostShown),
    more: found.length > mostShown,
    rows: found.slice(0, mostShown).map((r): GoneRow => {
      const { summary } = standingOf(db, r.residencyId, now)
      const { promises, met } = promisesMet(summary)
      const last = lastHandoff(db, r.residencyId)
      return {
        residencyId: r.residencyId,
        dogId: r.dogId,
        name: r.name,
        ownerName: r.ownerName,
        runNumber: r.runNumber,
        arrivesOn: r.arrivesOn,
        leavesOn: r.leavesOn,
        promises,
        met,
        handoff: last && (last.status === 'cancelled' ? 'cancelled' : (last.outcome ?? 'unsaid')),
        shown: shownOf(db, r.residencyId).filter((s) => s.what === 'demonstration').length,
      }
    }),
  }
}
