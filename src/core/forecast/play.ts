import { drawsOfFuture } from '../seeded'
import { Layout, none } from './layout'
import { laterRates } from './rates'
import { cubed, exponential, normal, partBits, partLength } from './tables'

/** No day of the plan. */
export const never = 32_767

/** Most sets of a day that are dealt; no dog takes a tenth of them. */
const mostSets = 200

/** How far a leg has come: it climbs, is met on further days, goes to places and hands, or is met; or it slipped. */
const [climbs, again, goes, met, slipped] = [0, 1, 2, 3, 4]
/** What slipped comes before everything. */
const slippedNeed = 1e6
/** Sets until a place or a pair of hands comes nearer, of a usual dog. */
const meetScale = 1 / (2 * laterRates.again)
/**
 * One future after the other, in arrays that are filled anew: it is played four thousand times a dog. Every number read
 * below lies within its array.
 */
export class Play extends Layout {
  /** By command one over its pace in this future, and so by leg. */
  private readonly slowness = new Float64Array(this.factors.length)
  private readonly slow = new Float64Array(this.count)
  private readonly stage = new Uint8Array(this.count)
  private readonly step = new Int32Array(this.count)
  /** Sets until what is in hand is passed, met or put right. */
  private readonly left = new Int32Array(this.count)
  private readonly daysLeft = new Int16Array(this.count)
  /** First day at whose end it is met, places and all; the last on which it was met; since when it is held. */
  readonly firstMet = new Int16Array(this.count)
  private readonly metOn = new Int16Array(this.count)
  private readonly heldOn = new Int16Array(this.count)
  private readonly slipsOn = new Int16Array(this.count)
  /** Where it stood when it slipped. */
  private readonly asideStage = new Uint8Array(this.count)
  private readonly asideLeft = new Int32Array(this.count)
  private readonly asideOwn = new Float64Array(this.count)
  /** What it needs by itself, what a set takes of that while it climbs, and what it needs with what others lend it. */
  private readonly own = new Float64Array(this.count)
  private readonly takes = new Float64Array(this.count)
  private readonly need = new Float64Array(this.count)
  /** The next day on which another place or person is to be had, or the last that was drawn. */
  private readonly aboutOn = new Int16Array(this.count)
  /** Which of its meetings is in hand; and by meeting, what is left of it. */
  private readonly goesFor = new Int16Array(this.count)
  private readonly eased = new Int16Array(this.meetingDays.length)
  private readonly dueDays = new Int16Array(this.meetingDays.length)
  private readonly dueOn = new Int16Array(this.meetingDays.length)
  /** Legs that may be worked on the day in hand. */
  private readonly open = new Int16Array(this.count)
  private draws = drawsOfFuture(0, 0)
  private needsStand = false
  /** A leg ended its climb or was put right, so that another may have opened in the middle of a day. */
  private opens = false
  /** Promised legs that are not met. */
  private unmet = 0
  /** First day on which something that is held slips. */
  private nextSlip = never

  begin(draws: ReturnType<typeof drawsOfFuture>): void {
    this.draws = draws
    const { slowness, factors } = this
    // Speeds about their modes, of mean one: gammas of the precision that is known.
    const dog = this.dogPace * cubed(this.dogMiddle, this.dogSpread, normal[this.part()] as number)
    for (let c = 0; c < factors.length; c++) {
      const z = normal[this.part()] as number
      slowness[c] = 1 / (dog * (factors[c] as number) * cubed(this.middles[c] as number, this.spreads[c] as number, z))
    }
    for (let j = 0; j < this.eased.length; j++) {
      this.eased[j] = this.meetingEased[j] as number
      this.dueDays[j] = this.meetingDays[j] as number
      this.dueOn[j] = this.meetingOn[j] as number
    }
    this.nextSlip = never
    this.unmet = 0
    for (let i = 0; i < this.count; i++) {
      const slow = slowness[this.commandOf[i] as number] as number
      this.slow[i] = slow
      this.firstMet[i] = never
      this.unmet += this.promised[i] as number
      const from = this.stepFrom[i] as number
      this.step[i] = from
      this.daysLeft[i] = this.legDays[i] as number
      this.metOn[i] = this.legMetOn[i] as number
      this.heldOn[i] = never
      this.slipsOn[i] = never
      this.aboutOn[i] = -1
      this.wants(i, (this.wanted[from + i] as number) * slow)
      if (from < (this.stepFrom[i + 1] as number)) {
        this.stage[i] = climbs
        this.drawClimb(i)
      } else if ((this.daysLeft[i] as number) > 0) {
        this.stage[i] = again
        this.drawLater(i)
        this.slipsAfter(i, -1)
      } else this.hold(i, -1)
    }
    this.needsStand = false
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
    if (day === 0) for (let i = 0; i < this.count; i++) if (this.stage[i] === met) this.firstMet[i] = 0
    return this.unmet === 0
  }

