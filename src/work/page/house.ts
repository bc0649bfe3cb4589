import { readWallTablets, type WallTablet } from '@/store/wallTablets'
import type { Typed } from '@/core/fields'
import type { House, HouseSection } from '@/core/house/house'
import { clockTyped, sectionsFor, type SectionSpec } from '@/core/house/sections'
import { typedOf } from '@/core/form'
import { dayIn } from '@/core/days'
import { roomLeft, roomText } from '../context/room'
import { goodBackup, lastLook, oddSaid, soundnessSaid } from '../context/soundness'
import { backupWarning, listBackups, listSetAside, nightsKept, type BackupFile } from '../context/backups'
import type { Db } from '@/store/database'
import { readDaysOff, readFeeds, readHouse, readSpaces } from '@/store/house'
import { readHours, readPeople } from '@/store/kennel'
import type { PersonId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Hours that are alike on several days, in one row. */
function shiftsOf(db: Db): readonly {
  readonly personId: PersonId
  readonly from: string
  readonly to: string
  readonly days: readonly string[]
}[] {
  const shifts = new Map<string, { personId: PersonId; from: string; to: string; days: string[] }>()
  for (const h of readHours(db)) {
    const key = `${h.personId} ${h.fromMinute} ${h.toMinute}`
    const known = shifts.get(key)
    if (known) known.days.push(String(h.weekday))
    else
      shifts.set(key, {
        personId: h.personId,
        from: clockTyped(h.fromMinute),
        to: clockTyped(h.toMinute),
        days: [String(h.weekday)],
      })
  }
  return [...shifts.values()]
}

/** Design choice: so many backups are named on the page. */
const mostShown = 20

export interface HouseView {
  readonly sections: readonly (SectionSpec & { readonly values: Typed })[]
  readonly house: House
  readonly backups: readonly BackupFile[]
  /** Kennels that were set aside when somebody went back. */
  readonly setAside: readonly BackupFile[]
  /** What is wrong with them; empty where nothing is. */
  readonly backupWarning: string
  /** That the disk is full or soon will be; empty where it is neither. */
  readonly room: string
  /** What was found when the kennel’s file was last looked through; undefined before the first look. */
  readonly soundness:
    | { readonly at: EpochMs; readonly said: readonly string[]; readonly odd: readonly string[]; readonly good: string }
    | undefined
  readonly nightsKept: number
  /** Devices that go on showing the wall while they are locked, the newest first. */
  readonly wallTablets: readonly WallTablet[]
}

/** What the fields of each section hold now. */
export function houseValues(db: Db, now: EpochMs): Readonly<Record<HouseSection, Typed>> {
  const house = readHouse(db)
  return {
    house: typedOf({
      ...house,
      rehearseHere: 'keep',
      meals: house.meals.map((m) => ({ name: m.name, at: clockTyped(m.at) })),
      quietFrom: house.quietFrom === '' ? '' : clockTyped(house.quietFrom),
      quietTo: house.quietTo === '' ? '' : clockTyped(house.quietTo),
    }),
    spaces: typedOf({
      spaces: readSpaces(db).map((s) => ({ ...s, where: s.indoors ? 'indoors' : 'outdoors', indoors: undefined })),
    }),
    feeds: typedOf({
      feeds: readFeeds(db).map((f) => ({ ...f, kcalPerPiece: f.kcalPerPieceSaid, kcalPerPieceSaid: undefined })),
    }),
    hours: typedOf({ hours: shiftsOf(db) }),
    daysOff: typedOf({ off: readDaysOff(db, dayIn(house.timeZone, now)) }),
  }
}

/** The house's page: each section with what is kept now, as typed. */
export function loadHouse(db: Db, now: EpochMs): HouseView {
  const house = readHouse(db)
  const people = readPeople(db)
  const values = houseValues(db, now)
  return {
    house,
    backups: listBackups(db).slice(0, mostShown),
    setAside: listSetAside(db).slice(0, mostShown),
    backupWarning: backupWarning(db, now),
    room: roomText(roomLeft(db)),
    soundness: soundnessView(db, house),
    nightsKept,
    wallTablets: readWallTablets(db),
    sections: sectionsFor(people, house.timeZone, house.week).map((s) => ({ ...s, values: values[s.id] })),
  }
}

/** What is said of the file; which backup is good is looked up only where the file is not. */
function soundnessView(db: Db, house: House): HouseView['soundness'] {
  const look = lastLook(db)
  if (!look) return undefined
  const good = look.damage.length > 0 ? goodBackup(db) : undefined
  return { at: look.at, said: soundnessSaid(look), odd: oddSaid(look, house), good: good?.name ?? '' }
}
