import { drawsOfFuture } from '../seeded'
import { Phase, newSimulation, unreachedDay, type Simulation, type SimGoal } from './simulation'
import { laterRates, usualElsewhere, usualSlips } from './rates'
import type { BlockHolds, Plan } from './plan'
import type { Spells } from './spells'
import type { Speed } from './speed'
import { Gamma, missesBefore, exponential, normal, partBits, partLength, parts, waitsOf } from './tables'
import { waitingTimeShape } from './waitingTime'
import type { GoalWork } from './workLeft'

/** Most turns of a day that are dealt, and sets; no dog takes a tenth of them. */
const mostTurns = 100
const mostSets = 1000
/** Design choice: what was left for so many days has the last turn of a block before what needs more. */
const leftTooLong = 2
/** Design choice: sets that a block is warmed up and finished with, as many of them as are as good as a set of work. */
const usualSureSets = 1
/** What slipped comes before everything. */
const slippedNeed = 1e6
/** Sets until a place or a pair of hands comes nearer, of a usual dog. */
const meetScale = 1 / (2 * laterRates.again)

/** One future after the other, in what is begun again each time: it is played four thousand times a dog. */
export class FutureSimulator {
  private readonly all: Simulation
  /** How far a dog’s speed lies from its mode. */
  private readonly atEasy: Gamma
  private readonly atHard: Gamma
  private readonly laterScale: number
  private readonly waitingTimes: Float64Array
  private readonly days: Float64Array
  private readonly ratios: Float64Array
  private readonly untilElsewhere: Float64Array
  private readonly untilSlip: Float64Array
  private readonly untilBack: Float64Array
  /** Goals that are not met: so many, the first of these. */
  private readonly unmetGoals: SimGoal[]
  private unmetCount = 0
  private readonly spells: Plan['spells']
  /** This day is a bad one. */
  private isBadDay = false
  private newlyMet = false
  private readonly held: BlockHolds
  /** Turns of a block: a house whose blocks hold one thing less now and then had nothing else that was open. */
  private readonly perBlock: number
  private readonly mostSets: number
  /** What a turn’s sets have beyond whole ones, carried on to the next turn; and the same of a day’s turns. */
  private overSets = 0
  private overTurns = 0
  private overSure = 0
  /** Sets that the day’s food still pays for. */
  private setsLeftToday = 0
  private readonly sureSetsPerBlock: number
  /** Blocks that were begun; and of those that are not met, the first so many may be open. */
  private block = 0
  private maybeOpenCount = 0
  /** Useful sets that were dealt until all was met, in all futures, and days on which any were. */
  dealt = 0
  workedDays = 0
  private draws = drawsOfFuture(0, 0)
  private needsAreCurrent = false
  /** A goal ended its climb or was put right, so that another may have opened in the middle of a day. */
  private mayOpenAnother = false
  /** Promised goals that are not met. */
  private unmet = 0
  /** First day on which something that is held slips. */
  private nextSlip = unreachedDay

  constructor(goals: readonly GoalWork[], speed: Speed, plan: Plan) {
    const shape = speed.shape ?? waitingTimeShape
    this.all = newSimulation(goals, speed, shape)
    this.unmetGoals = [...this.all.goals]
    this.laterScale = shape / laterRates.secondDay
    this.waitingTimes = waitsOf(shape)
    this.atEasy = new Gamma(speed.precision)
    this.atHard = new Gamma((speed.hard ?? speed).precision)
    const { out, back } = plan.slips ?? usualSlips
    this.days = Float64Array.from(plan.days)
    this.held = plan.held
    this.perBlock = Math.max(1, Math.round(plan.held.things))
    this.sureSetsPerBlock = plan.sure ?? usualSureSets
    this.spells = plan.spells
    this.mostSets = Math.min(mostSets, Math.floor(plan.mostSets ?? mostSets))
    this.ratios = Float64Array.from(plan.ratios)
    this.untilElsewhere = missesBefore(plan.elsewhere ?? usualElsewhere)
    this.untilSlip = missesBefore(out)
    this.untilBack = missesBefore(back)
  }

