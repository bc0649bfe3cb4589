import { gapsBy, gapText, type Gap } from '@/core/demonstration/ownerGap'
import type { HomeworkChange, WrittenHomework } from '@/core/demonstration/homeworkChange'
import type { PracticeEntry } from '@/core/demonstration/practiceLog'
import {
  agreementOf,
  itemResult,
  isGoneThrough,
  triesAt,
  turnsOf,
  type Agreement,
  type ItemResult,
  type ShowRecord,
} from '@/core/demonstration/record'
import type { Rehearsed } from '@/core/demonstration/rehearsal'
import { findCommand } from '@/core/curriculum/lookup'
import { ownerCalled } from '@/core/people/names'
import type { Outcome } from '@/core/facts/fact'
import type { OwnersHand, Showing, Turn } from '@/core/facts/words'
import type { Db } from '@/store/database'
import { readPracticeLog } from '@/store/homework'
import { allPlaces, readKennel, readPeople } from '@/store/kennel'
import { liveHandoff } from '@/store/handoffs'
import { findResident, type Resident } from '@/store/residents'
import { homeworkFor } from '../context/homework'
import { judgeRehearsal, triesOf } from '../context/shown'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface ShownItem {
  readonly id: string
  readonly title: string
  /** The chance that was said of it when it began, 0–1; null where nothing is tried. */
  readonly chance: number | null
  readonly turns: readonly {
    readonly turn: Turn
    readonly came: ItemResult | undefined
    readonly outcomes: readonly Outcome[]
    readonly wrong: readonly OwnersHand[]
    readonly note: string
  }[]
}

export interface ShownOnce {
  readonly id: string
  readonly what: Showing
  readonly from: number
  readonly place: string
  readonly by: string
  readonly status: ShowRecord['status']
  readonly goneThrough: boolean
  readonly why: string
  readonly note: string
  readonly whole: number | null
  readonly items: readonly ShownItem[]
  readonly agreement: Agreement | undefined
  readonly rehearsed: Rehearsed | undefined
}

export interface AfterView {
  readonly resident: Resident
  readonly timeZone: string
  /** Newest first. */
  readonly shown: readonly ShownOnce[]
  /** By command, and by item below: what costs most first, in words and with counts. */
  readonly gaps: readonly (Gap & { readonly says: string })[]
  readonly itemGaps: readonly (Gap & { readonly says: string })[]
  readonly homework: WrittenHomework
  readonly change: HomeworkChange
  readonly versionId: string
  readonly versions: readonly { readonly at: EpochMs; readonly by: string }[]
  readonly minutesADay: number
  /** What came back from home, newest last. */
  readonly log: readonly (PracticeEntry & { readonly name: string })[]
  readonly booked: number | undefined
}

/** What happened in a dog’s rehearsals and demonstrations, the gap, and the homework; undefined for no residency. */
export function loadAfter(db: Db, residencyId: ResidencyId, now: EpochMs): AfterView | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const names = new Map(readPeople(db).map((p) => [p.id, p.name]))
  const places = new Map(allPlaces(db).map((p) => [p.id, p.name]))
  const { curriculum, shown, homework, gaps, change, versions, minutesADay } = homeworkFor(db, resident, now)
  const nameOf = (id: string) => findCommand(curriculum, id)?.name ?? id
  const titles = new Map(shown.flatMap((s) => s.items.map((i) => [i.id, i.title] as const)))
  const owner = ownerCalled(resident.ownerName)
  return {
    resident,
    timeZone: readKennel(db).timeZone,
    shown: [...shown].reverse().map((s) => ({
      id: s.id,
      what: s.what,
      from: s.from,
      place: places.get(s.placeId) ?? '',
      by: names.get(s.leashHolder) ?? '',
      status: s.status,
      goneThrough: isGoneThrough(s),
      why: s.why,
      note: s.note,
      whole: s.whole,
      items: itemsOf(s),
      agreement: agreementOf(s),
      rehearsed: s.what === 'rehearsal' ? judgeRehearsal(db, residencyId, s) : undefined,
    })),
    gaps: gaps.map((g) => ({ ...g, says: gapText(g, nameOf(g.id), owner) })),
    itemGaps: gapsBy(triesOf(shown), 'itemId').map((g) => ({
      ...g,
      says: gapText(g, titles.get(g.id) ?? g.id, owner),
    })),
    homework,
    change,
    versionId: versions[0]?.id ?? '',
    versions: versions.map((v) => ({ at: v.at, by: names.get(v.by) ?? '' })),
    minutesADay,
    log: readPracticeLog(db, residencyId).map((e) => ({ ...e, name: nameOf(e.command) })),
    booked: [liveHandoff(db, residencyId)?.fromMs].find((from) => from !== undefined && from > now),
  }
}

const itemsOf = (record: ShowRecord): readonly ShownItem[] =>
  record.items.map((item) => ({
    id: item.id,
    title: item.title,
    chance: item.chance,
    turns: turnsOf(record.what).map((turn) => {
      const spot = { turn, itemId: item.id }
      const tries = triesAt(record, spot)
      return {
        turn,
        came: itemResult(record, spot),
        outcomes: tries.map((t) => t.outcome),
        wrong:
          turn === 'owner'
            ? [
                ...new Set([
                  ...tries.flatMap((t) => t.wrong),
                  ...record.hands.filter((h) => h.itemId === item.id).flatMap((h) => h.wrong),
                ]),
              ]
            : [],
        note: record.ended
          .filter((e) => e.turn === turn && e.itemId === item.id)
          .flatMap((e) => [e.why, e.note])
          .filter((t) => t !== '')
          .join('; '),
      }
    }),
  }))
