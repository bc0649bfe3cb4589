import { unpaidRun } from '@/core/block/randomDraws'
import { composeBlock } from '@/core/block/compose'
import { restUntil } from '@/core/block/rest'
import { isYoung } from '@/core/coach/allowed'
import { ownRung } from '@/core/curriculum/lookup'
import type { Curriculum } from '@/core/curriculum/types'
import { addDays, dayIn } from '@/core/days'
import { collarsFor } from '@/core/dog/collar'
import { keepsComing, repeated } from '@/core/dog/signs'
import { markOf } from '@/core/facts/deviceMark'
import { openForMs, type SetFact } from '@/core/facts/fact'
import type { House } from '@/core/house/house'
import { byRun } from '@/core/inOrder'
import { waysOf } from '@/core/measures'
import { methodAt } from '@/core/method/method'
import { newestMinute } from '@/core/method/settle'
import { foldDog } from '@/core/progress/fold'
import { newest } from '@/core/progress/regime'
import { lacksOf } from '@/core/promise/summary'
import type { Db } from '@/store/database'
import { blocksOfDay, readCloses, readSigns } from '@/store/facts/blocks'
import { collarsWorn } from '@/store/facts/gear'
import { settleMinutes } from '@/store/facts/paced'
import { openSets, paidSince } from '@/store/facts/read'
import { readHouse, readSpaces } from '@/store/house'
import { readEntry } from '@/store/intake'
import { peopleOn } from '@/store/kennel'
import { readMethodChanges } from '@/store/method'
import { findResident, readPromises, residentsOn, type Resident } from '@/store/residents'
import { setsOf } from '../record/cachedStanding'
import { standingOf } from '../record/standing'
import { aroundFor, partnerOf } from '../context/around'
import { atOnce } from '../base/runYielding'
import { wallMinute } from '../base/clock'
import { notWorked, wantsBaseline } from '../context/firstThings'
import { kennelForgetting } from '../context/forgetting'
import { consentsOf } from '../context/leashPressure'
import { nextFor } from '../context/next'
import { pacesOf } from '../context/paces'
import { allRegimes, regimesOfResident } from '../base/regimes'
import { sharedOf } from '../context/shared'
import { triedOf } from '../context/tried'
import { seenIn, startsIn } from '../context/went'
import { handlers } from '../base/who'
import { wordsOf } from '../context/words'
import { payFor } from './blockPay'
import type { BlockView } from './blockView'
import type { KitTrial } from './kitTrial'
import type { CommandId, ResidencyId, RungId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** A page may be open for so long. */
const aheadMs = 2 * 86_400_000

/**
 * Design choice: sets younger than this are folded on the device, where further reps of them may lie. Devices forget
 * what was sent after two days.
 */
const recentMs = 2 * 86_400_000

/**
 * A dog's block, composed, or of one command, for who lets others in between; undefined for an unknown dog or command.
 * What a device goes on from is read in one step.
 */
export function* blockSteps(
  db: Db,
  residencyId: ResidencyId,
  commandId: CommandId | undefined,
  me: string,
  now: EpochMs,
  trial?: KitTrial,
): Generator<undefined, BlockView | undefined> {
  const resident = findResident(db, residencyId)
  if (!resident) return undefined
  const regimes = regimesOfResident(db, resident, now)
  const ahead = allRegimes(db, resident).filter((r) => r.fromMs > now && r.fromMs < now + aheadMs)
  const { curriculum, judging, fromMs: from, age } = newest(regimes)
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
  const conditions = aroundFor(
    db,
    resident,
    { today, spaces: places, people: handlers(people), method, forgetting: forgetting.model },
    now,
  )
  const isLocked = notWorked(db, residencyId, today) !== ''
  const last = sets.findLast((s) => s.turn !== 'owner')
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
    // Pages are told which device is which, and none of their names.
    recent: sets.filter(isRecent).map((s) => ({ ...s, reps: s.reps.map((r) => ({ ...r, device: markOf(r.device) })) })),
    open: open.map((o) => ({ ...o, device: markOf(o.device) })),
    promises: readPromises(db, residencyId),
    places,
    people,
    handlers: handlers(people),
    barred: Object.fromEntries(conditions.barred ?? []),
    weather: conditions.weather,
    ...saidTo(db, resident, curriculum),
    lacks: lacksOf(derived.summary),
    // A dog that is not worked is not warmed up either.
    plan: !isLocked
      ? composeBlock({
          curriculum,
          state: derived.state,
          statuses: derived.summary.commands,
          next: next.sets,
          dog: { traits: resident.traits, arrivesOn: resident.arrivesOn },
          conditions,
        })
      : { items: [], sure: [], work: [] },
    rest: next.rest,
    wantsBaseline: wantsBaseline(db, residencyId, today),
    shut: isLocked,
    ...payFor(db, resident, today),
    ...aroundItsBlocks(db, residencyId, today, open, now),
    young: isYoung(resident.traits, today),
    twoPeople: readEntry(db, residencyId, 'health')?.entry.twoPeople ?? false,
    mealMinutesAgo: mealMinutesAgo(house, now),
    ...company(db, resident, today),
    ...gear(db, resident, house, now),
    settle: newestMinute(settleMinutes(db, residencyId)),
    handfulGrams: house.handfulGrams,
    paces: pacesOf(db, resident, curriculum, derived.summary, today),
    seen: seenIn(curriculum, sets),
    starts: startsIn(curriculum, sets),
    tried: triedOf(db, residencyId, curriculum, sets),
    shared: sharedOf(db, residencyId, derived.summary),
    unpaid,
    last: { placeId: last?.placeId, personId: people.find((p) => p.id === last?.leashHolder)?.id },
    trial: trial && { ...trial, done: closedToday(sets, open, trial.rungId, today) },
  }
}

