import { drawsOfFuture } from '../seeded'
import { again, climbs, goes, inPlay, met, never, slipped, type InPlay, type LegInPlay } from './inPlay'
import { laterRates, usualElsewhere, usualSlips, type Slips } from './rates'
import type { Spells } from './spells'
import type { Speed } from './speed'
import { Gamma, missesBefore, exponential, normal, partBits, partLength, parts, waitsOf } from './tables'
import { waitShape } from './wait'
import type { Leg } from './workLeft'

/** What a block holds: commands that are worked in it, and useful sets of each. */
export interface Held {
  readonly things: number
  readonly sets: number
}

/** The days to come: blocks, as the dog's own days had them and the house's can have them, and what a block holds. */
export interface Plan {
  /** Blocks that a usual day of this dog has, by day from today; 0 on a day on which it is not worked. */
  readonly days: readonly number[]
  /** What days had beside a usual one; one of them is drawn for each day. */
  readonly ratios: readonly number[]
  readonly held: Held
  /** Most useful sets of a day; no bound where left out. */
  readonly mostSets?: number
  /** Sets of a block that are as good as one of work on what is sure; as shipped where left out. */
  readonly sure?: number
  /** Chance that another place or pair of hands is to be had on a day; as shipped where left out. */
  readonly elsewhere?: number
  /** How what was met slips and is put right; as shipped where left out. */
  readonly slips?: Slips
  /** Bad days that come in runs, and the chance that the last one was one; none where left out. */
  readonly spells?: { readonly of: Spells; readonly last: number } | undefined
}

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

/** One future after the other, in what is begun anew each time: it is played four thousand times a dog. */
export class Play {
  private readonly all: InPlay
  /** How far a dog’s speed lies from its mode. */
  private readonly atEasy: Gamma
  private readonly atHard: Gamma
  private readonly laterScale: number
  private readonly waits: Float64Array
  private readonly days: Float64Array
  private readonly ratios: Float64Array
  private readonly untilAbout: Float64Array
  private readonly untilSlip: Float64Array
  private readonly untilBack: Float64Array
  /** Legs that are not met: so many, the first of these. */
  private readonly live: LegInPlay[]
  private lives = 0
  private readonly spells: Plan['spells']
  /** This day is a bad one. */
  private bad = false
  private newlyMet = false
  private readonly held: Held
  /** Turns of a block: a house whose blocks hold one thing less now and then had nothing else that was open. */
  private readonly perBlock: number
  private readonly mostSets: number
  /** What a turn’s sets have beyond whole ones, carried on to the next turn; and the same of a day’s turns. */
  private overSets = 0
  private overTurns = 0
  private overSure = 0
  /** Sets that the day’s food still pays for. */
  private left = 0
  private readonly sure: number
  /** Blocks that were begun; and of those that are not met, the first so many may be open. */
  private block = 0
  private maybeOpen = 0
  /** Useful sets that were dealt until all was met, in all futures, and days on which any were. */
  dealt = 0
  workedDays = 0
  private draws = drawsOfFuture(0, 0)
  private needsStand = false
  /** A leg ended its climb or was put right, so that another may have opened in the middle of a day. */
  private opens = false
  /** Promised legs that are not met. */
  private unmet = 0
  /** First day on which something that is held slips. */
  private nextSlip = never

  constructor(legs: readonly Leg[], speed: Speed, plan: Plan) {
    const shape = speed.shape ?? waitShape
    this.all = inPlay(legs, speed, shape)
    this.live = [...this.all.legs]
    this.laterScale = shape / laterRates.secondDay
    this.waits = waitsOf(shape)
    this.atEasy = new Gamma(speed.precision)
    this.atHard = new Gamma((speed.hard ?? speed).precision)
    const { out, back } = plan.slips ?? usualSlips
    this.days = Float64Array.from(plan.days)
    this.held = plan.held
    this.perBlock = Math.max(1, Math.round(plan.held.things))
    this.sure = plan.sure ?? usualSureSets
    this.spells = plan.spells
    this.mostSets = Math.min(mostSets, Math.floor(plan.mostSets ?? mostSets))
    this.ratios = Float64Array.from(plan.ratios)
    this.untilAbout = missesBefore(plan.elsewhere ?? usualElsewhere)
    this.untilSlip = missesBefore(out)
    this.untilBack = missesBefore(back)
  }

