import { dayOf, lengthOf, minutesOfHalf, type Hour } from '@/core/booking/kennel'
import { match, type Unmatched } from '@/core/booking/match'
import { offersOf } from '@/core/booking/offers'
import { readBack } from '@/core/booking/ownerTimes'
import { addDays } from '@/core/days'
import type { EpochMs } from '@/core/epochMs'
import type { ResidencyId } from '@/core/ids'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { allPlaces, readKennel, readPeople } from '@/store/kennel'
import { matchingNow, type Matching } from '../context/matching'

export interface ProposedHour {
  readonly fromMs: EpochMs
  readonly day: string
  readonly personName: string
  readonly placeName: string
}

export interface ProposedVisit {
  readonly dogs: readonly { readonly residencyId: ResidencyId; readonly run: string; readonly name: string }[]
  readonly ownerName: string
  /** Days from which it is likely ready, and on which it goes home, as numbers from today on. */
  readonly from: number | undefined
  readonly home: number
  /** Days on which the owner can come, as numbers from today on. */
  readonly ownersDays: readonly number[]
  /** When the owner can come, as it was read, and the last day it holds for; empty for none. */
  readonly said: string
  readonly heldUntil: string
  readonly chance: number
  readonly minutes: number
  readonly hours: readonly ProposedHour[]
  /** Why there is no time; undefined where there is one. */
  readonly because: Unmatched['because'] | undefined
}

export interface MatchingView {
  readonly timeZone: string
  readonly days: readonly string[]
  readonly visits: readonly ProposedVisit[]
  /** Rehearsals for which the day before has no half hour left. */
  readonly rehearsalsMissed: number
}

/** Times for every dog that has none, found at once, with two or three for each owner that can all be kept. */
export function loadMatching(db: Db, now: EpochMs): MatchingView {
  const matching = matchingNow(db, now)
  const { kennel, today, residents, told } = matching
  const plan = match(kennel)
  const hours = new Map(offersOf(kennel, plan).map((o) => [o.visit.id, o.hours]))
  const because = new Map(plan.unmatched.map((u) => [u.visit.id, u.because]))
  const chance = new Map(plan.matched.map((m) => [m.visit.id, m.chance]))
  const { clock } = readHouse(db)
  const known = names(db)
  const visits = kennel.visits.map((visit): ProposedVisit => {
    const dogs = visit.dogs.flatMap((d) => residents.get(d.residencyId) ?? [])
    const first = visit.dogs.map((d) => d.chanceBy.findIndex((c) => c >= kennel.floor.usual))
    return {
      dogs: dogs.map((r) => ({ residencyId: r.residencyId, run: r.runNumber, name: r.name })),
      ownerName: dogs[0]?.ownerName ?? '',
      from: first.some((d) => d < 0) ? undefined : Math.max(...first),
      home: Math.min(...visit.dogs.map((d) => d.home)),
      ownersDays: [...new Set(visit.times.map((t) => dayOf(t.from)))],
      said: readBack(told.get(visit.id)?.said, clock),
      heldUntil: told.get(visit.id)?.holdsUntil ?? '',
      chance: chance.get(visit.id) ?? 0,
      minutes: lengthOf(visit) * minutesOfHalf,
      hours: (hours.get(visit.id) ?? []).flatMap((h) => proposed(matching, h, known)),
      because: because.get(visit.id),
    }
  })
  const rank = (v: ProposedVisit) => (v.because === undefined ? 0 : 1)
  return {
    timeZone: readKennel(db).timeZone,
    rehearsalsMissed: plan.rehearsalsMissed,
    days: Array.from({ length: kennel.days }, (_, day) => addDays(today, day)),
    visits: [...visits].sort(
      (a, b) => rank(a) - rank(b) || (a.hours[0]?.fromMs ?? 0) - (b.hours[0]?.fromMs ?? 0) || a.home - b.home,
    ),
  }
}

const names = (db: Db) => ({
  people: new Map(readPeople(db).map((p) => [p.id, p.name])),
  places: new Map(allPlaces(db).map((p) => [p.id, p.name])),
})

function proposed({ moment, today }: Matching, h: Hour, known: ReturnType<typeof names>): readonly ProposedHour[] {
  const fromMs = moment(h.from)
  return fromMs === undefined
    ? []
    : [
        {
          fromMs,
          day: addDays(today, dayOf(h.from)),
          personName: known.people.get(h.trainer) ?? '',
          placeName: known.places.get(h.ground) ?? '',
        },
      ]
}
