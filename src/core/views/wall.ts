import { findCommand, findRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { daysBetween } from '../days'
import type { PromiseStanding } from '../promise/promise'
import { daysToHold } from '../progress/state'
import { usualRepsPerDay } from '../promise/need'
import { upNext, type NeedOfCommand, type UpNext } from '../forecast/upNext'
import { houseForgetting, type Forgetting } from '../progress/memory'
import type { CommandStanding, StandingWord } from '../promise/standing'
import { lacksOf, repsPerDay, type Summary } from '../promise/summary'
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
  /** How much of today's working hours is still to come, 0–1. */
  readonly shareOfToday?: number
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
  /** Reps needed over reps the days allow; 0 when nothing is needed; −1 stands for no more time. */
  readonly load: number
  readonly reach: UpNext['reach'] | 'nothing needed'
  readonly chance: number
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
  readonly ratio: number | null
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
}

/** The wall at this moment: every resident against the curriculum, and who most needs a block now. */
export function buildWall(
  curriculum: Curriculum,
  dogs: readonly WallDog[],
  today: string,
  now: number,
  model: Forgetting = houseForgetting,
  me?: string,
): WallView {
  const ranked = upNext(
    dogs.map((dog) => ({
      residencyId: dog.residencyId,
      runNumber: dog.runNumber,
      daysLeft: daysBetween(today, dog.leavesOn),
      repsPerDay: repsPerDay(dog.summary.pace),
      shareOfToday: dog.shareOfToday ?? 1,
      needs: needsOf(dog.curriculum, dog.summary, today, now, model),
      not: notNow(dog, today),
    })),
  )
  const byDog = new Map(ranked.map((r) => [r.residencyId, r]))
  const dogById = new Map(dogs.map((d) => [d.residencyId, d]))
  const shown = shownCommands(curriculum, dogs)
  return {
    commands: shown,
    rows: dogs.map((dog) => wallRow(shown, dog.curriculum, dog, byDog.get(dog.residencyId), today, now, model)),
    upNext: ranked.flatMap((r) => {
      const dog = dogById.get(r.residencyId)
      return dog && r.reach !== 'out of reach' && r.not === '' && r.command !== undefined
        ? [upNextRow(dog.curriculum, dog, r, r.command, today, me)]
        : []
    }),
    ring: ranked.flatMap((r) => {
      const dog = dogById.get(r.residencyId)
      return dog && r.reach === 'out of reach' ? [ringRow(dog, r, today)] : []
    }),
    later: ranked.flatMap((r) => {
      const dog = dogById.get(r.residencyId)
      return dog && (r.reach !== 'out of reach' || dog.untested) && r.not !== ''
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
  }
}

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
    load: need ? (Number.isFinite(need.ratio) ? need.ratio : -1) : 0,
    reach: need?.reach ?? 'nothing needed',
    chance: need?.chance ?? 1,
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
): UpNextRow {
  const standing = dog.summary.commands.find((c) => c.command === command)
  const rung = standing?.next ? findRung(curriculum, standing.next.rungId)?.rung : undefined
  const daysLeft = daysBetween(today, dog.leavesOn)
  const reps = Math.ceil(r.needed)
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
    ratio: Number.isFinite(r.ratio) ? r.ratio : null,
    reason: `${sayReps(reps)} reps to go, the days allow ${Math.floor(r.allowed)}`,
    why: whyNext(dog, r, daysLeft, reps),
  }
}

/** House: beyond so many reps nobody can say how many; a dog that fails often makes the sum of an endless climb. */
const mostSaid = 3000
/** “253”, or “over 3000” past what can be said. */
export const sayReps = (reps: number): string => (reps > mostSaid ? `over ${mostSaid}` : String(reps))

/** A dog that will not make its date, and what its owner is to be told. */
function ringRow(dog: WallDog, r: UpNext, today: string): RingRow {
  const daysLeft = daysBetween(today, dog.leavesOn)
  const reps = Math.ceil(r.needed)
  return {
    residencyId: dog.residencyId,
    name: dog.name,
    runNumber: dog.runNumber,
    daysLeft,
    leavesOn: dog.leavesOn,
    reason:
      r.daysNeeded > daysLeft
        ? `needs ${r.daysNeeded} days at the least, ${daysLeft} left`
        : `${sayReps(reps)} reps to go, the days allow ${Math.floor(r.allowed)}`,
    why: whyNext(dog, r, daysLeft, reps),
  }
}

function whyNext(dog: WallDog, r: UpNext, daysLeft: number, reps: number): string {
  const known = repsPerDay(dog.summary.pace)
  const pace =
    known === undefined
      ? `${usualRepsPerDay} reps a day (house figure; its own pace is not known yet)`
      : `${Math.round(known)} reps a day (its own pace over ${dog.summary.pace.days} days worked)`
  const share = Number.isFinite(r.ratio) ? r.ratio.toFixed(2) : 'no days left'
  const days =
    r.daysNeeded > daysLeft
      ? ` What is held must be met on two days; that takes ${r.daysNeeded} at the least and ${daysLeft} are left.`
      : ''
  return (
    `Expected reps until all promises are met, from this dog’s own rates: ${sayReps(reps)}, of which ` +
    `${sayReps(Math.ceil(r.neededHere))} here. ${daysLeft} days at ${pace} allow ${Math.floor(r.allowed)}. Needed ÷ ` +
    `allowed = ${share}: of simulated dogs that stood so, ${Math.round(r.chance * 100)} in a hundred made their ` +
    `date. Those that can still be saved go first. Drops, refreshers and steps made easier are counted in, ` +
    `warm-ups are not.${days}`
  )
}

export const wallSorts = ['load', 'run', 'days'] as const
export type WallSort = (typeof wallSorts)[number]

type Sorted = Pick<WallRow, 'load' | 'runNumber' | 'daysLeft'>

/** Rows in the order asked for. Behind: those out of time first, then by reps needed over reps allowed. */
export function sortRows<R extends Sorted>(rows: readonly R[], sort: WallSort, descending: boolean): readonly R[] {
  const load = (r: Sorted) => (r.load < 0 ? Number.POSITIVE_INFINITY : r.load)
  const byRun = (a: Sorted, b: Sorted) => a.runNumber.localeCompare(b.runNumber, 'en', { numeric: true })
  const ordered = [...rows].sort((a, b) => {
    const d =
      sort === 'run'
        ? 0
        : sort === 'days'
          ? a.daysLeft - b.daysLeft
          : load(b) === load(a)
            ? 0
            : load(b) > load(a)
              ? 1
              : -1
    return d || byRun(a, b)
  })
  return descending ? ordered.reverse() : ordered
}