  begin(draws: ReturnType<typeof drawsOfFuture>): void {
    this.draws = draws
    const z = normal[this.part()] as number
    const [easy, hard] = [this.atEasy.at(z), this.atHard.at(z)]
    for (const command of this.all.commands) command.begin(easy, hard, this.part())
    for (const meeting of this.all.meetings) meeting.begin()
    this.bad = this.spells !== undefined && this.part() < this.spells.last * parts
    this.overSets = this.part() / parts
    this.overTurns = this.part() / parts
    this.overSure = this.part() / parts
    this.nextSlip = never
    this.unmet = 0
    for (const leg of this.all.legs) {
      leg.firstMet = never
      this.unmet += leg.promised
      leg.step = leg.first
      leg.daysLeft = leg.leg.days
      leg.metOn = leg.metOnFirst
      leg.heldOn = never
      leg.slipsOn = never
      leg.aboutOn = -1
      leg.workedOn = -1
      this.wants(leg, leg.first?.wanted ?? leg.wantedAfter)
      if (leg.first) {
        leg.stage = climbs
        this.drawClimb(leg)
      } else if (leg.daysLeft > 0) {
        leg.stage = again
        this.drawLater(leg)
        this.slipsAfter(leg, -1)
      } else this.hold(leg, -1)
    }
    this.needsStand = false
    this.listLive()
  }

  /** Plays one day; whether everything promised is met at its end. */
  day(day: number): boolean {
    if (this.spells) this.wake(this.spells.of, day)
    if (this.nextSlip <= day) this.slip(day)
    const usual = this.days[day] as number
    if (usual > 0) {
      const ratio = this.ratios[(this.part() * this.ratios.length) >>> partLength] as number
      this.overTurns += usual * ratio * this.perBlock
      const turns = Math.floor(this.overTurns)
      this.overTurns -= turns
      this.deal(day, Math.min(mostTurns, turns))
    }
    // What was met before the first day is so at its end.
    if (day === 0) for (const leg of this.all.legs) if (leg.stage === met) leg.firstMet = 0
    return this.unmet === 0
  }

  /** Whether a day is a bad one; much of what was met slips together on one that is. */
  private wake({ after, again: still, slip }: Spells, day: number): void {
    this.bad = this.part() < (this.bad ? still : after) * parts
    if (!this.bad) return
    for (const leg of this.all.legs)
      if (leg.stage !== climbs && leg.stage !== slipped && this.part() < slip * parts) {
        leg.slipsOn = day
        this.nextSlip = day
      }
  }

  /** The first day at whose end a leg was met; `never` where it was not. */
  firstMet(i: number): number {
    return this.all.legs[i]?.firstMet ?? never
  }

  /**
   * Deals a day out block by block, turn by turn: the open leg that needs most has the first turn of a block, and a
   * command has one turn in it. What a turn does not use is lost, as it is where a trainer goes on to the next thing.
   */
  private deal(day: number, turns: number): void {
    const { perBlock } = this
    this.maybeOpen = this.lives
    this.left = this.mostSets
    for (let turn = 0; turn < turns && this.left > 0; turn += perBlock) {
      this.block++
      const inBlock = Math.min(perBlock, turns - turn)
      let worked = false
      for (let k = 0; k < inBlock && this.left > 0; k++) {
        const leg = this.nextLeg(day, perBlock > 1 && k === perBlock - 1)
        if (!leg) continue
        this.turn(leg, day)
        worked = true
      }
      // Nothing that is open asks for no block.
      if (!worked) break
      this.sureSets(day)
    }
    if (this.left === this.mostSets) return
    this.dealt += this.mostSets - this.left
    this.workedDays++
  }

  /** One leg’s turn in a block: so many sets, while it is open. */
  private turn(leg: LegInPlay, day: number): void {
    leg.command.block = this.block
    leg.workedOn = day
    this.overSets += this.held.sets * (this.bad ? (this.spells?.of.pace ?? 1) : 1)
    let sets = Math.min(Math.floor(this.overSets), this.left)
    this.overSets -= Math.floor(this.overSets)
    while (sets > 0 && this.isOpen(leg, day)) {
      const now = Math.min(sets, leg.left)
      sets -= now
      this.left -= now
      this.opens = false
      this.work(leg, day, now)
      if (this.newlyMet) {
        this.listLive()
        return
      }
      if (this.opens) this.maybeOpen = this.lives
    }
  }

