import { markText, releaseText, sensesText } from '@/core/dog/deaf'
import { sideText } from '@/core/dog/side'
import { dayIn } from '@/core/days'
import { minuteText } from '@/core/clock'
import { foodText, foodShortText } from '@/core/food/measure'
import type { Db } from '@/store/database'
import { newestCurriculum } from '@/store/curricula'
import { readHouse } from '@/store/house'
import { readEntry, readPhoto } from '@/store/intake'
import { findResident, residentsOn, type Resident } from '@/store/residents'
import { objectionsText } from '@/core/food/forbidden'
import { loadBowls, loadFood } from './food'
import { ladderInUse } from '../context/inUse'
import { wordsOf } from '../context/words'
import { byRun } from '@/core/inOrder'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

export interface Cue {
  readonly command: string
  readonly word: string
  readonly signal: string
  /** It is the owner's own and not the house's. */
  readonly own: boolean
}

/** All that hangs on a run's door. */
export interface DoorCard {
  readonly residencyId: ResidencyId
  readonly run: string
  readonly name: string
  readonly owner: string
  readonly until: string
  readonly release: string
  readonly marker: string
  readonly side: string
  readonly cues: readonly Cue[]
  readonly food: string
  readonly allergies: readonly string[]
  readonly medicines: readonly string[]
  readonly notWith: readonly string[]
  readonly cautions: readonly string[]
  readonly houseCaution: string
  readonly photo: Buffer | undefined
}

/** The card of one dog; undefined for no such residency. */
export function doorCard(db: Db, residencyId: ResidencyId, now: EpochMs): DoorCard | undefined {
  const resident = findResident(db, residencyId)
  return resident && cardOf(db, resident, now)
}

function cardOf(db: Db, resident: Resident, now: EpochMs): DoorCard {
  const house = readHouse(db)
  const today = dayIn(house.timeZone, now)
  const health = readEntry(db, resident.residencyId, 'health')?.entry
  const food = loadFood(db, resident.residencyId, now)
  const day = food?.day
  const here = new Map(residentsOn(db, today).map((r) => [r.dogId, `${r.runNumber} ${r.name}`]))
  // Who may not meet whom holds both ways, whichever of the two it was written down for.
  const others = residentsOn(db, today)
    .filter(
      (r) =>
        r.dogId !== resident.dogId && readEntry(db, r.residencyId, 'health')?.entry.notWith.includes(resident.dogId),
    )
    .map((r) => r.dogId)
  const notWith = [...new Set([...(health?.notWith ?? []), ...others])].flatMap((id) => here.get(id) ?? [])
  return {
    residencyId: resident.residencyId,
    run: resident.runNumber,
    name: resident.name,
    owner: resident.ownerName,
    until: resident.leavesOn,
    release: releaseText(resident),
    marker: markText(resident),
    side: sideText(resident),
    cues: cuesOf(db, resident, now),
    food:
      food && food.mealAgainst.length > 0
        ? `NOT ${day?.feed.name ?? 'the meal'}: ${objectionsText(food.mealAgainst)}; ask`
        : day
          ? `${foodText(day.ledger.rationGrams, house.unit, day.feed.cupGrams)} ${day.feed.name} a day, ` +
            `${foodText(day.ledger.trainingGrams, house.unit, day.feed.cupGrams)} of it in training`
          : 'not decided yet: ask',
    allergies: (health?.allergies ?? []).map((a) => a.what),
    medicines: (health?.medicines ?? [])
      .filter((m) => m.until === '' || m.until >= today)
      .map((m) => [m.name, m.dose, m.at].filter((s) => s !== '').join(', ')),
    notWith,
    cautions: [
      ...sensesText(resident.traits),
      ...(resident.biteHistory ? ['Bite history'] : []),
      ...(resident.caution === '' ? [] : [resident.caution]),
    ],
    houseCaution: house.caution,
    photo: readPhoto(db, resident.dogId)?.jpeg,
  }
}

/** The words and signals of one dog, command by command; commands without either are left out. */
function cuesOf(db: Db, resident: Resident, now: EpochMs): readonly Cue[] {
  const words = wordsOf(db, resident)
  return ladderInUse(db, resident.residencyId, now).commands.flatMap((c): Cue[] => {
    const { word, signal } = words.told(c)
    return word === '' && signal === '' ? [] : [{ command: c.name, word, signal, own: words.isOwn(c.id) }]
  })
}

export interface WordsView {
  readonly today: string
  readonly kennel: string
  /** The words of a dog that has none of its own. */
  readonly house: readonly { readonly command: string; readonly word: string }[]
  readonly dogs: readonly {
    readonly residencyId: ResidencyId
    readonly run: string
    readonly name: string
    readonly release: string
    readonly marker: string
    readonly side: string
    readonly cues: readonly Cue[]
  }[]
}

/** The cue dictionary: every dog here with its words; the house's own are listed once. */
export function cueDictionary(db: Db, now: EpochMs): WordsView {
  const house = readHouse(db)
  const today = dayIn(house.timeZone, now)
  const dogs = [...residentsOn(db, today)].sort(byRun).map((r) => ({ ...r, cues: cuesOf(db, r, now) }))
  const used = new Set(dogs.flatMap((r) => r.cues.map((c) => c.command)))
  return {
    today,
    kennel: house.name,
    house: newestCurriculum(db).commands.flatMap((c) =>
      c.defaultCue === '' || (c.extra === true && !used.has(c.name)) ? [] : [{ command: c.name, word: c.defaultCue }],
    ),
    dogs: dogs.map((r) => ({
      residencyId: r.residencyId,
      run: r.runNumber,
      name: r.name,
      release: releaseText(r),
      marker: markText(r),
      side: sideText(r),
      cues: r.cues,
    })),
  }
}

export interface FeedingList {
  readonly today: string
  readonly kennel: string
  readonly meals: string
  readonly caution: string
  readonly rows: readonly {
    readonly run: string
    readonly name: string
    readonly feed: string
    readonly ration: string
    readonly training: string
    readonly bowl: string
    readonly notes: string
  }[]
}

/** The feeding list of a day, for the wall of the kitchen. */
export function feedingList(db: Db, now: EpochMs): FeedingList {
  const view = loadBowls(db, now)
  return {
    today: view.today,
    kennel: view.house.name,
    caution: view.house.caution,
    meals: view.house.meals.map((m) => `${m.name} ${minuteText(m.at, view.house.clock)}`).join(', '),
    rows: view.rows.map((r) => ({
      run: r.resident.runNumber,
      name: r.resident.name,
      feed: r.food ? (r.against.length > 0 ? 'choose another meal' : r.food.feed.name) : r.missing,
      ration: r.food && r.against.length === 0 ? foodShortText(r.food.ledger.rationGrams, view.house.unit) : '',
      training: r.food && r.against.length === 0 ? foodShortText(r.food.ledger.trainingGrams, view.house.unit) : '',
      bowl: r.food && r.against.length === 0 ? foodText(r.owed, view.house.unit, r.food.feed.cupGrams) : '',
      notes: [
        ...(r.paused === '' ? [] : [r.paused.toUpperCase()]),
        ...(r.food && r.against.length > 0 ? [`NOT ${r.food.feed.name}: ${objectionsText(r.against)}`] : []),
        ...r.allergies.map((a) => `NO ${a}`),
        ...r.medicines,
        ...(r.resident.biteHistory ? ['bite history'] : []),
        ...(r.resident.caution ? [r.resident.caution] : []),
      ].join('; '),
    })),
  }
}
