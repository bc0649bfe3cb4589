import { gapsBy, type Gap } from '@/core/demonstration/gap'
import { goesHome, offLeashHeld } from '@/core/demonstration/goesHome'
import { homeworkOf } from '@/core/demonstration/homework'
import { plainHomework, written, type HomeworkChange, type WrittenHomework } from '@/core/demonstration/homeworkChange'
import { dayIn } from '@/core/days'
import { deafRelease } from '@/core/dog/deaf'
import type { Curriculum } from '@/core/curriculum/types'
import type { Db } from '@/store/database'
import { liveHandoff } from '@/store/handoffs'
import { homeworkChanges } from '@/store/homework'
import { readEntry } from '@/store/intake'
import { readKennel } from '@/store/kennel'
import type { Resident } from '@/store/residents'
import type { Version } from '@/store/versions'
import { scriptFor } from './script'
import { shownOf, triesOf } from './shown'

/** House: three times five minutes a day. */
const [sessions, sessionMinutes] = [3, 5]

export interface HomeworkScene {
  readonly curriculum: Curriculum
  /** Rehearsals and demonstrations with what happened in each, oldest first. */
  readonly shown: ReturnType<typeof shownOf>
  /** The transfer gap by command. */
  readonly gaps: readonly Gap[]
  readonly homework: WrittenHomework
  readonly change: HomeworkChange
  readonly versions: readonly Version<HomeworkChange>[]
  /** Minutes a day that are meant. */
  readonly minutesADay: number
}

/** The day from which the weeks at home are counted: the demonstration’s, else the booked one’s, else going home. */
export function fromOf(db: Db, resident: Resident, shown: HomeworkScene['shown']): string {
  const live = liveHandoff(db, resident.residencyId)
  const last = shown.findLast((s) => s.what === 'demonstration')
  return last?.day ?? (live ? dayIn(readKennel(db).timeZone, live.from) : resident.leavesOn)
}

/** A residency’s homework: made from what is held and from the gap of its demonstrations, with what people wrote. */
export function homeworkFor(db: Db, resident: Resident, now: number): HomeworkScene {
  const { residencyId, traits } = resident
  const { curriculum, state, script } = scriptFor(db, resident, now)
  const shown = shownOf(db, residencyId)
  const gaps = gapsBy(triesOf(shown), 'command')
  const versions = homeworkChanges.read(db, residencyId)
  const change = versions[0]?.change ?? plainHomework
  const allergies = readEntry(db, residencyId, 'health')?.entry.allergies ?? []
  const made = homeworkOf({
    commands: goesHome(curriculum, script, gaps, change.bothSides),
    weeks: change.weeks,
    sessions,
    sessionMinutes,
    cautions: [
      ...(resident.biteHistory ? ['Bite history: nobody new at arm’s length without your trainer’s word.'] : []),
      ...(resident.caution === '' ? [] : [resident.caution]),
      ...allergies.map((a) => `Never as pay: ${a.what}.`),
      'Never as pay either: chocolate, grapes and raisins, onion, anything with xylitol.',
      ...(traits.stiff ? ['Lying instead of sitting, soft floor, few rises. Pain: stop, and ask the vet.'] : []),
      'No sit-stay on a slippery floor, no work in heat; none within an hour after a meal.',
    ],
    offLeashHeld: offLeashHeld(curriculum, state),
    release: traits.deaf ? `show ${deafRelease}` : `say “${resident.releaseWord}”`,
    toys: traits.toys,
  })
  return {
    curriculum,
    shown,
    gaps,
    homework: written(made, change),
    change,
    versions,
    minutesADay: sessions * sessionMinutes,
  }
}