  /**
   * A block begins and ends with a few reps of something sure, of a command that has no turn in it: where what is sure
   * is what was promised, they may be the meeting of a further day.
   */
  private sureSets(day: number): void {
    const { legs } = this.all
    for (this.overSure += this.sure; this.overSure >= 1; this.overSure--) {
      const leg = legs[(this.part() * legs.length) >>> partLength] as LegInPlay
      if (leg.command.block === this.block) continue
      if ((leg.stage === again || leg.stage === goes) && this.isOpen(leg, day)) this.work(leg, day, 1)
      if (this.newlyMet) this.listLive()
    }
  }

  /** Who has the next turn of a block; undefined where nobody is open whose command has had none in it. */
  private nextLeg(day: number, last: boolean): LegInPlay | undefined {
    const { live, block } = this
    if (!this.needsStand) this.reckonNeeds()
    for (;;) {
      let [most, longest] = [-1, -1]
      let need = -1
      let since = day - leftTooLong + 1
      for (let k = 0; k < this.maybeOpen; k++) {
        const leg = live[k] as LegInPlay
        const waits = last && leg.workedOn < since
        if ((!waits && leg.need <= need) || leg.command.block === block) continue
        if (leg.need > need) {
          most = k
          need = leg.need
        }
        if (waits) {
          longest = k
          since = leg.workedOn
        }
      }
      const k = longest >= 0 ? longest : most
      if (k < 0) return undefined
      const leg = live[k] as LegInPlay
      // Only of who would have its turn is it asked whether it is open.
      if (this.isOpen(leg, day)) return leg
      this.maybeOpen--
      live[k] = live[this.maybeOpen] as LegInPlay
      live[this.maybeOpen] = leg
    }
  }

  /** Lists who is not met. */
  private listLive(): void {
    this.lives = 0
    for (const leg of this.all.legs) if (leg.stage !== met) this.live[this.lives++] = leg
    this.maybeOpen = this.lives
    this.newlyMet = false
  }

  private slip(day: number): void {
    this.nextSlip = never
    for (const leg of this.all.legs) {
      if (leg.slipsOn <= day) {
        if (leg.stage === met) this.unmet += leg.promised
        leg.asideStage = leg.stage
        leg.asideLeft = leg.left
        leg.asideOwn = leg.own
        leg.stage = slipped
        leg.left = 1 + (this.untilBack[this.part()] as number)
        this.wants(leg, slippedNeed)
        leg.slipsOn = never
      }
      this.nextSlip = Math.min(this.nextSlip, leg.slipsOn)
    }
    this.listLive()
  }

  /** What waits for a leg lends it its need. */
  private reckonNeeds(): void {
    for (const leg of this.all.lent) leg.need = leg.own
    for (const { from, to } of this.all.loans) if (from.need > to.need) to.need = from.need
    this.needsStand = true
  }

  private isOpen(leg: LegInPlay, day: number): boolean {
    if (leg.stage === slipped) return true
    // What slips is past its climb.
    if (leg.after?.stage === climbs) return false
    switch (leg.stage) {
      case climbs:
        if (leg.step) for (const need of leg.step.needs) if (need.heldOn >= day || need.stage === slipped) return false
        return true
      case again:
        return leg.metOn !== day
      case goes:
        return leg.goesFor?.on !== day && this.getsAbout(leg, day)
      default:
        return false
    }
  }

  /** Whether another place or person is to be had for this leg on this day: it is so on a day as on any other. */
  private getsAbout(leg: LegInPlay, day: number): boolean {
    if (leg.aboutOn < day) leg.aboutOn = Math.min(never, day + (this.untilAbout[this.part()] as number))
    return leg.aboutOn === day
  }

  /** So many sets of this leg on this day, no more than it has left. */
  private work(leg: LegInPlay, day: number, sets: number): void {
    leg.left -= sets
    if (leg.left === 0) this.comes(leg, day)
    else if (leg.stage === climbs) this.wants(leg, leg.own - sets * leg.takes)
  }

