import { badDays, type BadDay } from '@/core/demonstration/badDays'
import { recordOf, type Said } from '@/core/demonstration/record'
import type { ScriptItem } from '@/core/demonstration/script'
import { waysOf, type HouseWays } from '@/core/measures'
import { dayIn } from '@/core/days'
import type { Showing } from '@/core/facts/words'
import type { Db } from '@/store/database'
import { demonstrationsOf, saidOf } from '@/store/demonstrations'
import { readHouse } from '@/store/house'
import { peopleOn } from '@/store/kennel'
import type { Resident } from '@/store/residents'
import { readEntry } from '@/store/intake'
import { handlers } from '../scene/who'
import { loadDemonstration } from './demonstration'

/** All that a rehearsal or a demonstration needs on the device, so that nothing waits for the network. */
export interface ShowingView {
  readonly resident: Resident
  readonly timeZone: string
  readonly ways: HouseWays
  /** Who is signed in and records. */
  readonly me: string
  readonly what: Showing
  readonly now: number
  readonly items: readonly (ScriptItem & {
    readonly chance: number | null
    readonly low: number | null
    readonly high: number | null
  })[]
  readonly whole: number | null
  readonly placeId: string
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
  readonly badDays: readonly BadDay[]
  /** What the kennel has of the newest one that is not done; empty for none. */
  readonly said: readonly Said[]
}

/** What a phone needs to run this dog’s rehearsal or demonstration; undefined for no such residency. */
export function loadShowing(
  db: Db,
  residencyId: string,
  what: Showing,
  now: number,
  asked: { readonly me: string },
): ShowingView | undefined {
  const view = loadDemonstration(db, residencyId, now, asked)
  if (!view) return undefined
  const people = peopleOn(db, dayIn(view.timeZone, now))
  const may = new Set(handlers(people))
  const { resident, live } = view
  const house = readHouse(db)
  const begun = demonstrationsOf(db, residencyId).filter((d) => d.what === what)
  const newest = begun.at(-1)
  const said = newest ? saidOf(db, newest) : []
  return {
    resident,
    timeZone: view.timeZone,
    ways: waysOf(house),
    me: asked.me,
    what,
    now,
    items: view.script.items.map((item) => {
      const chance = view.outlook.items.find((o) => o.itemId === item.id)
      return { ...item, chance: chance?.chance ?? null, low: chance?.low ?? null, high: chance?.high ?? null }
    }),
    whole: view.outlook.items.length === 0 ? null : view.outlook.whole,
    placeId: view.placeId,
    places: view.places,
    people: people.filter((p) => may.has(p.id)).map((p) => ({ id: p.id, name: p.name })),
    leashHolder: what === 'demonstration' && live ? live.personId : asked.me,
    from: live?.from,
    twoPeople: readEntry(db, residencyId, 'health')?.entry.twoPeople ?? false,
    pause: view.pause,
    gone: resident.leavesOn < dayIn(view.timeZone, now),
    badDays,
    said: recordOf(said)?.status === 'done' ? [] : said,
  }
}
