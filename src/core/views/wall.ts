import { findCommand, findRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { addDays, daysBetween, sayDay } from '../days'
import type { PromiseStanding } from '../promise/promise'
import { daysToHold } from '../progress/state'
import type { Forecast } from '../forecast/forecast'
import { upNext, usualDealing, type Dealing, type NeedOfCommand, type Turn, type UpNext } from '../forecast/upNext'
import { houseForgetting, type Forgetting } from '../progress/memory'
import type { CommandStanding, StandingWord } from '../promise/standing'
import { lacksOf, type Summary } from '../promise/summary'
import { sayChance } from '../forecast/forecast'
import { sayGain, sayTrend, sayWhyChance } from './forecast'
import { figuresOf, lineOf, needsRefresher, type LineView } from './line'

export interface WallDog {
  readonly residencyId: string
  readonly name: string
  readonly runNumber: string
  readonly arrivesOn: string
  /** Why no block of it can begin now: it rests, has had its blocks, is paused; empty when one can. */
  readonly not?: string
  /** Nothing of it is worked before its baseline. */
  readonly untested?: boolean
  /** Everything promised is met, whatever else ready waits for. */
  readonly met?: boolean
  /** Blocks it had today. */
  readonly blocks?: number
  /** What is said of it; undefined while nothing is yet. */
  readonly told?: Forecast | undefined
  readonly leavesOn: string
  readonly caution: string
  readonly biteHistory: boolean
  /** The ladder this dog climbs. */
  readonly curriculum: Curriculum
  readonly summary: Summary
  /** A handoff is booked. */
  readonly booked: boolean
}

export interface WallCell {
  readonly command: string
  readonly word: StandingWord
  readonly figures: string
  readonly promised: boolean
  readonly stale: boolean
  readonly stuck: boolean
  readonly line: LineView
  /** The rung in hand, by name. */
  readonly inHand: string
}

export interface WallRow {
  readonly residencyId: string
  readonly name: string
  readonly runNumber: string
  readonly daysLeft: number
  readonly leavesOn: string
  readonly caution: string
  readonly biteHistory: boolean
  readonly ready: boolean
  readonly booked: boolean
  /** What is wrong with its promises: none was made, or its ladder does not have what was; empty otherwise. */
  readonly lacks: string
  readonly reach: UpNext['reach'] | 'nothing needed'
  /** To be ready when it goes home, 0–1; −1 while nothing is said. */
  readonly chance: number
  /** The same in words; empty while nothing is said. */
  readonly said: string
  /** Which way it went since an earlier day: 1 up, −1 down; in words. */
  readonly trend: -1 | 0 | 1
  readonly trendSaid: string
  /** One for each command shown. */
  readonly cells: readonly WallCell[]
}

export interface UpNextRow {
  readonly residencyId: string
  readonly name: string
  readonly runNumber: string
  readonly biteHistory: boolean
  /** A promise lacks people, and who looks is none of those it has been met with. */
  readonly yours: boolean
  readonly command: string
  readonly commandName: string
  readonly rungName: string
  readonly daysLeft: number
  readonly reach: UpNext['reach']
  readonly turn: Turn
  readonly reason: string
  readonly why: string
}

export interface RingRow {
  readonly residencyId: string
  readonly name: string
  readonly runNumber: string
  readonly daysLeft: number
  readonly leavesOn: string
  /** Nothing was promised, or nothing of it can be kept: said instead of figures. */
  readonly reason: string
  readonly why: string
}

export interface WallView {
  readonly commands: readonly { readonly id: string; readonly name: string }[]
  readonly rows: readonly WallRow[]
  readonly upNext: readonly UpNextRow[]
  /** Dogs that will not make their date: their owners are to be rung. A task of its own, and no block. */
  readonly ring: readonly RingRow[]
  /** Dogs that need something and cannot be worked just now, with the reason. */
  readonly later: readonly {
    readonly residencyId: string
    readonly name: string
    readonly runNumber: string
    readonly why: string
    /** Its baseline comes before any work. */
    readonly untested: boolean
  }[]
  /** Dogs that get no block now though they need something, with the reason. */
  readonly passedOver: readonly {
    readonly residencyId: string
    readonly name: string
    readonly runNumber: string
    readonly why: string
  }[]
}

/** A wall whose dogs to come have not said yet why: few of them are named, and it takes as long as all the rest. */
export type WallUnsaid = Omit<WallView, 'upNext'> & {
  readonly upNext: readonly (Omit<UpNextRow, 'why'> & { readonly why: () => string })[]
}

/** The wall at this moment: every resident against the curriculum, and who most needs a block now. */
export function buildWall(
  curriculum: Curriculum,
  dogs: readonly WallDog[],
  today: string,
  now: number,
  model: Forgetting = houseForgetting,
  me?: string,
  dealing: Dealing = usualDealing,
): WallUnsaid {
  const ranked = upNext(
    dogs.map((dog) => ({
      residencyId: dog.residencyId,
      runNumber: dog.runNumber,
      daysLeft: daysBetween(today, dog.leavesOn),
      told: dog.told,
      ready: isMet(dog),
      blocks: dog.blocks ?? 0,
      needs: needsOf(dog.curriculum, dog.summary, today, now, model),
      not: notNow(dog, today),
    })),
    dealing,
  )
  const byDog = new Map(ranked.map((r) => [r.residencyId, r]))
  const dogById = new Map(dogs.map((d) => [d.residencyId, d]))
  const shown = shownCommands(curriculum, dogs)
  return {
    commands: shown,
    rows: dogs.map((dog) => wallRow(shown, dog.curriculum, dog, byDog.get(dog.residencyId), today, now, model)),
    upNext: ranked.flatMap((r) => {
      const dog = dogById.get(r.residencyId)
      return dog && r.turn !== 'passed-over' && r.not === '' && r.command !== undefined
        ? [upNextRow(dog.curriculum, dog, r, r.command, today, me)]
        : []
    }),
    ring: dogs.flatMap((dog) => {
      const r = byDog.get(dog.residencyId)
      return r?.reach === 'out of reach' && r.turn !== 'ready' ? [ringRow(dog, r, today)] : []
    }),
    later: ranked.flatMap((r) => {
      const dog = dogById.get(r.residencyId)
      return dog && (r.turn !== 'passed-over' || dog.untested) && r.not !== ''
        ? [
            {
              residencyId: dog.residencyId,
              name: dog.name,
              runNumber: dog.runNumber,
              why: r.not,
              untested: dog.untested === true,
            },
          ]
        : []
    }),
    passedOver: ranked.flatMap((r) => {
      const dog = dogById.get(r.residencyId)
      return dog && r.turn === 'passed-over' && dog.untested !== true
        ? [
            {
              residencyId: dog.residencyId,
              name: dog.name,
              runNumber: dog.runNumber,
              why:
                (dog.blocks ?? 0) > 0
                  ? 'had its block today; more would not bring it to its date'
                  : 'will not make its date, and the house keeps no block for such a dog',
            },
          ]
        : []
    }),
  }
}

const isMet = (dog: WallDog): boolean => dog.met ?? dog.summary.readyOn !== undefined

/** Why no block of this dog can begin now; empty when one can. First evening: a light walk and rest, no training. */
const notNow = (dog: WallDog, today: string): string =>
  dog.arrivesOn >= today ? 'came today: a light walk and rest' : (dog.not ?? '')

/** What each promise needs, with refreshers that are due and whether it can be worked today. */
export function needsOf(
  curriculum: Curriculum,
  summary: Summary,
  today: string,
  now: number,
  model: Forgetting = houseForgetting,
): readonly NeedOfCommand[] {
  return summary.needs.flatMap((need) => {
    const standing = summary.commands.find((c) => c.command === need.command)
    if (!standing) return []
    const due = needsRefresher(standing, now, model)
    return [
      {
        command: need.command,
        reps: need.reps,
        days: need.days,
        refresher: due ? refresherReps(curriculum, standing) : 0,
        work: due ? need.command : workFor(summary, standing, today),
      },
    ]
  })
}

/** The command of the next step, unless that one is promised too and so has a need of its own. */
function workFor(summary: Summary, standing: CommandStanding, today: string): string | undefined {
  const { next } = standing
  // What was met today waits for another day, here and in each place and with each person.
  if (
    !next ||
    next.metOn === today ||
    (provesWhy.has(next.why) && standing.promises.every((p) => p.met || !lacksToday(p, today)))
  )
    return undefined
  const { command } = next
  if (command === standing.command) return command
  return summary.needs.some((n) => n.command === command) ? undefined : command
}

const provesWhy: ReadonlySet<string> = new Set(['level', 'new-place', 'new-hands'])

/** Whether something of a promise can still be met today that today has not brought yet. */
function lacksToday(p: PromiseStanding, today: string): boolean {
  const lacks = (evidence: PromiseStanding['places'], wanted: number) =>
    evidence.filter((e) => e.days.length >= daysToHold || e.days.includes(today)).length < wanted
  return (
    (p.heldSince === undefined && !p.days.includes(today)) ||
    lacks(p.places, p.promise.places) ||
    lacks(p.people, p.promise.people)
  )
}

function refresherReps(curriculum: Curriculum, standing: CommandStanding): number {
  const run = standing.runs.find((r) => r.top >= 0)
  const rung = findCommand(curriculum, standing.command)?.runs.find((r) => r.id === run?.id)?.rungs[run?.top ?? 0]
  return rung?.setReps ?? 0
}

/** Commands that anybody here was promised, in teaching order; all of them while nobody was promised anything. */
function shownCommands(curriculum: Curriculum, dogs: readonly WallDog[]): WallView['commands'] {
  const promised = new Set<string>()
  for (const dog of dogs)
    for (const c of dog.summary.commands) if (c.promise || c.word === 'slipping') promised.add(c.command)
  const all = curriculum.commands.map((c) => ({ id: c.id, name: c.name }))
  const shown = all.filter((c) => promised.has(c.id))
  return shown.length > 0 ? shown : all
}

function wallRow(
  shown: WallView['commands'],
  curriculum: Curriculum,
  dog: WallDog,
  need: UpNext | undefined,
  today: string,
  now: number,
  model: Forgetting,
): WallRow {
  return {
    residencyId: dog.residencyId,
    name: dog.name,
    runNumber: dog.runNumber,
    daysLeft: daysBetween(today, dog.leavesOn),
    leavesOn: dog.leavesOn,
    caution: dog.caution,
    biteHistory: dog.biteHistory,
    ready: dog.summary.readyOn !== undefined,
    lacks: lacksOf(dog.summary),
    booked: dog.booked,
    reach: isMet(dog) ? 'nothing needed' : (need?.reach ?? 'nothing needed'),
    chance: !need || isMet(dog) ? 1 : (dog.told?.chance ?? -1),
    said: need && dog.told && !isMet(dog) ? sayChance(dog.told.chance) : '',
    trend: !need || isMet(dog) || !dog.told?.trend ? 0 : dog.told.trend.was < dog.told.chance ? 1 : -1,
    trendSaid: need && dog.told && !isMet(dog) ? sayTrend(dog.told) : '',
    cells: shown.map(({ id }) => {
      const standing = dog.summary.commands.find((c) => c.command === id)
      return standing ? wallCell(curriculum, standing, now, model) : absentCell(id)
    }),
  }
}

function wallCell(curriculum: Curriculum, standing: CommandStanding, now: number, model: Forgetting): WallCell {
  const run = findCommand(curriculum, standing.command)?.runs.find((r) => r.id === standing.mainRun)
  const state = standing.runs.find((r) => r.id === standing.mainRun)
  return {
    command: standing.command,
    word: standing.word,
    figures: figuresOf(standing),
    promised: standing.promise !== undefined,
    stale: needsRefresher(standing, now, model),
    stuck: standing.stuck !== undefined,
    line: lineOf(standing, now, model),
    inHand: run?.rungs[state?.position ?? 0]?.name ?? 'top of the ladder',
  }
}

/** A command that this dog's ladder does not have. */
const absentCell = (command: string): WallCell => ({
  command,
  word: 'not started',
  figures: '',
  promised: false,
  stale: false,
  stuck: false,
  inHand: 'not in this dog’s ladder',
  line: { size: 1, position: 0, top: -1, promised: undefined, sag: 0, proofed: 0 },
})

/** Whether this person is one more that a promise of the command can be met with. */
const counts = (standing: CommandStanding | undefined, me: string): boolean =>
  standing?.promises.some(
    (p) =>
      !p.met &&
      p.peopleHeld < p.promise.people &&
      !p.people.some((e) => e.id === me && e.days.length >= daysToHold) &&
      p.people.length > 0,
  ) ?? false

function upNextRow(
  curriculum: Curriculum,
  dog: WallDog,
  r: UpNext,
  command: string,
  today: string,
  me: string | undefined,
): WallUnsaid['upNext'][number] {
  const standing = dog.summary.commands.find((c) => c.command === command)
  const rung = standing?.next ? findRung(curriculum, standing.next.rungId)?.rung : undefined
  const daysLeft = daysBetween(today, dog.leavesOn)
  return {
    residencyId: dog.residencyId,
    name: dog.name,
    runNumber: dog.runNumber,
    biteHistory: dog.biteHistory,
    yours: me !== undefined && counts(standing, me),
    command,
    commandName: findCommand(curriculum, command)?.name ?? command,
    rungName: rung?.command === command ? rung.name : 'refresher',
    daysLeft,
    reach: r.reach,
    turn: r.turn,
    reason: reasonOf(dog, r),
    why: () => whyNext(dog, r),
  }
}

/** A dog that will not make its date, and what its owner is to be told. */
function ringRow(dog: WallDog, r: UpNext, today: string): RingRow {
  const daysLeft = daysBetween(today, dog.leavesOn)
  return {
    residencyId: dog.residencyId,
    name: dog.name,
    runNumber: dog.runNumber,
    daysLeft,
    leavesOn: dog.leavesOn,
    reason: [dog.told ? `${sayChance(dog.told.chance)} to be ready` : '', sayWhen(dog, r, daysLeft)]
      .filter((part) => part !== '')
      .join('; '),
    why: whyNext(dog, r),
  }
}

/** By when it would be ready, or that the days themselves do not fit. */
function sayWhen({ told }: WallDog, r: UpNext, daysLeft: number): string {
  if (told?.impossible === true) return 'something promised cannot be met here'
  if (r.daysNeeded > daysLeft) return `needs ${r.daysNeeded} days at the least, ${daysLeft} left`
  if (!told) return ''
  const half = told.days[2]
  return half === null ? 'more than four weeks too late' : `as likely as not by ${sayDay(addDays(told.today, half))}`
}

function reasonOf({ told, blocks = 0 }: WallDog, r: UpNext): string {
  if (r.turn === 'ready') return 'ready; a refresher is due'
  if (!told) return 'its chance is being reckoned'
  const had = blocks === 0 ? '' : `${blocks} ${blocks === 1 ? 'block' : 'blocks'} today; `
  return `${had}${sayChance(told.chance)}; ${sayGain(r.gain, blocks)}`
}

const turnSaid: Readonly<Record<Turn, string>> = {
  first: 'Every dog has its block of the day first, those first whose chance a block raises most.',
  again: 'It had its block of the day; of those it is the one whose chance another raises so much.',
  ready: 'Everything promised is met; what is met and goes stale is shown again when no other dog needs the time.',
  'passed-over': 'More blocks are not spent on a date that will not be made.',
}

function whyNext(dog: WallDog, r: UpNext): string {
  const { told } = dog
  if (!told)
    return `${turnSaid[r.turn]} Nothing is said of it yet: its chance is reckoned within a minute of what was recorded.`
  const gain = `${sayGain(r.gain, dog.blocks ?? 0)}.`
  return `${turnSaid[r.turn]} ${gain[0]?.toUpperCase() ?? ''}${gain.slice(1)} ${sayWhyChance(told, dog.curriculum)}`
}

export const wallSorts = ['chance', 'run', 'days'] as const
export type WallSort = (typeof wallSorts)[number]

type Sorted = Pick<WallRow, 'chance' | 'runNumber' | 'daysLeft'>

/** Rows in the order asked for. Chance: the least first; what nothing is said of yet before all. */
export function sortRows<R extends Sorted>(rows: readonly R[], sort: WallSort, descending: boolean): readonly R[] {
  const byRun = (a: Sorted, b: Sorted) => a.runNumber.localeCompare(b.runNumber, 'en', { numeric: true })
  const ordered = [...rows].sort(
    (a, b) =>
      (sort === 'run'
        ? 0
        : sort === 'days'
          ? a.daysLeft - b.daysLeft
          : a.chance - b.chance || a.daysLeft - b.daysLeft) || byRun(a, b),
  )
  return descending ? ordered.reverse() : ordered
}
