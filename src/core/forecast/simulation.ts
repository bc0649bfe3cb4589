import { isEasy, laterRates, usualCommandShape, type RateKind } from './rates'
import type { Speed } from './speed'
import { Gamma, normal } from './tables'
import type { GoalWork, ContextWork, RungWork } from './workLeft'

/**
 * What is left, as it is played: commands, goals, steps and meetings that know each other, begun again in every future.
 * All of one kind are made in one way, with fractions where fractions come, so that the engine keeps one shape of them.
 */

/** No day of the plan. */
export const unreachedDay = 32_767

/** How far a goal has come: its rungs are climbed, then passed on a second day, then in new contexts; or it slipped. */
export const Phase = { climbing: 0, secondDay: 1, generalizing: 2, met: 3, slipped: 4 } as const
export type Phase = (typeof Phase)[keyof typeof Phase]

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

export class SimCommand {
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

export class SimRung {
  /** Sets of a rung of which nothing is known: the shape of the wait over the rate. */
  readonly scale: number
  readonly spent: number
  readonly least: number
  readonly hard: boolean
  /** Goals that must be held before it opens. */
  readonly needs: SimGoal[] = []
  /** The steps that are climbed at one go from here on, up to the next that needs something else first. */
  readonly atOneGo: SimRung[] = []
  /** The step after those; undefined where the climb ends. */
  next: SimRung | undefined

  constructor(
    { rate, done, least, of }: RungWork,
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

export class SimContext {
  eased = 0
  days = 0
  on = -1

  constructor(private readonly from: ContextWork) {}

  begin(): void {
    this.eased = this.from.eased
    this.days = this.from.days
    this.on = this.from.metToday ? 0 : -1
  }
}

export class SimGoal {
  /** 1 for a promise. */
  readonly promised: number
  readonly hard: boolean
  readonly metOnFirst: number
  readonly rungs: readonly SimRung[]
  /** Reps that are asked for after its climb. */
  readonly wantedAfter: number
  readonly contexts: readonly SimContext[]
  /** The goal of the same run that comes before. */
  after: SimGoal | undefined
  /** It lends its need or is lent some. */
  shares = false

  phase: Phase = Phase.climbing
  rung: SimRung | undefined
  /** Sets until what is in hand is passed, met or put right. */
  setsLeft = 0
  daysLeft = 0
  /** First day at whose end it is met, places and all; the last on which it was met; since when it is held. */
  firstMet = unreachedDay
  metOn = -1
  heldOn = unreachedDay
  slipsOn = unreachedDay
  /** Where it stood when it slipped. */
  asidePhase: Phase = Phase.climbing
  asideLeft = 0
  asideOwn = aFraction
  /** What it needs by itself, what a set takes of that while it climbs, and what it needs with what is lent to it. */
  ownNeed = aFraction
  needPerSet = aFraction
  need = aFraction
  /** The next day on which another place or person is to be had, or the last that was drawn. */
  elsewhereOn = -1
  /** The last day on which it was worked. */
  workedOn = -1
  /** The meeting in hand. */
  context: SimContext | undefined

  constructor(
    readonly goal: GoalWork,
    readonly command: SimCommand,
    shape: number,
  ) {
    const wanted = wantedReps(goal)
    this.promised = Number(goal.promised)
    this.hard = !isEasy(goal.kind)
    this.metOnFirst = goal.metToday ? 0 : -1
    this.rungs = goal.steps.map((rung, k) => new SimRung(rung, goal.kind, shape, wanted[k] ?? 0, wanted[k + 1] ?? 0))
    this.wantedAfter = wanted.at(-1) ?? 0
    this.contexts = goal.contexts.map((context) => new SimContext(context))
  }

  /** One over its pace at what is promised itself. */
  get slow(): number {
    return this.hard ? this.command.hard : this.command.easy
  }

  /** Where its climb begins; undefined where none is left. */
  get first(): SimRung | undefined {
    return this.rungs[0]
  }

  /** Makes what it waits for known to it. */
  link(all: readonly SimGoal[]): void {
    const { after, steps: rungs } = this.goal
    this.after = after === undefined ? undefined : all[after]
    this.rungs.forEach((rung, k) => {
      rung.needs.push(...(rungs[k]?.needs ?? []).flatMap((need) => all[need] ?? []))
      const to = rungs.findIndex((later, at) => at > k && later.needs.length > 0)
      rung.atOneGo.push(...this.rungs.slice(k, to < 0 ? undefined : to))
      rung.next = this.rungs[to]
    })
  }

  waitsFor(other: SimGoal): boolean {
    return this.after === other || this.rungs.some((rung) => rung.needs.includes(other))
  }
}

/** One goal lends its need to another, which it waits for. */
export interface Loan {
  readonly from: SimGoal
  readonly to: SimGoal
}

export interface Simulation {
  readonly commands: readonly SimCommand[]
  readonly goals: readonly SimGoal[]
  /** Last goals first; and who is lent any. */
  readonly loans: readonly Loan[]
  readonly lent: readonly SimGoal[]
  readonly contexts: readonly SimContext[]
}

export function newSimulation(goals: readonly GoalWork[], speed: Speed, shape: number): Simulation {
  const commands = new Map(goals.map(({ command }) => [command, new SimCommand(speed, command)]))
  const all = goals.map((goal) => new SimGoal(goal, commands.get(goal.command) as SimCommand, shape))
  for (const goal of all) goal.link(all)
  const loans = all.flatMap((to) => all.filter((from) => from.waitsFor(to)).map((from) => ({ from, to }))).reverse()
  for (const { from, to } of loans) from.shares = to.shares = true
  return {
    commands: [...commands.values()],
    goals: all,
    loans,
    lent: [...new Set(loans.map(({ to }) => to))],
    contexts: all.flatMap((goal) => goal.contexts),
  }
}

/**
 * Reps that a goal asks for from each of its steps on, and after the last: what commands are put in order by
 * (`promise/need`), without refreshers, which are nobody’s turn.
 */
function wantedReps(goal: GoalWork): readonly number[] {
  const from = [goal.reps * (goal.days + goal.contexts.reduce((n, m) => n + m.days + m.eased, 0))]
  for (const rung of [...goal.steps].reverse()) from.unshift((from[0] ?? 0) + rung.reps)
  return from
}

/** Sets that a usual dog wants for a goal from each of its steps on, and after the last. */
export function wantedSets(goal: GoalWork): readonly number[] {
  const later =
    goal.days / laterRates.secondDay + goal.contexts.reduce((n, m) => n + (m.eased + m.days) / laterRates.again, 0)
  const from = [later]
  for (const rung of [...goal.steps].reverse()) from.unshift((from[0] ?? 0) + Math.max(rung.least, 1 / rung.rate))
  return from
}
