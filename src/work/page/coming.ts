import { addDays, dayIn } from '@/core/days'
import type { FieldSpec } from '@/core/form'
import type { ResidencyId } from '@/core/ids'
import { pauseFields, stayFields } from '@/core/intake/stayForms'
import { promisesMet } from '@/core/promise/summary'
import type { Db } from '@/store/database'
import { liveHandoff } from '@/store/handoffs'
import { readKennel, readPeople } from '@/store/kennel'
import { residentsArriving, residentsOn, type Resident } from '@/store/residents'
import { openQuestions, remindersOf, type Reminder } from '@/core/intake/reminders'
import { readEntry } from '@/store/intake'
import { openPauses, readStayChanges, type Pause, type ToldStayChange } from '@/store/stay'
import { readyWith } from '../context/shown'
import { atOnce } from '../base/runYielding'
import { summarySteps } from '../record/standing'
import { byRun } from '@/core/inOrder'
import type { EpochMs } from '@/core/epochMs'

export interface ComingRow {
  readonly resident: Resident
  readonly readyOn: string | undefined
  readonly promises: number
  readonly met: number
  /** What is wrong with its promises; empty when nothing is. */
  readonly lacks: string
  readonly handoff: { readonly from: number; readonly personName: string } | undefined
  readonly changes: readonly ToldStayChange[]
}

export interface ComingDay {
  readonly day: string
  readonly arriving: readonly Resident[]
  readonly leaving: readonly ComingRow[]
}

/** Design choice: how far the morning's page looks ahead. */
export const daysAhead = 14

/** What somebody has to think of for one dog this morning. */
export interface Minding {
  readonly resident: Resident
  readonly reminders: readonly Reminder[]
  readonly questions: readonly string[]
  readonly pause: Pause | undefined
}

function minding(db: Db, residents: readonly Resident[], today: string): readonly Minding[] {
  const pauses = openPauses(db)
  return residents
    .map((resident): Minding => {
      const health = readEntry(db, resident.residencyId, 'health')?.entry
      const asked = readEntry(db, resident.residencyId, 'questions')?.entry
      return {
        resident,
        reminders: health ? remindersOf(health, today) : [],
        questions: openQuestions(asked, resident.sideKnown),
        pause: pauses.get(resident.residencyId),
      }
    })
    .filter((m) => m.reminders.length > 0 || m.questions.length > 0 || m.pause !== undefined)
    .sort((a, b) => byRun(a.resident, b.resident))
}

export interface ComingView {
  readonly timeZone: string
  readonly today: string
  readonly here: number
  readonly days: readonly ComingDay[]
  readonly mind: readonly Minding[]
  /** Dogs here that are not paused, for saying that one is. */
  readonly residents: readonly { readonly id: ResidencyId; readonly name: string }[]
  /** Every dog here, for another day of going home. */
  readonly stays: readonly { readonly residencyId: ResidencyId; readonly name: string; readonly leavesOn: string }[]
  /** What is asked to change a stay, and to pause a dog’s training. */
  readonly stayFields: readonly FieldSpec[]
  readonly pauseFields: readonly FieldSpec[]
}

/** Who comes and who goes, day by day from today, and what has to be thought of; for who lets others in between. */
export function* comingSteps(db: Db, now: EpochMs): Generator<undefined, ComingView> {
  const { timeZone } = readKennel(db)
  const today = dayIn(timeZone, now)
  const last = addDays(today, daysAhead - 1)
  const names = new Map(readPeople(db).map((p) => [p.id, p.name]))
  const here = residentsOn(db, today)
  const arriving = residentsArriving(db, today, last)
  const going = [...here, ...arriving.filter((r) => r.arrivesOn > today)].filter((r) => r.leavesOn <= last)
  const leaving = (yield* summarySteps(db, today, now, going)).map(([resident, summary]): ComingRow => {
    const live = liveHandoff(db, resident.residencyId)
    return {
      resident,
      readyOn: readyWith(db, resident.residencyId, summary).readyOn,
      ...promisesMet(summary),
      handoff: live && { from: live.fromMs, personName: names.get(live.personId) ?? '' },
      changes: readStayChanges(db, resident.residencyId),
    }
  })
  const days = Array.from({ length: daysAhead }, (_, i) => addDays(today, i)).map((d) => ({
    day: d,
    arriving: arriving.filter((r) => r.arrivesOn === d),
    leaving: leaving.filter((r) => r.resident.leavesOn === d),
  }))
  const inRuns = [...here].sort(byRun)
  const pauses = openPauses(db)
  return {
    timeZone,
    stayFields,
    pauseFields,
    today,
    here: here.length,
    days,
    mind: minding(db, [...here, ...arriving.filter((r) => r.arrivesOn > today)], today),
    residents: inRuns
      .filter((r) => !pauses.has(r.residencyId))
      .map((r) => ({ id: r.residencyId, name: `${r.runNumber} ${r.name}` })),
    stays: inRuns.map((r) => ({ residencyId: r.residencyId, name: `${r.runNumber} ${r.name}`, leavesOn: r.leavesOn })),
  }
}

/** Reads the calendar page without yielding. */
export const loadComing = atOnce(comingSteps)
