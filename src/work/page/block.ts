import { z } from 'zod'
import { composeBlock, type BlockPlan } from '@/core/block/compose'
import { contextKey, type Seen } from '@/core/block/falling'
import type { Tried } from '@/core/coach/stuck'
import { startsOf, type Starts } from '@/core/coach/starts'
import { newestMinute, type SettleMinute } from '@/core/method/settle'
import type { Pace } from '@/core/promise/quota'
import type { Partner } from '@/core/block/partner'
import { unpaidRun } from '@/core/block/chance'
import { restUntil } from '@/core/block/rest'
import { collarsFor } from '@/core/dog/collar'
import { keepsComing, repeated } from '@/core/dog/signs'
import { ownRung } from '@/core/curriculum/lookup'
import { type Curriculum, kits, type PromptLevel } from '@/core/curriculum/types'
import { movingHelp } from '@/core/curriculum/words'
import { addDays, dayIn } from '@/core/days'
import { isYoung } from '@/core/coach/allowed'
import { waysOf, type HouseWays } from '@/core/measures'
import { openForMs, type SetFact } from '@/core/facts/fact'
import type { Judging } from '@/core/method/judging'
import { methodAt, type Method } from '@/core/method/rows'
import type { OwnerPromise } from '@/core/promise/ownerPromise'
import { foldDog } from '@/core/progress/fold'
import type { Forgetting } from '@/core/progress/memory'
import { newest, type Regime } from '@/core/progress/regime'
import type { Age } from '@/core/dog/early'
import { outcomeMade } from '@/core/progress/result'
import { lacksOf } from '@/core/promise/summary'
import type { DogState } from '@/core/progress/state'
import type { FactOf } from '@/core/facts/wire'
import { blocksOfDay, readCloses, readSigns } from '@/store/facts/blocks'
import type { Db } from '@/store/database'
import { collarsWorn } from '@/store/facts/gear'
import { settleMinutes } from '@/store/facts/paced'
import { atOnce } from '../scene/breaths'
import { triedOf } from '../scene/tried'
import { wordsOf } from '../scene/words'
import { pacesOf } from '../scene/paces'
import { openSets, paidSince } from '@/store/facts/read'
import { paidPieces, readFed } from '@/store/food'
import { allFeeds, readFeeds, readHouse, readSpaces, type SpaceRow } from '@/store/house'
import { readEntry } from '@/store/intake'
import { peopleOn, type Person } from '@/store/kennel'
import { readMethodChanges } from '@/store/method'
import { findResident, readPromises, residentsOn, type Resident } from '@/store/residents'
import { wallMinute } from '../scene/clock'
import { consentsOf } from '../scene/leashPressure'
import { allergiesOf, dayFood, foodWordsOf, forbiddenIn } from '../scene/food'
import { kennelForgetting } from '../scene/forgetting'
import { allRegimes, regimesOfResident } from '../scene/regimes'
import { toyOf } from './reward'
import { notWorked } from '../scene/firstThings'
import { nextFor } from '../scene/next'
import { standingOf } from '../record/refold'
import { aroundFor, partnerOf } from '../scene/around'
import { handlers } from '../scene/who'
import { setsOf } from '../record/kept'
import { byRun } from '@/core/inOrder'

/** Something to pay with. */
export interface BlockFeed {
  readonly id: string | null
  readonly name: string
  readonly tier: number
  readonly kcalPerPiece: number | null
}