  /** What was in hand is passed, met or put right. */
  private comes(leg: LegInPlay, day: number): void {
    if (leg.stage === slipped) this.putRight(leg, day)
    else if (leg.stage === goes) this.meet(leg, day)
    else {
      if (leg.stage === climbs) {
        leg.step = leg.step?.next
        this.wants(leg, leg.step?.wanted ?? leg.wantedAfter)
        if (leg.step) {
          this.drawClimb(leg)
          return
        }
        // The passing of the last is the first day of its meeting.
        leg.stage = again
        // The next leg of its run may open on this very day.
        this.opens = true
      } else leg.daysLeft--
      leg.metOn = day
      if (leg.daysLeft === 0) this.hold(leg, day)
      else {
        this.drawLater(leg)
        this.slipsAfter(leg, day)
      }
    }
  }

  private putRight(leg: LegInPlay, day: number): void {
    leg.stage = leg.asideStage
    leg.left = leg.asideLeft
    this.wants(leg, leg.asideOwn)
    if (leg.stage === met) this.isMet(leg, day)
    this.slipsAfter(leg, day)
    this.opens = true
  }

  private hold(leg: LegInPlay, day: number): void {
    leg.heldOn = day
    if (leg.meetings.length === 0) this.isMet(leg, day)
    else {
      leg.stage = goes
      this.goOn(leg, Math.max(0, day))
    }
    this.slipsAfter(leg, day)
  }

  private isMet(leg: LegInPlay, day: number): void {
    leg.stage = met
    this.newlyMet = true
    this.unmet -= leg.promised
    if (day >= 0 && day < leg.firstMet) leg.firstMet = day
  }

  private slipsAfter(leg: LegInPlay, day: number): void {
    leg.slipsOn = Math.min(never - 1, day + 1 + (this.untilSlip[this.part()] as number))
    if (leg.slipsOn < this.nextSlip) this.nextSlip = leg.slipsOn
  }

  /** The place or the hands in hand are met on this day. */
  private meet(leg: LegInPlay, day: number): void {
    if (leg.goesFor) {
      leg.goesFor.days--
      leg.goesFor.on = day
    }
    this.goOn(leg, day)
  }

  /** Takes the first place or pair of hands in hand that is lacking still, one that is not met today before others. */
  private goOn(leg: LegInPlay, day: number): void {
    leg.goesFor = undefined
    for (const meeting of leg.meetings)
      if (meeting.days > 0 && (!leg.goesFor || (leg.goesFor.on === day && meeting.on !== day))) leg.goesFor = meeting
    if (leg.goesFor) this.drawMeet(leg)
    else this.isMet(leg, day)
  }

  private wants(leg: LegInPlay, own: number): void {
    leg.own = own
    leg.need = own
    if (leg.shares) this.needsStand = false
  }

  /** A draw for each of the steps that are climbed at one go; what each set takes of the need is what they come to. */
  private drawClimb(leg: LegInPlay): void {
    const { step } = leg
    if (!step) return
    const { easy, hard } = leg.command
    let sets = 0
    let then = step.wantedThen
    for (const one of step.atOneGo) {
      sets += Math.max(one.least, this.wait(one.scale * (one.hard ? hard : easy), one.spent))
      then = one.wantedThen
    }
    leg.left = sets
    leg.takes = (step.wanted - then) / sets
  }

  private drawLater(leg: LegInPlay): void {
    leg.left = Math.max(leg.leg.least, this.wait(this.laterScale * leg.slow, 0))
  }

  /** Every set has the same chance that it comes a step nearer, of which each eased one is one: 1 − exp(−2 Λ). */
  private drawMeet(leg: LegInPlay): void {
    const scale = meetScale * leg.slow
    let sets = 0
    for (let steps = (leg.goesFor?.eased ?? 0) + 1; steps > 0; steps--)
      sets += Math.max(leg.leg.least, Math.ceil(scale * (exponential[this.part()] as number)))
    leg.left = sets
    if (leg.goesFor) leg.goesFor.eased = 0
  }

  /** Sets left, of one draw: what `setsLeft` says of it, from the shape over Λ. */
  private wait(scale: number, done: number): number {
    return Math.ceil((scale + done) * (this.waits[this.part()] as number)) | 0
  }

  private part(): number {
    return this.draws.next() >>> partBits
  }
}
