import { minuteText } from '@/core/clock'
import { addDays, dayIn, daysBetween, dateText, dayText } from '@/core/days'
import type { House } from '@/core/house/house'
import type { FewDealing } from '@/core/dealing'
import { fewBlocks, type FewBlocks } from '@/core/forecast/capacity'
import { verdictText } from '@/core/forecast/judged'
import type { FirstNext } from '@/core/coach/next'
import { buildWall } from '@/core/views/wall'
import type { UpNextRow, WallUnsaid, WallView } from '@/core/views/wallView'
import { firstName } from '@/core/people/names'
import { lastCall } from '@/store/calls'
import type { Db } from '@/store/database'
import { handoffsAfter } from '@/store/handoffs'
import { lastWorkedOn } from '@/store/facts/blocks'
import { readKennel } from '@/store/kennel'
import { findResident, residentsOn } from '@/store/residents'
import { newestCurriculum } from '@/store/curricula'
import { kennelForgetting } from '../context/forgetting'
import { ladderOfResident, readRules } from '../base/regimes'
import { standingOf, summarySteps } from '../record/standing'
import { capacityOf } from '../context/capacity'
import { firstFor, houseForNext } from '../context/next'
import { readVerdict } from '@/store/forecasts'
import { readHouse, readSpaces } from '@/store/house'
import { readyWith } from '../context/shown'
import { baselineFirst } from '../context/firstThings'
import { wallMinute } from '../base/clock'
import { wornAgainst } from '../context/leashPressure'
import { toldToLead } from '../context/soundness'
import { readToday } from '../context/today'
import { atOnce } from '../base/runYielding'
import { cachedForecastSteps } from '../record/cachedStanding'
import type { ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Whose wall it is: who holds a leash is told of what is theirs, a lead of what to see to. */
export interface WallFor {
  readonly me?: string | undefined
  readonly isLead?: boolean
}

/** Design choice: for so many days a lead is told on the wall of what was worn against policy. */
const wornDays = 14

/** Dogs that wore something against policy of late, each once with the newest. */
function wornLately(db: Db, today: string): WallPage['worn'] {
  const newest = new Map(wornAgainst(db, addDays(today, -wornDays)).map((w) => [w.residencyId, w]))
  return [...newest.values()].flatMap(({ residencyId, collar, day, against }) => {
    const resident = findResident(db, residencyId)
    return resident ? [{ residencyId, name: `${resident.runNumber} ${resident.name}`, collar, day, against }] : []
  })
}

/** When a handoff is, short enough for a run’s name to stand above it: on its day the hour, before that the day. */
function bookedText(from: number, today: string, { timeZone, clock, dates }: House): string {
  const day = dayIn(timeZone, from)
  return day === today ? minuteText(wallMinute(timeZone, from), clock) : dateText(day, dates)
}

const calledText = (call: ReturnType<typeof lastCall>, { timeZone, dates }: House): string =>
  call ? `called ${dayText(dayIn(timeZone, call.at), dates)} by ${firstName(call.by)}` : ''

/** The wall as it stands now, for who lets others in between. */
export function* wallSteps(db: Db, now: EpochMs, { me, isLead = false }: WallFor = {}): Generator<undefined, WallPage> {
  const today = dayIn(readKennel(db).timeZone, now)
  const here = yield* summarySteps(db, today, now, residentsOn(db, today))
  const chances = yield* cachedForecastSteps(db, today)
  const house = readRules(db)
  const kennel = readHouse(db)
  const booked = new Map(handoffsAfter(db, now).map((h) => [h.residencyId, bookedText(h.fromMs, today, kennel)]))
  const day = readToday(db, today, now)
  const dogs = here.map(([r, summary]) => {
    const not = day.not(r.residencyId)
    return {
      ...r,
      curriculum: ladderOfResident(db, r, now, house),
      summary: { ...summary, readyOn: readyWith(db, r.residencyId, summary).readyOn },
      booked: booked.get(r.residencyId) ?? '',
      called: calledText(lastCall(db, r.residencyId), kennel),
      not,
      untested: not === baselineFirst.short,
      unknown: day.unknown(r.residencyId),
      met: summary.readyOn !== undefined,
      blocks: day.blocks(r.residencyId),
      waited: daysBetween(lastWorkedOn(db, r.residencyId) ?? r.arrivesOn, today),
      told: chances.get(r.residencyId)?.told,
    }
  })
  const forgetting = kennelForgetting(db)
  const { floor, floorOutOfReach, fewBlocks: few } = kennel
  // Who needs no more, or may not be worked, asks for no block of the day.
  const claims = dogs.flatMap(({ residencyId, met, told: of, not }) =>
    met || !of || of.impossible || not === baselineFirst.short
      ? []
      : [{ residencyId, byBlocks: of.byBlocks, fromDay: 0, untilDay: 1 }],
  )
  const dealt = fewBlocks(claims, capacityOf(db, today).onHand(0))
  const view = buildWall(newestCurriculum(db), dogs, today, now, {
    model: forgetting.model,
    me,
    dates: kennel.dates,
    dealing: {
      floor: floor === 'yes',
      floorOutOfReach: floorOutOfReach === 'yes',
      few: few === 'most' ? dealt?.blocks : undefined,
    },
  })
  const shared = { today, spaces: readSpaces(db), forgetting, house: houseForNext(db, today, now) }
  yield
  const named = yield* namingTheSame(view, (residencyId) => {
    const dog = dogs.find((d) => d.residencyId === residencyId)
    if (!dog) return undefined
    const derived = standingOf(db, residencyId, now)
    return firstFor(db, { resident: dog, curriculum: dog.curriculum, derived, ...shared }, now)
  })
  const made = [...chances.values()].map((t) => t.madeAt)
  return {
    ...named,
    fewBlocks: isLead && dealt ? { ...dealt, dealing: few } : undefined,
    bad: verdictText(readVerdict(db)),
    warningToLead: isLead ? toldToLead(db, now) : '',
    worn: isLead ? wornLately(db, today) : [],
    toldMinute: made.length === 0 ? undefined : wallMinute(readKennel(db).timeZone, Math.min(...made)),
  }
}

/** Reads the wall without yielding. */
export const loadWall = atOnce(wallSteps)

/**
 * The wall, and since when what it says of chances stands, minutes after midnight: the oldest of them. `bad`: what is
 * to be said beside chances that turned out too high, too low or too sure; empty else. `warningToLead`: what a lead has
 * to see to; empty else.
 */
export type WallPage = WallView & {
  readonly toldMinute: number | undefined
  /** What today’s blocks come to where there are fewer than dogs, and how they are dealt; told to a lead. */
  readonly fewBlocks: (FewBlocks & { readonly dealing: FewDealing }) | undefined
  readonly bad: string
  readonly warningToLead: string
  /** Dogs that wore something of late that policy, consent or age spoke against; told to a lead. */
  readonly worn: readonly {
    readonly residencyId: ResidencyId
    readonly name: string
    readonly collar: string
    readonly day: string
    readonly against: string
  }[]
}

/** Design choice: so many dogs are named, and nobody reads on. */
const named = 8

/**
 * Up next names the very step that the dog’s page and its block begin with; a dog for which that is none stands with
 * those that wait, with the reason the other pages say.
 */
function* namingTheSame(
  view: WallUnsaid,
  nextOf: (residencyId: ResidencyId) => FirstNext | undefined,
): Generator<undefined, WallView> {
  const upNext: UpNextRow[] = []
  const later: WallView['later'][number][] = []
  for (const row of view.upNext) {
    const next = upNext.length < named ? nextOf(row.residencyId) : undefined
    if (next) yield
    if (next && !('rest' in next))
      upNext.push({
        ...row,
        why: row.why(),
        command: next.command,
        commandName: next.commandName,
        rungName: next.purpose === 'refresh' ? `${next.rungName}, refresher` : next.rungName,
      })
    else if (next)
      later.push({
        residencyId: row.residencyId,
        name: row.name,
        runNumber: row.runNumber,
        why: next.rest,
        untested: false,
      })
    // Nobody reads on.
    else upNext.push({ ...row, why: '' })
  }
  return { ...view, upNext, later: [...view.later, ...later] }
}