/** All that a block needs on the device, so that nothing waits for the network. */
export interface BlockView {
  readonly resident: Resident
  readonly timeZone: string
  readonly ways: HouseWays
  /** Who is signed in and records. */
  readonly me: string
  /** The one command asked for by the address; undefined for a block as composed. */
  readonly command: string | undefined
  /** The ladder, rules and prompts that hold for this dog now. */
  readonly curriculum: Curriculum
  readonly judging: Judging
  readonly age: Age | undefined
  /** What is known to change while this page may be open: a birthday. */
  readonly ahead: readonly Regime[]
  readonly method: Method
  readonly forgetting: Forgetting
  readonly today: string
  readonly now: number
  /** The dog's state before the sets that follow; `since` is the moment that parts them. */
  readonly state: DogState
  readonly since: number
  /** Its newest sets, with their reps, as the kennel knows them. */
  readonly recent: readonly SetFact[]
  /** Those of them not closed, with the device that opened each. */
  readonly open: readonly { readonly id: string; readonly device: string }[]
  readonly promises: readonly OwnerPromise[]
  readonly places: readonly SpaceRow[]
  readonly people: readonly Person[]
  /** Those whom a suggestion may name. */
  readonly handlers: readonly string[]
  /** Places in which a dog works now that this one may not meet. */
  readonly barred: Readonly<Record<string, string>>
  readonly weather: { readonly temperatureC: number; readonly humidity: number | null } | undefined
  /** Its own cue words and signals, by command. */
  readonly cueWords: Readonly<Record<string, string>>
  readonly signals: Readonly<Record<string, string>>
  readonly plan: BlockPlan
  /** Why it is not to be worked now; empty when it may be. */
  readonly rest: string
  /** Nothing at all of it may be begun: it is paused, or its baseline comes first. */
  readonly shut: boolean
  /** Counts of reps at each rung in each context, for what is expected of it. */
  readonly seen: Readonly<Record<string, Seen>>
  readonly feeds: readonly BlockFeed[]
  /** Pieces of its own meal still to be paid today; undefined when nobody knows. */
  readonly piecesLeft: number | undefined
  /** What it plays with for pay, where it works for toys: the one kept for training, else the one it likes best. */
  readonly toy: string | undefined
  readonly allergies: readonly string[]
  readonly twoPeople: boolean
  /** What was noted for this time. */
  readonly note: { readonly text: string; readonly at: number; readonly by: string } | undefined
  /** When it may be worked again after its last block; undefined when it may. */
  readonly restsUntil: number | undefined
  readonly blocksToday: number
  /** Collars to choose from, and those it was worked on, the newest first. */
  readonly collars: readonly string[]
  readonly collarsWorn: readonly string[]
  /** Signs of being over threshold keep coming. */
  readonly signsKeepComing: boolean
  /** What is wrong with its promises: none was made, or its ladder does not have what was; empty otherwise. */
  readonly lacks: string
  readonly young: boolean
  /** Minutes since the last meal of the house, today. */
  readonly mealMinutesAgo: number | null
  readonly self: Partner
  readonly others: readonly (Partner & { readonly toys: boolean })[]
  readonly pressure: { readonly devices: readonly string[]; readonly consents: readonly string[] }
  /** Place and leash holder of the newest set, to begin with. */
  readonly last: { readonly placeId: string | undefined; readonly personId: string | undefined }
  /** Clean reps in a row that went unpaid before this page was made; undefined when none are known. */
  readonly unpaid: number | undefined
  /** The newest minute on the tether; undefined when none was told apart. */
  readonly settle: SettleMinute | undefined
  /** A handful in the bowl of a recall drill, grams of its meal. */
  readonly handfulGrams: number
  /** What of its meal is still to be eaten today, grams; undefined when nobody knows. */
  readonly mealLeftGrams: number | undefined
  /** How the numbers to reach stand, by command. */
  readonly paces: Readonly<Record<string, Pace>>
  /** What was tried where it was stuck. */
  readonly tried: readonly Tried[]
  /** The help that was said last of each command that walks or comes. */
  readonly lastHelp: Readonly<Record<string, PromptLevel>>
  /** How rungs went from each start that was noted, by rung. */
  readonly starts: Readonly<Record<string, Starts>>
  /** A rung to be compared on two pieces of kit, and the kit of today's sets at it, oldest first. */
  readonly trial: (KitTrial & { readonly done: readonly string[] }) | undefined
}

/** What two pieces of kit are to be compared on. */
export interface KitTrial {
  readonly rungId: string
  readonly kits: readonly [FactOf<'set-opened'>['kit'], FactOf<'set-opened'>['kit']]
}

const trialQuery = z.object({
  rung: z.string(),
  kit: z.tuple([z.enum(kits), z.enum(kits)]).refine(([a, b]) => a !== b),
})

/** The comparison asked for by an address, undefined when none is, or a refusal. */
export function readTrial(query: Readonly<Record<string, unknown>>): KitTrial | undefined | { readonly refused: true } {
  if (query['kit'] === undefined && query['rung'] === undefined) return undefined
  const parsed = trialQuery.safeParse(query)
  return parsed.success ? { rungId: parsed.data.rung, kits: parsed.data.kit } : { refused: true }
}

/** A page may be open for so long. */
const aheadMs = 2 * 86_400_000

/**
 * House: sets younger than this are folded on the device, where further reps of them may lie. Devices forget what was
 * sent after two days.
 */
const recentMs = 2 * 86_400_000

/**
 * A dog's block, composed, or of one command, for who lets others in between; undefined for an unknown dog or command.
 * What a device goes on from is read in one step.
 */