  begin(draws: ReturnType<typeof drawsOfFuture>): void {
    this.draws = draws
    const z = normal[this.drawPart()] as number
    const [easy, hard] = [this.atEasy.at(z), this.atHard.at(z)]
    for (const command of this.all.commands) command.begin(easy, hard, this.drawPart())
    for (const context of this.all.contexts) context.begin()
    this.isBadDay = this.spells !== undefined && this.drawPart() < this.spells.last * parts
    this.overSets = this.drawPart() / parts
    this.overTurns = this.drawPart() / parts
    this.overSure = this.drawPart() / parts
    this.nextSlip = unreachedDay
    this.unmet = 0
    for (const goal of this.all.goals) {
      goal.firstMet = unreachedDay
      this.unmet += goal.promised
      goal.rung = goal.first
      goal.daysLeft = goal.goal.days
      goal.metOn = goal.metOnFirst
      goal.heldOn = unreachedDay
      goal.slipsOn = unreachedDay
      goal.elsewhereOn = -1
      goal.workedOn = -1
      this.setNeed(goal, goal.first?.wanted ?? goal.wantedAfter)
      if (goal.first) {
        goal.phase = Phase.climbing
        this.drawClimb(goal)
      } else if (goal.daysLeft > 0) {
        goal.phase = Phase.secondDay
        this.drawLater(goal)
        this.drawSlip(goal, -1)
      } else this.master(goal, -1)
    }
    this.needsAreCurrent = false
    this.listLive()
  }

  /** Plays one day; whether everything promised is met at its end. */
  playDay(day: number): boolean {
    if (this.spells) this.drawBadDay(this.spells.of, day)
    if (this.nextSlip <= day) this.slipDue(day)
    const usual = this.days[day] as number
    if (usual > 0) {
      const ratio = this.ratios[(this.drawPart() * this.ratios.length) >>> partLength] as number
      this.overTurns += usual * ratio * this.perBlock
      const turns = Math.floor(this.overTurns)
      this.overTurns -= turns
      this.dealDay(day, Math.min(mostTurns, turns))
    }
    // What was met before the first day is so at its end.
    if (day === 0) for (const goal of this.all.goals) if (goal.phase === Phase.met) goal.firstMet = 0
    return this.unmet === 0
  }

  /** Whether a day is a bad one; much of what was met slips together on one that is. */
  private drawBadDay({ after, again: still, slip }: Spells, day: number): void {
    this.isBadDay = this.drawPart() < (this.isBadDay ? still : after) * parts
    if (!this.isBadDay) return
    for (const goal of this.all.goals)
      if (goal.phase !== Phase.climbing && goal.phase !== Phase.slipped && this.drawPart() < slip * parts) {
        goal.slipsOn = day
        this.nextSlip = day
      }
  }

  /** The first day at whose end a goal was met; `unreachedDay` where it was not. */
  firstMet(i: number): number {
    return this.all.goals[i]?.firstMet ?? unreachedDay
  }

  /**
   * Deals a day out block by block, turn by turn: the open goal that needs most has the first turn of a block, and a
   * command has one turn in it. What a turn does not use is lost, as it is where a trainer goes on to the next thing.
   */
  private dealDay(day: number, turns: number): void {
    const { perBlock } = this
    this.maybeOpenCount = this.unmetCount
    this.setsLeftToday = this.mostSets
    for (let turn = 0; turn < turns && this.setsLeftToday > 0; turn += perBlock) {
      this.block++
      const inBlock = Math.min(perBlock, turns - turn)
      let worked = false
      for (let k = 0; k < inBlock && this.setsLeftToday > 0; k++) {
        const goal = this.nextGoal(day, perBlock > 1 && k === perBlock - 1)
        if (!goal) continue
        this.workTurn(goal, day)
        worked = true
      }
      // Nothing that is open asks for no block.
      if (!worked) break
      this.sureSets(day)
    }
    if (this.setsLeftToday === this.mostSets) return
    this.dealt += this.mostSets - this.setsLeftToday
    this.workedDays++
  }

  /** One goal’s turn in a block: so many sets, while it is open. */
  private workTurn(goal: SimGoal, day: number): void {
    goal.command.block = this.block
    goal.workedOn = day
    this.overSets += this.held.sets * (this.isBadDay ? (this.spells?.of.pace ?? 1) : 1)
    let sets = Math.min(Math.floor(this.overSets), this.setsLeftToday)
    this.overSets -= Math.floor(this.overSets)
    while (sets > 0 && this.isOpen(goal, day)) {
      const now = Math.min(sets, goal.setsLeft)
      sets -= now
      this.setsLeftToday -= now
      this.mayOpenAnother = false
      this.work(goal, day, now)
      if (this.newlyMet) {
        this.listLive()
        return
      }
      if (this.mayOpenAnother) this.maybeOpenCount = this.unmetCount
    }
  }

