import { gapsBy, type Gap } from '@/core/demonstration/ownerGap'
import { goesHome, offLeashHeld } from '@/core/demonstration/goesHome'
import { homeworkOf } from '@/core/demonstration/homework'
import { plainHomework, written, type HomeworkChange, type WrittenHomework } from '@/core/demonstration/homeworkChange'
import { dayIn } from '@/core/days'
import { methodAt } from '@/core/method/method'
import { saidIn } from '@/core/curriculum/lengths'
import type { Curriculum } from '@/core/curriculum/types'
import type { Db } from '@/store/database'
import { liveHandoff } from '@/store/handoffs'
import { homeworkChanges } from '@/store/homework'
import { readEntry } from '@/store/intake'
import { readHouse } from '@/store/house'
import { readMethodChanges } from '@/store/method'
import { readKennel } from '@/store/kennel'
import { readPromises, type Resident } from '@/store/residents'
import type { Version } from '@/store/versions'
import { ownersDog } from './ownersDog'
import { scriptFor } from './script'
import { shownOf, triesOf } from './shown'
import type { EpochMs } from '@/core/epochMs'

/** Design choice: three times five minutes a day. */
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
  return last?.day ?? (live ? dayIn(readKennel(db).timeZone, live.fromMs) : resident.leavesOn)
}

/** A residency’s homework: made from what is held and from the gap of its demonstrations, with what people wrote. */
export function homeworkFor(db: Db, resident: Resident, now: EpochMs): HomeworkScene {
  const { residencyId, traits } = resident
  const { curriculum, state, script, made: unchanged } = scriptFor(db, resident, now)
  const shown = shownOf(db, residencyId)
  const gaps = gapsBy(triesOf(shown), 'command')
  const versions = homeworkChanges.read(db, residencyId)
  const change = versions[0]?.change ?? plainHomework
  const allergies = readEntry(db, residencyId, 'health')?.entry.allergies ?? []
  const dog = ownersDog(db, resident)
  const { pronouns } = dog
  const commands = goesHome({
    curriculum,
    script,
    made: unchanged,
    promises: readPromises(db, residencyId),
    dog,
    method: methodAt(readMethodChanges(db), now),
    gaps,
    bothSides: change.bothSides,
  })
  const made = homeworkOf({
    commands: saidIn(commands, readHouse(db).lengths),
    dog,
    weeks: change.weeks,
    sessions,
    sessionMinutes,
    cautions: [
      ...(resident.biteHistory
        ? [`${resident.name} has bitten before. Ask your trainer before anyone new comes within arm’s length.`]
        : []),
      ...(resident.caution === '' ? [] : [resident.caution]),
      ...allergies.map((a) => `Never feed ${pronouns.them} ${a.what}.`),
      'Never give chocolate, grapes, raisins, onion or anything with xylitol.',
      ...(traits.stiff
        ? [
            `Let ${pronouns.them} lie down instead of sit, on a soft floor, and not too often. If something hurts, ` +
              'stop and ask your vet.',
          ]
        : []),
      'Do not practice the sit-stay on a slippery floor. Do not practice in the heat, or within an hour after a meal.',
    ],
    offLeashHeld: offLeashHeld(curriculum, state),
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
