import { isEasy, laterRates, usualCommandShape, type RateKind } from './rates'
import type { Speed } from './speed'
import { Gamma, normal } from './tables'
import type { Leg, Meeting, Step } from './workLeft'

/**
 * What is left, as it is played: commands, legs, steps and meetings that know each other, begun anew in every future.
 * All of one kind are made in one way, with fractions where fractions come, so that the engine keeps one shape of them.
 */

/** No day of the plan. */
export const never = 32_767

/** How far a leg has come: it climbs, is met on further days, goes to places and hands, or is met; or it slipped. */
export const [climbs, again, goes, met, slipped] = [0, 1, 2, 3, 4]

const aFraction = 0.5

/** A pace of a command at what is easy, or at what is hard. */
class Pace {
  private readonly factor: number
  private readonly about: Gamma

  constructor(speed: Speed, id: string) {
    const own = speed.commands.get(id)
    this.factor = Math.exp(speed.mean + (own?.mean ?? 0))
    this.about = new Gamma(own?.precision ?? speed.commandShape ?? usualCommandShape)
  }

  /** One over it in a future, by how far the dog and this command lie from what is likeliest of them. */
  slow(dog: number, z: number): number {
    return 1 / (dog * this.factor * this.about.at(z))
  }
}

export class CommandInPlay {
  /** One over its pace in this future, at what is easy and at what is hard. */
  easy = aFraction
  hard = aFraction
  /** The last block in which it had its turn. */
  block = -1
  private readonly atEasy: Pace
  private readonly atHard: Pace

  constructor(speed: Speed, id: string) {
    this.atEasy = new Pace(speed, id)
    this.atHard = new Pace(speed.hard ?? speed, id)
  }

  begin(dogAtEasy: number, dogAtHard: number, part: number): void {
    const z = normal[part] as number
    this.easy = this.atEasy.slow(dogAtEasy, z)
    this.hard = this.atHard.slow(dogAtHard, z)
  }
}

export class StepInPlay {
  /** Sets of a rung of which nothing is known: the shape of the wait over the rate. */
  readonly scale: number
  readonly spent: number
  readonly least: number
  readonly hard: boolean
  /** Legs that must be held before it opens. */
  readonly needs: LegInPlay[] = []
  /** The steps that are climbed at one go from here on, up to the next that needs something else first. */
  readonly atOneGo: StepInPlay[] = []
  /** The step after those; undefined where the climb ends. */
  next: StepInPlay | undefined

  constructor(
    { rate, done, least, of }: Step,
    target: RateKind,
    shape: number,
    /** Reps that are asked for from here on, and from the next on. */
    readonly wanted: number,
    readonly wantedThen: number,
  ) {
    this.scale = shape / rate
    this.spent = done
    this.least = Math.max(1, least)
    this.hard = !isEasy(of?.kind ?? target)
  }
}

export class MeetingInPlay {
  eased = 0
  days = 0
  on = -1

  constructor(private readonly from: Meeting) {}

  begin(): void {
    this.eased = this.from.eased
    this.days = this.from.days
    this.on = this.from.metToday ? 0 : -1
  }
}

export class LegInPlay {
  /** 1 for a promise. */
  readonly promised: number
  readonly hard: boolean
  readonly metOnFirst: number
  readonly steps: readonly StepInPlay[]
  /** Reps that are asked for after its climb. */
  readonly wantedAfter: number
  readonly meetings: readonly MeetingInPlay[]
  /** The leg of the same run that comes before. */
  after: LegInPlay | undefined
  /** It lends its need or is lent some. */
  shares = false

  stage = climbs
  step: StepInPlay | undefined
  /** Sets until what is in hand is passed, met or put right. */
  left = 0
  daysLeft = 0
  /** First day at whose end it is met, places and all; the last on which it was met; since when it is held. */
  firstMet = never
  metOn = -1
  heldOn = never
  slipsOn = never
  /** Where it stood when it slipped. */
  asideStage = climbs
  asideLeft = 0
  asideOwn = aFraction
  /** What it needs by itself, what a set takes of that while it climbs, and what it needs with what is lent to it. */
  own = aFraction
  takes = aFraction
  need = aFraction
  /** The next day on which another place or person is to be had, or the last that was drawn. */
  aboutOn = -1
  /** The last day on which it was worked. */
  workedOn = -1
  /** The meeting in hand. */
  goesFor: MeetingInPlay | undefined

