import { chancesOn, occasionKey, type OccasionChances } from '@/core/demonstration/outlook'
import { recordOf, type DemonstrationEvent } from '@/core/demonstration/record'
import type { ScriptItem } from '@/core/demonstration/script'
import { waysOf, type HouseWays } from '@/core/measures'
import { dayIn } from '@/core/days'
import { markOf } from '@/core/facts/deviceMark'
import type { Showing } from '@/core/facts/words'
import type { Db } from '@/store/database'
import { liveHandoff } from '@/store/handoffs'
import { readHouse, readSpaces } from '@/store/house'
import { peopleOn } from '@/store/kennel'
import { findResident, type Resident } from '@/store/residents'
import { readEntry } from '@/store/intake'
import { handlers } from '../base/who'
import { kennelForgetting } from '../context/forgetting'
import { pausedBecause } from '../context/pause'
import { evidenceOf, scriptFor, usualPlace } from '../context/script'
import { begunOf } from '../context/shown'
import { setsOf } from '../record/cachedStanding'
import type { PlaceId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** All that a rehearsal or a demonstration needs on the device, so that nothing waits for the network. */
export interface ShowingView {
  readonly resident: Resident
  readonly timeZone: string
  readonly ways: HouseWays
  /** Who is signed in and records. */
  readonly me: string
  readonly what: Showing
  readonly now: EpochMs
  readonly items: readonly ScriptItem[]
  /** How likely it works, by where it is shown and by whom. */
  readonly chances: Readonly<Record<string, OccasionChances>>
  readonly placeId: PlaceId
  readonly places: readonly { readonly id: string; readonly name: string }[]
  readonly people: readonly { readonly id: string; readonly name: string }[]
  /** Who shows it: whoever is booked, else whoever looks. */
  readonly leashHolder: string
  /** When the owner comes; undefined while nothing is booked. */
  readonly from: number | undefined
  readonly twoPeople: boolean
  /** Why the dog is not worked now; empty when it is. */
  readonly pause: string
  /** It has gone home: what is recorded is kept, and marked as out of its residency. */
  readonly gone: boolean
  /** What the kennel has of the newest one that is not done; empty for none. */
  readonly events: readonly DemonstrationEvent[]
}

/** What a phone needs to run this dog’s rehearsal or demonstration; undefined for no such residency. */
export function loadShowing(
  db: Db,
  residencyId: ResidencyId,
  what: Showing,
  now: EpochMs,
  asked: { readonly me: string },
): ShowingView | undefined {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const house = readHouse(db)
  const today = dayIn(house.timeZone, now)
  const scene = scriptFor(db, resident, now)
  const sets = setsOf(db, residencyId)
  const evidence = evidenceOf(scene, sets)
  const { model } = kennelForgetting(db)
  const people = peopleOn(db, today)
  const may = new Set(handlers(people))
  const showers = people.filter((p) => may.has(p.id)).map((p) => ({ id: p.id, name: p.name }))
  const places = readSpaces(db).map((s) => ({ id: s.id, name: s.name }))
  const live = liveHandoff(db, residencyId)
  const events = begunOf(db, residencyId).findLast((d) => d.what === what)?.events ?? []
  return {
    resident,
    timeZone: house.timeZone,
    ways: waysOf(house),
    me: asked.me,
    what,
    now,
    items: scene.script.items,
    chances: Object.fromEntries(
      places.flatMap(({ id: place }) =>
        showers.map(({ id: person }) => {
          const { items, whole } = chancesOn(evidence, { place, person, at: now }, model)
          return [
            occasionKey(place, person),
            {
              whole: items.length === 0 ? null : whole,
              items: Object.fromEntries(items.map(({ itemId, chance, low, high }) => [itemId, { chance, low, high }])),
            },
          ] as const
        }),
      ),
    ),
    placeId: usualPlace(sets, new Set(places.map((p) => p.id))) ?? '',
    places,
    people: showers,
    leashHolder: what === 'demonstration' && live ? live.personId : asked.me,
    from: live?.fromMs,
    twoPeople: readEntry(db, residencyId, 'health')?.entry.twoPeople ?? false,
    pause: pausedBecause(db, residencyId),
    gone: resident.leavesOn < today,
    // Pages are told which device is which, and none of their names.
    events: recordOf(events)?.status === 'done' ? [] : events.map((x) => ({ ...x, device: markOf(x.device) })),
  }
}
