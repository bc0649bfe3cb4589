import { minuteText } from '@/core/clock'
import { dayIn, dayText } from '@/core/days'
import { noChange, type ScriptChange } from '@/core/demonstration/change'
import { outlookOf, type Outlook } from '@/core/demonstration/outlook'
import type { Script } from '@/core/demonstration/script'
import type { Db } from '@/store/database'
import { liveHandoff, type Handoff } from '@/store/handoffs'
import { readHouse, readSpaces } from '@/store/house'
import { readPeople } from '@/store/kennel'
import { findResident, type Resident } from '@/store/residents'
import { kennelForgetting } from '../context/forgetting'
import { pausedBecause } from '../context/pause'
import { evidenceOf, scriptFor, usualPlace } from '../context/script'
import { wallMinute } from '../base/clock'
import { setsOf } from '../record/cachedStanding'
import type { PlaceId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface ChangedBy {
  readonly at: EpochMs
  readonly by: string
}

export interface DemonstrationView {
  readonly resident: Resident
  readonly timeZone: string
  readonly script: Script
  /** The script before anybody changed it: what can be put back. */
  readonly made: Script
  readonly change: ScriptChange
  /** Id of the newest change; empty while there is none. */
  readonly changeId: string
  readonly changes: readonly ChangedBy[]
  readonly outlook: Outlook
  /** Where it is shown, and what it could be. */
  readonly placeId: PlaceId
  readonly places: readonly { readonly id: string; readonly name: string }[]
  /** Who shows it: whoever is booked, else whoever looks. */
  readonly handler: string
  readonly at: EpochMs
  readonly live: Handoff | undefined
  /** It is not worked just now: why. */
  readonly pause: string
}

const dayMs = 86_400_000

/** The script of a dog's demonstration, with its chance; undefined for no such residency. */
export function loadDemonstration(
  db: Db,
  residencyId: ResidencyId,
  now: EpochMs,
  asked: { readonly me: string; readonly placeId?: PlaceId | undefined },
): DemonstrationView | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const { timeZone } = readHouse(db)
  const sets = setsOf(db, residencyId)
  const scene = scriptFor(db, resident, now)
  const { made, script, changes } = scene
  const change = changes[0]?.change ?? noChange
  const live = liveHandoff(db, residencyId)
  const spaces = readSpaces(db)
  const placeId =
    spaces.find((s) => s.id === asked.placeId)?.id ?? usualPlace(sets, new Set(spaces.map((s) => s.id))) ?? ''
  const people = new Map(readPeople(db).map((p) => [p.id, p.name]))
  const handler = live?.personId ?? asked.me
  const at = live && live.fromMs > now ? live.fromMs : now + dayMs
  return {
    resident,
    timeZone,
    script,
    made,
    change,
    changeId: changes[0]?.id ?? '',
    changes: changes.map((c) => ({ at: c.at, by: people.get(c.by) ?? '' })),
    outlook: outlookOf(evidenceOf(scene, sets), { place: placeId, person: handler, at }, kennelForgetting(db).model),
    placeId,
    places: spaces.map((s) => ({ id: s.id, name: s.name })),
    handler: people.get(handler) ?? '',
    at,
    live,
    pause: pausedBecause(db, residencyId),
  }
}

export interface PrintedScript {
  readonly run: string
  readonly name: string
  readonly owner: string
  /** When and by whom, in words. */
  readonly when: string
  readonly cautions: readonly string[]
  readonly script: Script
}

/** The script as it is printed; undefined for no such residency. */
export function printedScript(db: Db, residencyId: ResidencyId, now: EpochMs): PrintedScript | undefined {
  const view = loadDemonstration(db, residencyId, now, { me: '' })
  if (!view) return undefined
  const { resident, live, timeZone } = view
  const house = readHouse(db)
  const when = live
    ? `${dayText(dayIn(timeZone, live.fromMs), house.dates)}, ` +
      `${minuteText(wallMinute(timeZone, live.fromMs), house.clock)}, by ${view.handler}`
    : 'not booked yet'
  return {
    run: resident.runNumber,
    name: resident.name,
    owner: resident.ownerName,
    when,
    cautions: [
      ...(resident.biteHistory ? ['Bite history'] : []),
      ...(resident.caution === '' ? [] : [resident.caution]),
    ],
    script: view.script,
  }
}
