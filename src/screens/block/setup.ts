import type { BlockItem } from '@/core/block/compose'
import { picked, type Picked } from '@/core/coach/picked'
import type { Suggestion } from '@/core/coach/suggestion'
import { findRung } from '@/core/curriculum/lookup'
import type { Rung } from '@/core/curriculum/types'
import { kits } from '@/core/curriculum/types'
import type { DogState } from '@/core/progress/state'
import { startPositions } from '@/core/facts/words'
import { remember, type Remembered } from '@/device/remembered'
import type { BlockView } from '@/work/page/blockView'
import type { Setup } from '@/device/live/session'
import { aroundHere, coachedDog } from './surroundings'
import { choosePay, piecesLeftOf, piecesOfSet, secondsBetweenPay, type FoodLeft } from '@/core/food/pay'
import { settleInterval } from '@/core/method/settle'
import { reachingKit } from '@/core/curriculum/reach'

/** The kit as the wire names it; undefined for one it does not know. */
export const kitOf = (kit: string | undefined): Setup['kit'] | undefined => kits.find((k) => k === kit)

/** The place a rung insists on, if it does. */
const placeFor = (rung: Rung, view: BlockView): string | undefined =>
  view.places.find((p) => p.kind === rung.criterion.place)?.id

/** What a set of this rung is paid with, within what is left of the dog's day. */
function payOf(
  view: BlockView,
  rung: Rung | undefined,
  every: number | undefined,
  tier: number,
  left: FoodLeft,
): Pick<Setup, 'feedId' | 'halved'> {
  const wanted = rung
    ? { tier, pieces: piecesOfSet(rung, every), every: secondsBetweenPay(rung, every) }
    : { tier, pieces: 1 }
  const { food, halved } = choosePay(view.feeds, wanted, left)
  return { feedId: food?.id ?? null, halved }
}

const piecesLeftOfId = (view: BlockView, { feedId, halved }: Setup, left: FoodLeft): number => {
  const food = view.feeds.find((f) => f.id === feedId)
  return food ? piecesLeftOf(food, halved ?? false, left) : 0
}

/**
 * What the set to come is worked at: what was suggested or planned for it, then where this device last worked, then
 * what the dog last had.
 */
export function setupFor(
  view: BlockView,
  item: Pick<BlockItem, 'rungId' | 'purpose' | 'level' | 'kit' | 'placeId' | 'personId' | 'payTier'>,
  suggestion: Suggestion | undefined,
  was: Setup | undefined,
  remembered: Remembered | undefined,
  left: FoodLeft = view.foodLeft,
): Setup {
  const own = suggestion?.rungId === item.rungId ? suggestion : undefined
  const rung = findRung(view.curriculum, item.rungId)?.rung
  const known = (id: string | undefined) => view.places.find((p) => p.id === id)?.id
  const same = was?.rungId === item.rungId ? was : undefined
  const every = settleInterval(rung, view.settle)
  const paid: Pick<Setup, 'feedId' | 'halved'> =
    same && piecesLeftOfId(view, same, left) > 0 ? same : payOf(view, rung, every, item.payTier, left)
  return {
    rungId: item.rungId,
    purpose: own?.purpose ?? item.purpose,
    placeId:
      (rung && placeFor(rung, view)) ??
      known(own?.placeId ?? item.placeId) ??
      known(was?.placeId) ??
      known(remembered?.placeId) ??
      known(view.last.placeId) ??
      view.places[0]?.id ??
      '',
    // Whoever is signed in holds the leash unless somebody says otherwise: a suggestion of other hands is only said.
    personId:
      was?.personId ??
      (view.handlers.includes(view.me) ? view.me : undefined) ??
      own?.personId ??
      item.personId ??
      view.people.find((p) => p.id === remembered?.personId)?.id ??
      view.last.personId ??
      view.people[0]?.id ??
      '',
    level: own?.level ?? item.level,
    // Whatever was in hand: what is to be worked now is worked on what reaches that far.
    kit: reachingKit(kitOf(own?.kit) ?? kitOf(item.kit) ?? was?.kit ?? '1.8 m leash', rung),
    band: was?.band ?? remembered?.band ?? 'over-15',
    helper: was?.helper ?? remembered?.helper ?? false,
    secondDog: was?.secondDog ?? null,
    temperatureC: was?.temperatureC ?? remembered?.temperatureC ?? null,
    humidity: was?.humidity ?? remembered?.humidity ?? null,
    exercisedAt: was?.exercisedAt,
    // What was chosen to be tried goes with the choice of where.
    road: was?.rungId === item.rungId ? was.road : undefined,
    startPosition:
      was?.rungId === item.rungId && was.startPosition
        ? was.startPosition
        : startPositions.find((p) => p === rung?.criterion.start),
    collar: was?.collar ?? view.collarsWorn[0],
    feedId: paid.feedId,
    halved: paid.halved ?? false,
  }
}

/** One it was never worked on, where it is known what it was. */
const isNewCollar = (view: BlockView, collar: string | undefined): boolean =>
  collar !== undefined && view.collarsWorn.length > 0 && !view.collarsWorn.includes(collar)

const newsWords: Readonly<Record<Picked['news'][number], string>> = {
  level: 'the level',
  place: 'the location',
  kit: 'the equipment',
  hands: 'the handler',
}
/** What is new of what was chosen; company says the level that it comes to. */
export const newsText = ({ news, level }: Picked, chosenLevel: number): string =>
  news.map((n) => (n === 'level' && level > chosenLevel ? `company, which is level ${level}` : newsWords[n])).join(', ')

/** What is said of a set as somebody changed it by hand from what stood there. */
export const pickedHere = (view: BlockView, state: DogState, base: Setup, wanted: Setup): Picked =>
  picked(
    view.curriculum,
    state,
    {
      rungId: wanted.rungId,
      placeId: wanted.placeId,
      level: wanted.level,
      kit: wanted.kit,
      leashHolder: wanted.personId,
      helper: wanted.helper,
      secondDog: wanted.secondDog !== null,
      near: wanted.band === 'under-5',
      newCollar: wanted.collar !== base.collar && isNewCollar(view, wanted.collar),
    },
    {
      rung: wanted.rungId !== base.rungId,
      place: wanted.placeId !== base.placeId,
      level: wanted.level !== base.level,
      kit: wanted.kit !== base.kit,
      hands: wanted.personId !== base.personId,
      company: wanted.helper !== base.helper || wanted.secondDog !== base.secondDog,
    },
    coachedDog(view),
    aroundHere(view, wanted),
  )

/** What is about is kept on this device, to begin the next dog's set with. */
export const rememberAround = (full: Setup, before: Remembered | undefined): void =>
  remember({
    at: Date.now(),
    placeId: full.placeId,
    personId: full.personId,
    helper: full.helper,
    band: full.band,
    temperatureC: full.temperatureC,
    humidity: full.humidity,
    partners: [...new Set([...(full.secondDog === null ? [] : [full.secondDog]), ...(before?.partners ?? [])])].slice(
      0,
      3,
    ),
  })