  /**
   * A block begins and ends with a few reps of something sure, of a command that has no turn in it: where what is sure
   * is what was promised, they may be the meeting of a further day.
   */
  private sureSets(day: number): void {
    const { goals } = this.all
    for (this.overSure += this.sureSetsPerBlock; this.overSure >= 1; this.overSure--) {
      const goal = goals[(this.drawPart() * goals.length) >>> partLength] as SimGoal
      if (goal.command.block === this.block) continue
      if ((goal.phase === Phase.secondDay || goal.phase === Phase.generalizing) && this.isOpen(goal, day))
        this.work(goal, day, 1)
      if (this.newlyMet) this.listLive()
    }
  }

  /** Who has the next turn of a block; undefined where nobody is open whose command has had none in it. */
  private nextGoal(day: number, last: boolean): SimGoal | undefined {
    const { unmetGoals, block } = this
    if (!this.needsAreCurrent) this.computeNeeds()
    for (;;) {
      let [most, longest] = [-1, -1]
      let need = -1
      let since = day - leftTooLong + 1
      for (let k = 0; k < this.maybeOpenCount; k++) {
        const goal = unmetGoals[k] as SimGoal
        const isOverdue = last && goal.workedOn < since
        if ((!isOverdue && goal.need <= need) || goal.command.block === block) continue
        if (goal.need > need) {
          most = k
          need = goal.need
        }
        if (isOverdue) {
          longest = k
          since = goal.workedOn
        }
      }
      const k = longest >= 0 ? longest : most
      if (k < 0) return undefined
      const goal = unmetGoals[k] as SimGoal
      // Only of who would have its turn is it asked whether it is open.
      if (this.isOpen(goal, day)) return goal
      this.maybeOpenCount--
      unmetGoals[k] = unmetGoals[this.maybeOpenCount] as SimGoal
      unmetGoals[this.maybeOpenCount] = goal
    }
  }

  /** Lists who is not met. */
  private listLive(): void {
    this.unmetCount = 0
    for (const goal of this.all.goals) if (goal.phase !== Phase.met) this.unmetGoals[this.unmetCount++] = goal
    this.maybeOpenCount = this.unmetCount
    this.newlyMet = false
  }

  private slipDue(day: number): void {
    this.nextSlip = unreachedDay
    for (const goal of this.all.goals) {
      if (goal.slipsOn <= day) {
        if (goal.phase === Phase.met) this.unmet += goal.promised
        goal.asidePhase = goal.phase
        goal.asideLeft = goal.setsLeft
        goal.asideOwn = goal.ownNeed
        goal.phase = Phase.slipped
        goal.setsLeft = 1 + (this.untilBack[this.drawPart()] as number)
        this.setNeed(goal, slippedNeed)
        goal.slipsOn = unreachedDay
      }
      this.nextSlip = Math.min(this.nextSlip, goal.slipsOn)
    }
    this.listLive()
  }

  /** What waits for a goal lends it its need. */
  private computeNeeds(): void {
    for (const goal of this.all.lent) goal.need = goal.ownNeed
    for (const { from, to } of this.all.loans) if (from.need > to.need) to.need = from.need
    this.needsAreCurrent = true
  }

  private isOpen(goal: SimGoal, day: number): boolean {
    if (goal.phase === Phase.slipped) return true
    // What slips is past its climb.
    if (goal.after?.phase === Phase.climbing) return false
    switch (goal.phase) {
      case Phase.climbing:
        if (goal.rung)
          for (const need of goal.rung.needs) if (need.heldOn >= day || need.phase === Phase.slipped) return false
        return true
      case Phase.secondDay:
        return goal.metOn !== day
      case Phase.generalizing:
        return goal.context?.on !== day && this.isElsewhereToday(goal, day)
      default:
        return false
    }
  }

  /** Whether another place or person is to be had for this goal on this day: it is so on a day as on any other. */
  private isElsewhereToday(goal: SimGoal, day: number): boolean {
    if (goal.elsewhereOn < day)
      goal.elsewhereOn = Math.min(unreachedDay, day + (this.untilElsewhere[this.drawPart()] as number))
    return goal.elsewhereOn === day
  }

  /** So many sets of this goal on this day, no more than it has left. */
  private work(goal: SimGoal, day: number, sets: number): void {
    goal.setsLeft -= sets
    if (goal.setsLeft === 0) this.finishStage(goal, day)
    else if (goal.phase === Phase.climbing) this.setNeed(goal, goal.ownNeed - sets * goal.needPerSet)
  }