export function* blockSteps(
  db: Db,
  residencyId: string,
  commandId: string | undefined,
  me: string,
  now: number,
  trial?: KitTrial,
): Generator<undefined, BlockView | undefined> {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const regimes = regimesOfResident(db, resident, now)
  const ahead = allRegimes(db, resident).filter((r) => r.from > now && r.from < now + aheadMs)
  const { curriculum, judging, from, age } = newest(regimes)
  const command = commandId === undefined ? undefined : curriculum.commands.find((c) => c.id === commandId)
  if ((commandId !== undefined && !command) || (trial && ownRung(curriculum, trial.rungId)?.command.id !== commandId))
    return undefined
  const house = readHouse(db)
  const today = dayIn(house.timeZone, now)
  const people = peopleOn(db, today)
  const places = readSpaces(db)
  const forgetting = kennelForgetting(db)
  const derived = standingOf(db, residencyId, now)
  yield
  const sets = setsOf(db, residencyId)
  const since = Math.max(now - recentMs, from)
  const open = openSets(db, residencyId, now - openForMs)
  const unpaid = unpaidRun(paidSince(db, residencyId, now - recentMs))
  yield
  // A set belongs to the older ones only when it is closed and every rep of it does. One open while the rules change
  // goes on under the new ones.
  const isRecent = (s: SetFact): boolean =>
    open.some((o) => o.id === s.id) ||
    s.reps.some((r) => r.at >= since) ||
    (s.reps.length === 0 && s.day >= dayIn(house.timeZone, since))
  const method = methodAt(readMethodChanges(db), now)
  const next = nextFor(db, { resident, curriculum, derived, today, spaces: places, forgetting, sets }, now)
  yield
  const state = foldDog(
    regimes,
    sets.filter((s) => !isRecent(s)),
  )
  yield
  const around = aroundFor(
    db,
    resident,
    { today, spaces: places, people: handlers(people), method, forgetting: forgetting.model },
    now,
  )
  const young = isYoung(resident.traits, today)
  const words = wordsOf(db, resident)
  const shut = notWorked(db, residencyId, today) !== ''
  const closes = readCloses(db, residencyId, 20)
  const blocks = blocksOfDay(db, residencyId, today)
  const last = sets.findLast((s) => s.turn !== 'owner')
  const minute = wallMinute(house.timeZone, now)
  const meal = house.meals
    .map((m) => m.at)
    .filter((at) => at <= minute)
    .sort((a, b) => b - a)[0]
  return {
    resident,
    timeZone: house.timeZone,
    ways: waysOf(house),
    me,
    command: command?.id,
    curriculum,
    judging,
    age,
    ahead,
    method,
    forgetting: forgetting.model,
    today,
    now,
    since,
    state,
    recent: sets.filter(isRecent),
    open,
    promises: readPromises(db, residencyId),
    places,
    people,
    handlers: handlers(people),
    barred: Object.fromEntries(around.barred ?? []),
    weather: around.weather,
    cueWords: Object.fromEntries(curriculum.commands.map((c) => [c.id, words.word(c)])),
    signals: Object.fromEntries(curriculum.commands.map((c) => [c.id, words.signal(c)])),
    lacks: lacksOf(derived.summary),
    // A dog that is not worked is not warmed up either.
    plan: !shut
      ? composeBlock({
          curriculum,
          state: derived.state,
          standings: derived.summary.commands,
          next: next.sets,
          dog: { traits: resident.traits, arrivesOn: resident.arrivesOn },
          around,
        })
      : { items: [], sure: [], work: [] },
    rest: next.rest,
    shut,
    seen: seenIn(curriculum, sets),
    ...foodFor(db, resident, today),
    toy: resident.traits.toys ? toyOf(db, residencyId) : undefined,
    allergies: allergiesOf(db, residencyId),
    twoPeople: readEntry(db, residencyId, 'health')?.entry.twoPeople ?? false,
    note: closes.flatMap((c) => (c.note === '' ? [] : [{ text: c.note, at: c.at, by: c.by }]))[0],
    restsUntil: restsUntil(blocks, closes, open, now),
    blocksToday: blocks.length,
    signsKeepComing: keepsComing(
      readSigns(db, residencyId, addDays(today, -repeated.days)),
      addDays(today, -repeated.days),
    ),
    young,
    mealMinutesAgo: meal === undefined ? null : minute - meal,
    self: partnerOf(db, resident),
    others: residentsOn(db, today)
      .filter((r) => r.residencyId !== residencyId)
      .sort(byRun)
      .map((r) => ({ ...partnerOf(db, r), toys: r.traits.toys })),
    collars: collarsFor(
      house.devices.map((d) => d.name),
      resident.traits,
    ),
    collarsWorn: collarsWorn(db, residencyId),
    pressure: { devices: house.devices.map((d) => d.name), consents: consentsOf(db, residencyId, now) },
    settle: newestMinute(settleMinutes(db, residencyId)),
    handfulGrams: house.handfulGrams,
    paces: pacesOf(db, resident, curriculum, today),
    lastHelp: lastHelpIn(curriculum, sets),
    starts: startsIn(curriculum, sets),
    tried: triedOf(db, residencyId, curriculum, sets),
    unpaid,
    last: { placeId: last?.placeId, personId: people.find((p) => p.id === last?.leashHolder)?.id },
    trial: trial && {
      ...trial,
      done: sets
        .filter(
          (s) => s.rungId === trial.rungId && s.day === today && !open.some((o) => o.id === s.id) && s.reps.length > 0,
        )
        .map((s) => s.kit),
    },
  }
}

