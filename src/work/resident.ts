import { findRung } from '@/core/curriculum/lookup'
import { dayIn, daysBetween } from '@/core/days'
import { buildCommands, type CommandView } from '@/core/views/resident'
import type { Db } from '@/store/database'
import { readLog } from '@/store/facts'
import { liveHandoff, type Handoff } from '@/store/handoffs'
import { readKennel, readPeople, readPlaces, type Person } from '@/store/kennel'
import { findResident, type Resident } from '@/store/residents'
import { newest } from '@/core/progress/regime'
import { kennelForgetting } from './forgetting'
import { regimesOfResident } from './regimes'
import { standingOf } from './standings'

export interface LogEntry {
  readonly id: string
  readonly command: string
  readonly rungName: string
  readonly refresher: boolean
  readonly at: number
  readonly place: string
  readonly leashHolder: string
  readonly outcomes: string
  readonly closed: boolean
  readonly voided: boolean
}

export interface ResidentView {
  readonly resident: Resident
  readonly today: string
  readonly daysLeft: number
  readonly timeZone: string
  readonly commands: readonly CommandView[]
  readonly readyOn: string | undefined
  readonly handoff: Handoff | undefined
  readonly log: readonly LogEntry[]
  readonly people: readonly Person[]
}

/** House: so many sets are shown at first. */
const logLength = 60

/** One dog's page, or undefined when there is no such residency. */
export function loadResident(db: Db, residencyId: string, now: number): ResidentView | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const { timeZone } = readKennel(db)
  const today = dayIn(timeZone, now)
  const { curriculum } = newest(regimesOfResident(db, resident))
  const { state, summary } = standingOf(db, residencyId)
  const people = readPeople(db)
  const names = { places: new Map(readPlaces(db).map((p) => [p.id, p.name])), people: new Map(people.map((p) => [p.id, p.name])) }
  return {
    resident,
    today,
    daysLeft: daysBetween(today, resident.leavesOn),
    timeZone,
    commands: buildCommands(curriculum, state, summary, names, now, kennelForgetting(db).model),
    readyOn: summary.readyOn,
    handoff: liveHandoff(db, residencyId),
    log: readLog(db, residencyId, logLength).map((row) => ({ id: row.id, command: row.command, rungName: findRung(curriculum, row.rungId)?.rung.name ?? row.rungId, refresher: row.purpose === 'refresh', at: row.at, place: row.place, leashHolder: row.leashHolder, outcomes: row.outcomes, closed: row.endedBy !== null, voided: row.voided })),
    people,
  }
}