/** Reads the page of a block without yielding. */
export const loadBlock = atOnce(blockSteps)

/** Its own cue words and signals. */
function saidTo(db: Db, resident: Resident, { commands }: Curriculum): Pick<BlockView, 'cueWords' | 'signals'> {
  const words = wordsOf(db, resident)
  return {
    cueWords: Object.fromEntries(commands.map((c) => [c.id, words.word(c)])),
    signals: Object.fromEntries(commands.map((c) => [c.id, words.signal(c)])),
  }
}

/** What its earlier blocks leave to know before the next. */
function aroundItsBlocks(
  db: Db,
  residencyId: ResidencyId,
  today: string,
  open: readonly unknown[],
  now: EpochMs,
): Pick<BlockView, 'note' | 'restsUntil' | 'blocksToday' | 'signsKeepComing'> {
  const closes = readCloses(db, residencyId, 20)
  const blocks = blocksOfDay(db, residencyId, today)
  const signsFrom = addDays(today, -repeated.days)
  return {
    note: closes.flatMap((c) => (c.note === '' ? [] : [{ text: c.note, at: c.at, by: c.by }]))[0],
    restsUntil: restsUntil(blocks, closes, open, now),
    blocksToday: blocks.length,
    signsKeepComing: keepsComing(readSigns(db, residencyId, signsFrom), signsFrom),
  }
}

/** When its rest after the last block of the day is over; undefined when it is, or when a block is still under way. */
function restsUntil(
  blocks: ReturnType<typeof blocksOfDay>,
  closes: ReturnType<typeof readCloses>,
  open: readonly unknown[],
  now: EpochMs,
): number | undefined {
  const last = blocks.at(-1)
  if (!last || open.length > 0) return undefined
  const close = closes.find((c) => c.blockId === last.blockId)
  const until = restUntil(close?.at ?? last.to, close?.stressful ?? false)
  return until > now ? until : undefined
}

/** Minutes since the last meal of the house, today; null before the first. */
function mealMinutesAgo(house: House, now: EpochMs): number | null {
  const minute = wallMinute(house.timeZone, now)
  const eaten = house.meals.map((m) => m.at).filter((at) => at <= minute)
  return eaten.length === 0 ? null : minute - Math.max(...eaten)
}

/** What dogs that work together are told of one another. */
function company(db: Db, resident: Resident, today: string): Pick<BlockView, 'self' | 'others'> {
  return {
    self: partnerOf(db, resident),
    others: residentsOn(db, today)
      .filter((r) => r.residencyId !== resident.residencyId)
      .sort(byRun)
      .map((r) => ({ ...partnerOf(db, r), toys: r.traits.toys })),
  }
}

/** What it may wear, wore, and what of leash pressure is agreed to. */
function gear(
  db: Db,
  { residencyId, traits }: Resident,
  house: House,
  now: EpochMs,
): Pick<BlockView, 'collars' | 'collarsWorn' | 'pressure'> {
  const devices = house.devices.map((d) => d.name)
  return {
    collars: collarsFor(devices, traits),
    collarsWorn: collarsWorn(db, residencyId),
    pressure: { devices, consents: consentsOf(db, residencyId, now) },
  }
}

/** Today's sets of a rung that are over. */
function closedToday(
  sets: readonly SetFact[],
  open: readonly { readonly id: string }[],
  rungId: RungId,
  today: string,
): readonly SetFact[] {
  return sets.filter(
    (s) => s.rungId === rungId && s.day === today && s.reps.length > 0 && !open.some((o) => o.id === s.id),
  )
}