/** The same at one go. */
export const loadBlock = atOnce(blockSteps)

/** The newest help said of each command that walks or comes: the leash, the voice, the body or food. */
function lastHelpIn(curriculum: Curriculum, sets: readonly SetFact[]): Readonly<Record<string, PromptLevel>> {
  const found: Record<string, PromptLevel> = {}
  for (const set of sets) {
    const rung = ownRung(curriculum, set.rungId)?.rung
    if (rung?.kind !== 'recall' && rung?.kind !== 'heel') continue
    const said = set.reps.findLast((r) => r.outcome === 'helped' && movingHelp.some((h) => h === r.prompt))?.prompt
    if (said) found[rung.command] = said
  }
  return found
}

/** How each rung went from the starts that were noted, where any was. */
function startsIn(curriculum: Curriculum, sets: readonly SetFact[]): Readonly<Record<string, Starts>> {
  const noted = new Set(sets.flatMap((s) => (s.startPosition ? [s.rungId] : [])))
  return Object.fromEntries(
    [...noted].flatMap((id) => {
      const rung = ownRung(curriculum, id)?.rung
      return rung ? [[id, startsOf(rung, sets)] as const] : []
    }),
  )
}

/** How its reps went at each rung in each context. */
function seenIn(curriculum: Curriculum, sets: readonly SetFact[]): Readonly<Record<string, Seen>> {
  const seen: Record<string, { clean: number; total: number }> = {}
  for (const set of sets) {
    const rung = ownRung(curriculum, set.rungId)?.rung
    const counts = (seen[contextKey(set)] ??= { clean: 0, total: 0 })
    for (const rep of set.reps) {
      counts.total++
      if (outcomeMade(rung, rep) === 'clean') counts.clean++
    }
  }
  return seen
}

/** When its rest after the last block of the day is over; undefined when it is, or when a block is still under way. */
function restsUntil(
  blocks: ReturnType<typeof blocksOfDay>,
  closes: ReturnType<typeof readCloses>,
  open: readonly unknown[],
  now: number,
): number | undefined {
  const last = blocks.at(-1)
  if (!last || open.length > 0) return undefined
  const close = closes.find((c) => c.blockId === last.blockId)
  const until = restUntil(close?.at ?? last.to, close?.stressful ?? false)
  return until > now ? until : undefined
}

/** What it may be paid with, own meal first, and how many pieces of that are left. */
function foodFor(db: Db, resident: Resident, today: string): Pick<BlockView, 'feeds' | 'piecesLeft' | 'mealLeftGrams'> {
  const allergies = allergiesOf(db, resident.residencyId)
  const food = dayFood(
    db,
    resident,
    allFeeds(db),
    readFed(db, today, resident.residencyId),
    paidPieces(db, today).get(resident.residencyId) ?? [],
  )
  const others = readFeeds(db).filter(
    (f) =>
      f.id !== food?.feed.id &&
      f.kcalPerPiece !== null &&
      forbiddenIn(f, allergies, foodWordsOf(readHouse(db))).length === 0,
  )
  return {
    feeds: [
      { id: null, name: food?.feed.name ?? 'own meal', tier: 1, kcalPerPiece: food?.feed.kcalPerPiece ?? null },
      ...others.map((f) => ({ id: f.id, name: f.name, tier: f.tier, kcalPerPiece: f.kcalPerPiece })),
    ],
    piecesLeft: food?.ledger.piecesLeft,
    mealLeftGrams: food?.ledger.owedGrams,
  }
}