  /**
   * Deals the sets of a day out in turns to the two open legs that need most, until something comes of one of them: two
   * that take their bundles one after the other come to as many.
   */
  private deal(day: number, sets: number): void {
    const { open, need, left } = this
    let count = this.listLive()
    let rest = sets
    while (rest > 0 && count > 0) {
      if (!this.needsStand) this.reckonNeeds()
      let first = 0
      let second = none
      let most = need[open[0] as number] as number
      let next = -1
      for (let k = 1; k < count; k++) {
        const of = need[open[k] as number] as number
        if (of <= next) continue
        if (of > most) {
          second = first
          next = most
          first = k
          most = of
        } else {
          second = k
          next = of
        }
      }
      // Only of who would have its turn is it asked whether it is open.
      const one = open[first] as number
      if (!this.isOpen(one, day)) {
        open[first] = open[--count] as number
        continue
      }
      this.opens = false
      if (second === none) {
        const now = Math.min(rest, left[one] as number)
        rest -= now
        this.work(one, day, now)
      } else {
        const other = open[second] as number
        if (!this.isOpen(other, day)) {
          open[second] = open[--count] as number
          continue
        }
        const each = Math.min(left[one] as number, left[other] as number)
        // The odd set of a day is the first's.
        const ofOne = 2 * each > rest ? (rest + 1) >> 1 : each
        const ofOther = Math.min(each, rest - ofOne)
        rest -= ofOne + ofOther
        this.work(one, day, ofOne)
        this.work(other, day, ofOther)
      }
      // None opens in the middle of a day but where a climb ends or something is put right.
      if (this.opens) count = this.listLive()
    }
  }

  /** Lists who is not met, from where those are taken away that turn out not to be open; how many. */
  private listLive(): number {
    let count = 0
    for (let i = 0; i < this.count; i++) if (this.stage[i] !== met) this.open[count++] = i
    return count
  }

  private slip(day: number): void {
    this.nextSlip = never
    for (let i = 0; i < this.count; i++) {
      if ((this.slipsOn[i] as number) <= day) {
        if (this.stage[i] === met) this.unmet += this.promised[i] as number
        this.asideStage[i] = this.stage[i] as number
        this.asideLeft[i] = this.left[i] as number
        this.asideOwn[i] = this.own[i] as number
        this.stage[i] = slipped
        this.left[i] = 1 + (this.untilBack[this.part()] as number)
        this.wants(i, slippedNeed * (this.slow[i] as number))
        this.slipsOn[i] = never
      }
      this.nextSlip = Math.min(this.nextSlip, this.slipsOn[i] as number)
    }
  }

  /** What waits for a leg lends it its need. */
  private reckonNeeds(): void {
    for (let k = 0; k < this.lent.length; k++) {
      const to = this.lent[k] as number
      this.need[to] = this.own[to] as number
    }
    for (let k = 0; k < this.lendTo.length; k++) {
      const to = this.lendTo[k] as number
      const lent = this.need[this.lendFrom[k] as number] as number
      if (lent > (this.need[to] as number)) this.need[to] = lent
    }
    this.needsStand = true
  }

  private isOpen(i: number, day: number): boolean {
    const stage = this.stage[i] as number
    if (stage === slipped) return true
    const after = this.after[i] as number
    if (after !== none && this.climbsStill(after)) return false
    switch (stage) {
      case climbs: {
        const step = this.step[i] as number
        const end = this.needFrom[step + 1] as number
        for (let k = this.needFrom[step] as number; k < end; k++) {
          const need = this.needs[k] as number
          if ((this.heldOn[need] as number) >= day || this.stage[need] === slipped) return false
        }
        return true
      }
      case again:
        return this.metOn[i] !== day
      case goes:
        return this.dueOn[this.goesFor[i] as number] !== day && this.getsAbout(i, day)
      default:
        return false
    }
  }

  /** What slips is past its climb. */
  private climbsStill(i: number): boolean {
    return this.stage[i] === climbs
  }

  /** Whether another place or person is to be had for this leg on this day: it is so on a day as on any other. */
  private getsAbout(i: number, day: number): boolean {
    if ((this.aboutOn[i] as number) < day)
      this.aboutOn[i] = Math.min(never, day + (this.untilAbout[this.part()] as number))
    return this.aboutOn[i] === day
  }

  /** So many sets of this leg on this day, no more than it has left. */
  private work(i: number, day: number, sets: number): void {
    const left = (this.left[i] as number) - sets
    this.left[i] = left
    if (left === 0) this.comes(i, day)
    else if (this.stage[i] === climbs) this.wants(i, (this.own[i] as number) - sets * (this.takes[i] as number))
  }