  constructor(
    readonly leg: Leg,
    readonly command: CommandInPlay,
    shape: number,
  ) {
    const wanted = wantedReps(leg)
    this.promised = Number(leg.promised)
    this.hard = !isEasy(leg.kind)
    this.metOnFirst = leg.metToday ? 0 : -1
    this.steps = leg.steps.map((step, k) => new StepInPlay(step, leg.kind, shape, wanted[k] ?? 0, wanted[k + 1] ?? 0))
    this.wantedAfter = wanted.at(-1) ?? 0
    this.meetings = leg.meetings.map((meeting) => new MeetingInPlay(meeting))
  }

  /** One over its pace at what is promised itself. */
  get slow(): number {
    return this.hard ? this.command.hard : this.command.easy
  }

  /** Where its climb begins; undefined where none is left. */
  get first(): StepInPlay | undefined {
    return this.steps[0]
  }

  /** Makes what it waits for known to it. */
  link(all: readonly LegInPlay[]): void {
    const { after, steps } = this.leg
    this.after = after === undefined ? undefined : all[after]
    this.steps.forEach((step, k) => {
      step.needs.push(...(steps[k]?.needs ?? []).flatMap((need) => all[need] ?? []))
      const to = steps.findIndex((later, at) => at > k && later.needs.length > 0)
      step.atOneGo.push(...this.steps.slice(k, to < 0 ? undefined : to))
      step.next = this.steps[to]
    })
  }

  waitsFor(other: LegInPlay): boolean {
    return this.after === other || this.steps.some((step) => step.needs.includes(other))
  }
}

/** One leg lends its need to another, which it waits for. */
export interface Loan {
  readonly from: LegInPlay
  readonly to: LegInPlay
}

export interface InPlay {
  readonly commands: readonly CommandInPlay[]
  readonly legs: readonly LegInPlay[]
  /** Last legs first; and who is lent any. */
  readonly loans: readonly Loan[]
  readonly lent: readonly LegInPlay[]
  readonly meetings: readonly MeetingInPlay[]
}

export function inPlay(legs: readonly Leg[], speed: Speed, shape: number): InPlay {
  const commands = new Map(legs.map(({ command }) => [command, new CommandInPlay(speed, command)]))
  const all = legs.map((leg) => new LegInPlay(leg, commands.get(leg.command) as CommandInPlay, shape))
  for (const leg of all) leg.link(all)
  const loans = all.flatMap((to) => all.filter((from) => from.waitsFor(to)).map((from) => ({ from, to }))).reverse()
  for (const { from, to } of loans) from.shares = to.shares = true
  return {
    commands: [...commands.values()],
    legs: all,
    loans,
    lent: [...new Set(loans.map(({ to }) => to))],
    meetings: all.flatMap((leg) => leg.meetings),
  }
}

/**
 * Reps that a leg asks for from each of its steps on, and after the last: what commands are put in order by
 * (`promise/need`), without refreshers, which are nobody’s turn.
 */
function wantedReps(leg: Leg): readonly number[] {
  const from = [leg.reps * (leg.days + leg.meetings.reduce((n, m) => n + m.days + m.eased, 0))]
  for (const step of [...leg.steps].reverse()) from.unshift((from[0] ?? 0) + step.reps)
  return from
}

/** Sets that a usual dog wants for a leg from each of its steps on, and after the last. */
export function wantedSets(leg: Leg): readonly number[] {
  const later =
    leg.days / laterRates.secondDay + leg.meetings.reduce((n, m) => n + (m.eased + m.days) / laterRates.again, 0)
  const from = [later]
  for (const step of [...leg.steps].reverse()) from.unshift((from[0] ?? 0) + Math.max(step.least, 1 / step.rate))
  return from
}
