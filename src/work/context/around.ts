import { againstPair, type Partner } from '@/core/block/partner'
import type { WorkingConditions } from '@/core/coach/allowed'
import type { Forgetting } from '@/core/progress/retention'
import type { Method } from '@/core/method/method'
import { openForMs } from '@/core/facts/fact'
import type { Db } from '@/store/database'
import { newestWeather, openSetsNow } from '@/store/facts/read'
import { readWeights } from '@/store/food'
import type { SpaceRow } from '@/store/house'
import { readEntry } from '@/store/intake'
import { findResident, type Resident } from '@/store/residents'
import type { EpochMs } from '@/core/epochMs'

/** Design choice: what was read outdoors says nothing any more after so long. */
export const weatherForMs = 2 * 3_600_000

/** What must be known of a dog before it is worked within sight of another. */
export function partnerOf(db: Db, r: Resident): Partner {
  return {
    residencyId: r.residencyId,
    dogId: r.dogId,
    name: r.name,
    runNumber: r.runNumber,
    kg: readWeights(db, r.dogId).at(-1)?.kg ?? null,
    biteHistory: r.biteHistory,
    notWith: readEntry(db, r.residencyId, 'health')?.entry.notWith ?? [],
    traits: { giant: r.traits.giant, shy: r.traits.shy, anxious: r.traits.anxious },
  }
}

/** Spaces in which a dog works now that this one may not meet, with the reason. */
export function barredFor(db: Db, resident: Resident, now: EpochMs): ReadonlyMap<string, string> {
  const barred = new Map<string, string>()
  const others = openSetsNow(db, now - openForMs).filter((s) => s.residencyId !== resident.residencyId)
  if (others.length === 0) return barred
  const self = partnerOf(db, resident)
  for (const set of others) {
    const other = findResident(db, set.residencyId)
    const refused = other && againstPair(self, partnerOf(db, other)).find((w) => w.refuse)
    if (refused) barred.set(set.placeId, `${refused.why.replace(/\.$/, '')}, and ${other.name} works there now`)
  }
  return barred
}

/** Where this dog can be worked now, with whom, and what speaks against a place. */
export function aroundFor(
  db: Db,
  resident: Resident,
  house: {
    readonly today: string
    readonly spaces: readonly SpaceRow[]
    readonly people: readonly string[]
    readonly method: Method
    readonly forgetting: Forgetting
  },
  now: EpochMs,
): WorkingConditions {
  const weather = newestWeather(db, now - weatherForMs, now)
  return {
    now,
    today: house.today,
    people: house.people,
    method: house.method,
    forgetting: house.forgetting,
    places: house.spaces.map((s) => ({ id: s.id, kind: s.kind, indoors: s.indoors, surface: s.surface, grip: s.grip })),
    barred: barredFor(db, resident, now),
    ...(weather ? { weather } : {}),
  }
}