  /** What was in hand is passed, met or put right. */
  private comes(i: number, day: number): void {
    if (this.stage[i] === slipped) this.putRight(i, day)
    else if (this.stage[i] === goes) this.meet(i, day)
    else {
      if (this.stage[i] === climbs) {
        const step = this.goesTo[this.step[i] as number] as number
        this.step[i] = step
        this.wants(i, (this.wanted[step + i] as number) * (this.slow[i] as number))
        if (step < (this.stepFrom[i + 1] as number)) {
          this.drawClimb(i)
          return
        }
        // The passing of the last is the first day of its meeting.
        this.stage[i] = again
        // The next leg of its run may open on this very day.
        this.opens = true
      } else this.daysLeft[i] = (this.daysLeft[i] as number) - 1
      this.metOn[i] = day
      if ((this.daysLeft[i] as number) === 0) this.hold(i, day)
      else {
        this.drawLater(i)
        this.slipsAfter(i, day)
      }
    }
  }

  private putRight(i: number, day: number): void {
    const stage = this.asideStage[i] as number
    this.stage[i] = stage
    this.left[i] = this.asideLeft[i] as number
    this.wants(i, this.asideOwn[i] as number)
    if (stage === met) this.isMet(i, day)
    this.slipsAfter(i, day)
    this.opens = true
  }

  private hold(i: number, day: number): void {
    this.heldOn[i] = day
    if (this.meetingFrom[i] === this.meetingFrom[i + 1]) this.isMet(i, day)
    else {
      this.stage[i] = goes
      this.goOn(i, Math.max(0, day))
    }
    this.slipsAfter(i, day)
  }

  private isMet(i: number, day: number): void {
    this.stage[i] = met
    this.unmet -= this.promised[i] as number
    if (day >= 0 && day < (this.firstMet[i] as number)) this.firstMet[i] = day
  }

  private slipsAfter(i: number, day: number): void {
    const on = Math.min(never - 1, day + 1 + (this.untilSlip[this.part()] as number))
    this.slipsOn[i] = on
    if (on < this.nextSlip) this.nextSlip = on
  }

  /** The place or the hands in hand are met on this day. */
  private meet(i: number, day: number): void {
    const j = this.goesFor[i] as number
    this.dueDays[j] = (this.dueDays[j] as number) - 1
    this.dueOn[j] = day
    this.goOn(i, day)
  }

  /** Takes the first place or pair of hands in hand that is lacking still, one that is not met today before others. */
  private goOn(i: number, day: number): void {
    const end = this.meetingFrom[i + 1] as number
    let next = none
    for (let j = end - 1; j >= (this.meetingFrom[i] as number); j--)
      if ((this.dueDays[j] as number) > 0 && (next === none || this.dueOn[j] !== day || this.dueOn[next] === day))
        next = j
    if (next === none) this.isMet(i, day)
    else {
      this.goesFor[i] = next
      this.drawMeet(i, next)
    }
  }

  private wants(i: number, own: number): void {
    this.own[i] = own
    this.need[i] = own
    if (this.shares[i] === 1) this.needsStand = false
  }

  /** A draw for each of the steps that are climbed at one go; what each set takes of the need is what they come to. */
  private drawClimb(i: number): void {
    const from = this.step[i] as number
    const to = this.goesTo[from] as number
    const slow = this.slow[i] as number
    let sets = 0
    for (let step = from; step < to; step++) {
      const waits = this.wait((this.scale[step] as number) * slow, this.spent[step] as number)
      sets += Math.max(waits, this.least[step] as number)
    }
    this.left[i] = sets
    this.takes[i] = (((this.wanted[from + i] as number) - (this.wanted[to + i] as number)) * slow) / sets
  }

  private drawLater(i: number): void {
    this.left[i] = this.wait(this.laterScale * (this.slow[i] as number), 0)
  }

  /** Every set has the same chance that it comes a step nearer, of which each eased one is one: 1 − exp(−2 Λ). */
  private drawMeet(i: number, j: number): void {
    const scale = meetScale * (this.slow[i] as number)
    let sets = 0
    for (let steps = (this.eased[j] as number) + 1; steps > 0; steps--)
      sets += Math.ceil(scale * (exponential[this.part()] as number))
    this.left[i] = sets
    this.eased[j] = 0
  }

  /** Sets left, of one draw: what `setsLeft` says of it, from the shape over Λ. */
  private wait(scale: number, done: number): number {
    return Math.ceil((scale + done) * (this.waits[this.part()] as number))
  }

  private part(): number {
    return this.draws.next() >>> partBits
  }
}