  /** What was in hand is passed, met or put right. */
  private finishStage(goal: SimGoal, day: number): void {
    if (goal.phase === Phase.slipped) this.putRight(goal, day)
    else if (goal.phase === Phase.generalizing) this.meetContext(goal, day)
    else {
      if (goal.phase === Phase.climbing) {
        goal.rung = goal.rung?.next
        this.setNeed(goal, goal.rung?.wanted ?? goal.wantedAfter)
        if (goal.rung) {
          this.drawClimb(goal)
          return
        }
        // The passing of the last is the first day of its meeting.
        goal.phase = Phase.secondDay
        // The next goal of its run may open on this very day.
        this.mayOpenAnother = true
      } else goal.daysLeft--
      goal.metOn = day
      if (goal.daysLeft === 0) this.master(goal, day)
      else {
        this.drawLater(goal)
        this.drawSlip(goal, day)
      }
    }
  }

  private putRight(goal: SimGoal, day: number): void {
    goal.phase = goal.asidePhase
    goal.setsLeft = goal.asideLeft
    this.setNeed(goal, goal.asideOwn)
    if (goal.phase === Phase.met) this.setMet(goal, day)
    this.drawSlip(goal, day)
    this.mayOpenAnother = true
  }

  private master(goal: SimGoal, day: number): void {
    goal.heldOn = day
    if (goal.contexts.length === 0) this.setMet(goal, day)
    else {
      goal.phase = Phase.generalizing
      this.takeNextContext(goal, Math.max(0, day))
    }
    this.drawSlip(goal, day)
  }

  private setMet(goal: SimGoal, day: number): void {
    goal.phase = Phase.met
    this.newlyMet = true
    this.unmet -= goal.promised
    if (day >= 0 && day < goal.firstMet) goal.firstMet = day
  }

  private drawSlip(goal: SimGoal, day: number): void {
    goal.slipsOn = Math.min(unreachedDay - 1, day + 1 + (this.untilSlip[this.drawPart()] as number))
    if (goal.slipsOn < this.nextSlip) this.nextSlip = goal.slipsOn
  }

  /** The place or the hands in hand are met on this day. */
  private meetContext(goal: SimGoal, day: number): void {
    if (goal.context) {
      goal.context.days--
      goal.context.on = day
    }
    this.takeNextContext(goal, day)
  }

  /** Takes the first place or pair of hands in hand that is lacking still, one that is not met today before others. */
  private takeNextContext(goal: SimGoal, day: number): void {
    goal.context = undefined
    for (const context of goal.contexts)
      if (context.days > 0 && (!goal.context || (goal.context.on === day && context.on !== day))) goal.context = context
    if (goal.context) this.drawMeet(goal)
    else this.setMet(goal, day)
  }

  private setNeed(goal: SimGoal, own: number): void {
    goal.ownNeed = own
    goal.need = own
    if (goal.shares) this.needsAreCurrent = false
  }

  /** A draw for each of the steps that are climbed at one go; what each set takes of the need is what they come to. */
  private drawClimb(goal: SimGoal): void {
    const { rung } = goal
    if (!rung) return
    const { easy, hard } = goal.command
    let sets = 0
    let then = rung.wantedThen
    for (const one of rung.atOneGo) {
      sets += Math.max(one.least, this.drawSets(one.scale * (one.hard ? hard : easy), one.spent))
      then = one.wantedThen
    }
    goal.setsLeft = sets
    goal.needPerSet = (rung.wanted - then) / sets
  }

  private drawLater(goal: SimGoal): void {
    goal.setsLeft = Math.max(goal.goal.least, this.drawSets(this.laterScale * goal.slow, 0))
  }

  /** Every set has the same chance that it comes a step nearer, of which each eased one is one: 1 − exp(−2 Λ). */
  private drawMeet(goal: SimGoal): void {
    const scale = meetScale * goal.slow
    let sets = 0
    for (let steps = (goal.context?.eased ?? 0) + 1; steps > 0; steps--)
      sets += Math.max(goal.goal.least, Math.ceil(scale * (exponential[this.drawPart()] as number)))
    goal.setsLeft = sets
    if (goal.context) goal.context.eased = 0
  }

  /** Sets left, of one draw: what `setsLeft` says of it, from the shape over Λ. */
  private drawSets(scale: number, done: number): number {
    return Math.ceil((scale + done) * (this.waitingTimes[this.drawPart()] as number)) | 0
  }

  private drawPart(): number {
    return this.draws.next() >>> partBits
  }
}
