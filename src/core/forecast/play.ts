import { drawsOfFuture } from '../seeded'
import { again, climbs, goes, inPlay, met, never, slipped, type InPlay, type LegInPlay } from './inPlay'
import { laterRates, usualElsewhere, usualSlips, type Slips } from './rates'
import type { Speed } from './speed'
import { cubed, missesBefore, exponential, middleOf, normal, partBits, partLength, spreadOf, waitsOf } from './tables'
import { waitShape } from './wait'
import type { Leg } from './workLeft'

/** A day to come: sets that can bring something nearer, as the dog's own days were and the house's can be. */
export interface Plan {
  /** Sets that a usual day of this dog gives, by day from today; 0 on a day on which it is not worked. */
  readonly days: readonly number[]
  /** What days came to beside a usual one; one of them is drawn for each day. */
  readonly ratios: readonly number[]
  /** Chance that another place or pair of hands is to be had on a day; as shipped where left out. */
  readonly elsewhere?: number
  /** How what was met slips and is put right; as shipped where left out. */
  readonly slips?: Slips
}

/** Most sets of a day that are dealt; no dog takes a tenth of them. */
const mostSets = 200
/** What slipped comes before everything. */
const slippedNeed = 1e6
/** Sets until a place or a pair of hands comes nearer, of a usual dog. */
const meetScale = 1 / (2 * laterRates.again)

/** One future after the other, in what is begun anew each time: it is played four thousand times a dog. */
export class Play {
  private readonly all: InPlay
  private readonly dogPace: number
  private readonly dogMiddle: number
  private readonly dogSpread: number
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
  private newlyMet = false
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
    this.dogPace = Math.exp(speed.mean)
    this.dogMiddle = middleOf(speed.precision)
    this.dogSpread = spreadOf(speed.precision)
    const { out, back } = plan.slips ?? usualSlips
    this.days = Float64Array.from(plan.days)
    this.ratios = Float64Array.from(plan.ratios)
    this.untilAbout = missesBefore(plan.elsewhere ?? usualElsewhere)
    this.untilSlip = missesBefore(out)
    this.untilBack = missesBefore(back)
  }

  begin(draws: ReturnType<typeof drawsOfFuture>): void {
    this.draws = draws
    // Speeds about their modes, of mean one: gammas of the precision that is known.
    const dog = this.dogPace * cubed(this.dogMiddle, this.dogSpread, normal[this.part()] as number)
    for (const command of this.all.commands) command.begin(dog, this.part())
    for (const meeting of this.all.meetings) meeting.begin()
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
      this.wants(leg, (leg.first?.wanted ?? leg.wantedAfter) * leg.command.slow)
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
    if (this.nextSlip <= day) this.slip(day)
    const usual = this.days[day] as number
    if (usual > 0) {
      const ratio = this.ratios[(this.part() * this.ratios.length) >>> partLength] as number
      this.deal(day, Math.min(mostSets, Math.round(usual * ratio)) | 0)
    }
    // What was met before the first day is so at its end.
    if (day === 0) for (const leg of this.all.legs) if (leg.stage === met) leg.firstMet = 0
    return this.unmet === 0
  }

  /** The first day at whose end a leg was met; `never` where it was not. */
  firstMet(i: number): number {
    return this.all.legs[i]?.firstMet ?? never
  }

  /**
   * Deals the sets of a day out in turns to the two open legs that need most, until something comes of one of them: two
   * that take their bundles one after the other come to as many.
   */
  private deal(day: number, sets: number): void {
    const { live } = this
    // Of those that are not met the first so many may be open.
    let count = this.lives
    let rest = sets
    while (rest > 0 && count > 0) {
      if (!this.needsStand) this.reckonNeeds()
      let first = 0
      let second = -1
      let most = (live[0] as LegInPlay).need
      let next = -1
      for (let k = 1; k < count; k++) {
        const { need } = live[k] as LegInPlay
        if (need <= next) continue
        if (need > most) {
          second = first
          next = most
          first = k
          most = need
        } else {
          second = k
          next = need
        }
      }
      // Only of who would have its turn is it asked whether it is open.
      const one = live[first] as LegInPlay
      if (!this.isOpen(one, day)) {
        this.swap(first, --count)
        continue
      }
      this.opens = false
      if (second < 0) {
        const now = Math.min(rest, one.left)
        rest -= now
        this.work(one, day, now)
      } else {
        const other = live[second] as LegInPlay
        if (!this.isOpen(other, day)) {
          this.swap(second, --count)
          continue
        }
        const each = Math.min(one.left, other.left)
        // The odd set of a day is the first's.
        const ofOne = 2 * each > rest ? (rest + 1) >> 1 : each
        const ofOther = Math.min(each, rest - ofOne)
        rest -= ofOne + ofOther
        this.work(one, day, ofOne)
        this.work(other, day, ofOther)
      }
      if (this.newlyMet) {
        this.listLive()
        count = this.lives
      }
      // None opens in the middle of a day but where a climb ends or something is put right.
      else if (this.opens) count = this.lives
    }
  }

  private swap(k: number, l: number): void {
    const leg = this.live[k] as LegInPlay
    this.live[k] = this.live[l] as LegInPlay
    this.live[l] = leg
  }

  /** Lists who is not met. */
  private listLive(): void {
    this.lives = 0
    for (const leg of this.all.legs) if (leg.stage !== met) this.live[this.lives++] = leg
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
        this.wants(leg, slippedNeed * leg.command.slow)
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
        this.wants(leg, (leg.step?.wanted ?? leg.wantedAfter) * leg.command.slow)
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
    const { slow } = leg.command
    let sets = 0
    let then = step.wantedThen
    for (const one of step.atOneGo) {
      sets += Math.max(one.least, this.wait(one.scale * slow, one.spent))
      then = one.wantedThen
    }
    leg.left = sets
    leg.takes = ((step.wanted - then) * slow) / sets
  }

  private drawLater(leg: LegInPlay): void {
    leg.left = this.wait(this.laterScale * leg.command.slow, 0)
  }

  /** Every set has the same chance that it comes a step nearer, of which each eased one is one: 1 − exp(−2 Λ). */
  private drawMeet(leg: LegInPlay): void {
    const scale = meetScale * leg.command.slow
    let sets = 0
    for (let steps = (leg.goesFor?.eased ?? 0) + 1; steps > 0; steps--)
      sets += Math.ceil(scale * (exponential[this.part()] as number))
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
