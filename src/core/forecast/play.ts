import { drawsOfFuture } from '../seeded'
import { laterRates, usualCommandShape, usualElsewhere, usualSlips, type Slips } from './rates'
import type { Speed } from './speed'
import { cubed, daysUntil, middleOf, normal, partBits, parts, spreadOf, waitsOf } from './tables'
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

/** No day of the plan. */
export const never = 32_767

/** Most blocks in a day, so that a day of very many sets ends. */
const mostBlocks = 40

/** How far a leg has come: it climbs, is met on further days, goes to places and hands, or is met. */
const [climbs, again, goes, met] = [0, 1, 2, 3]
/** What slipped comes before everything. */
const slippedNeed = 1e6
/** No leg. */
const none = -1

/**
 * One future after the other, in arrays that are filled anew: it is played four thousand times a dog. Every number read
 * below lies within its array.
 */
export class Play {
  private readonly count: number
  private readonly dogPace: number
  private readonly dogMiddle: number
  private readonly dogSpread: number
  /** By command: its pace beside the dog’s, and how its gamma lies; its pace in this future, and what places take. */
  private readonly factors: Float64Array
  private readonly middles: Float64Array
  private readonly spreads: Float64Array
  private readonly paces: Float64Array
  private readonly atPlaces: Float64Array
  private readonly commandOf: Int16Array
  /** Steps, their needs and meetings of all legs after each other; a leg's begin at its number, and end at the next. */
  private readonly stepFrom: Int32Array
  private readonly rate: Float64Array
  private readonly spent: Int16Array
  private readonly least: Int16Array
  /** Sets that a usual dog wants from this step on; one more entry a leg, for what comes after its steps. */
  private readonly wanted: Float64Array
  private readonly needFrom: Int32Array
  private readonly needs: Int16Array
  private readonly meetingFrom: Int32Array
  private readonly meetingEased: Int16Array
  private readonly meetingDays: Int16Array
  private readonly meetingOn: Int16Array
  /** Legs that wait for a leg, last legs first. */
  private readonly lendTo: Int16Array
  private readonly lendFrom: Int16Array
  /** The leg of the same run that comes before; none where none does. */
  private readonly after: Int16Array
  private readonly legDays: Int16Array
  private readonly legMetOn: Int16Array

  private readonly stage: Uint8Array
  private readonly step: Int32Array
  private readonly left: Int32Array
  private readonly daysLeft: Int16Array
  private readonly metOn: Int16Array
  private readonly heldOn: Int16Array
  private readonly slipsOn: Int16Array
  private readonly slipped: Uint8Array
  private readonly pace: Float64Array
  private readonly own: Float64Array
  /** The last day on which it was asked whether another place or person was to be had, and the answer. */
  private readonly askedOn: Int16Array
  private readonly about: Uint8Array
  private readonly elsewhere: number
  private readonly untilSlip: Float64Array
  private readonly back: number
  private readonly need: Float64Array
  /** Chance of a set that a place or a pair of hands comes nearer. */
  private readonly meets: Float64Array
  private readonly eased: Int16Array
  private readonly dueDays: Int16Array
  private readonly dueOn: Int16Array
  /** Legs that can be worked on the day in hand. */
  private readonly open: Int16Array
  /** Legs that lend or are lent: what one of them needs is not its own alone. */
  private readonly lends: Uint8Array
  private readonly shape: number
  private readonly waits: Float64Array
  private draws = drawsOfFuture(0, 0)
  /** Thrown once a day, a bit for each bundle. */
  private coins = 0
  private needsStand = false
  /** The leg of the last bundle is not open any more. */
  private closed = false
  /** A leg ended its climb, so that another may have opened in the middle of a day. */
  private opens = false
  /** Something was met, or slipped, since it was last asked. */
  private moved = false
  /** First day on which something that is held slips. */
  private nextSlip = never

  constructor(
    legs: readonly Leg[],
    speed: Speed,
    private readonly plan: Plan,
  ) {
    const count = legs.length
    this.count = count
    this.shape = speed.shape ?? waitShape
    this.waits = waitsOf(this.shape)
    const ids = [...new Set(legs.map((leg) => leg.command))]
    this.dogPace = Math.exp(speed.mean)
    this.dogMiddle = middleOf(speed.precision)
    this.dogSpread = spreadOf(speed.precision)
    const shapes = ids.map((id) => speed.commands.get(id)?.precision ?? speed.commandShape ?? usualCommandShape)
    this.factors = Float64Array.from(ids, (id) => Math.exp(speed.commands.get(id)?.mean ?? 0))
    this.middles = Float64Array.from(shapes, middleOf)
    this.spreads = Float64Array.from(shapes, spreadOf)
    this.paces = new Float64Array(ids.length)
    this.atPlaces = new Float64Array(ids.length)
    this.commandOf = Int16Array.from(legs, (leg) => ids.indexOf(leg.command))
    const steps = legs.flatMap((leg) => leg.steps)
    this.stepFrom = offsets(legs.map((leg) => leg.steps.length))
    this.rate = Float64Array.from(steps, (step) => step.rate)
    this.spent = Int16Array.from(steps, (step) => step.done)
    this.least = Int16Array.from(steps, (step) => Math.max(1, step.least))
    this.needFrom = offsets(steps.map((step) => step.needs.length))
    this.needs = Int16Array.from(steps.flatMap((step) => step.needs))
    this.wanted = Float64Array.from(legs.flatMap(wantedSets))
    const meetings = legs.flatMap((leg) => leg.meetings)
    this.meetingFrom = offsets(legs.map((leg) => leg.meetings.length))
    this.meetingEased = Int16Array.from(meetings, (m) => m.eased)
    this.meetingDays = Int16Array.from(meetings, (m) => m.days)
    this.meetingOn = Int16Array.from(meetings, (m) => (m.metToday ? 0 : -1))
    const lends = legs
      .flatMap((_, to) =>
        legs.flatMap((leg, from) =>
          leg.after === to || leg.steps.some((step) => step.needs.includes(to)) ? [[to, from] as const] : [],
        ),
      )
      .reverse()
    this.lendTo = Int16Array.from(lends, ([to]) => to)
    this.lendFrom = Int16Array.from(lends, ([, from]) => from)
    this.after = Int16Array.from(legs, (leg) => leg.after ?? none)
    this.legDays = Int16Array.from(legs, (leg) => leg.days)
    this.legMetOn = Int16Array.from(legs, (leg) => (leg.metToday ? 0 : -1))
    this.stage = new Uint8Array(count)
    this.step = new Int32Array(count)
    this.left = new Int32Array(count)
    this.daysLeft = new Int16Array(count)
    this.metOn = new Int16Array(count)
    this.heldOn = new Int16Array(count)
    this.slipsOn = new Int16Array(count)
    this.slipped = new Uint8Array(count)
    this.pace = new Float64Array(count)
    this.own = new Float64Array(count)
    this.askedOn = new Int16Array(count)
    this.about = new Uint8Array(count)
    this.elsewhere = plan.elsewhere ?? usualElsewhere
    const { out, back } = plan.slips ?? usualSlips
    this.untilSlip = daysUntil(out)
    this.back = back
    this.need = new Float64Array(count)
    this.meets = new Float64Array(count)
    this.eased = new Int16Array(meetings.length)
    this.dueDays = new Int16Array(meetings.length)
    this.dueOn = new Int16Array(meetings.length)
    this.open = new Int16Array(count)
    this.lends = Uint8Array.from(legs, (_, i) => Number(lends.some((pair) => pair.includes(i))))
  }

  begin(draws: ReturnType<typeof drawsOfFuture>): void {
    this.draws = draws
    const { paces, atPlaces, factors } = this
    // Speeds about their modes, of mean one: gammas of the precision that is known.
    const dog = this.dogPace * cubed(this.dogMiddle, this.dogSpread, normal[this.part()] as number)
    for (let c = 0; c < factors.length; c++) {
      const z = normal[this.part()] as number
      const pace = dog * (factors[c] as number) * cubed(this.middles[c] as number, this.spreads[c] as number, z)
      paces[c] = pace
      atPlaces[c] = 1 - Math.exp(-2 * laterRates.again * pace)
    }
    for (let j = 0; j < this.eased.length; j++) {
      this.eased[j] = this.meetingEased[j] as number
      this.dueDays[j] = this.meetingDays[j] as number
      this.dueOn[j] = this.meetingOn[j] as number
    }
    this.nextSlip = never
    for (let i = 0; i < this.count; i++) {
      const command = this.commandOf[i] as number
      const pace = paces[command] as number
      this.pace[i] = pace
      const from = this.stepFrom[i] as number
      this.step[i] = from
      this.daysLeft[i] = this.legDays[i] as number
      this.metOn[i] = this.legMetOn[i] as number
      this.heldOn[i] = never
      this.slipsOn[i] = never
      this.slipped[i] = 0
      this.askedOn[i] = -1
      this.meets[i] = this.meetingFrom[i] === this.meetingFrom[i + 1] ? 1 : (atPlaces[command] as number)
      if (from < (this.stepFrom[i + 1] as number)) {
        this.stage[i] = climbs
        this.drawStep(i)
      } else if ((this.daysLeft[i] as number) > 0) {
        this.stage[i] = again
        this.drawLater(i)
        this.slipsAfter(i, -1)
      } else this.hold(i, -1)
      this.own[i] = (this.wanted[from + i] as number) / pace
    }
    this.needsStand = false
    // Day 0 is looked at, whatever happens in it.
    this.moved = true
  }

  isMet(i: number): boolean {
    return this.stage[i] === met && this.slipped[i] === 0
  }

  /** Plays one day; whether anything was met or slipped since this was last said. */
  day(day: number): boolean {
    const { plan } = this
    if (this.nextSlip <= day) this.slip(day)
    const usual = plan.days[day] as number
    if (usual > 0) {
      const ratio = plan.ratios[this.part() % plan.ratios.length] as number
      this.coins = this.draws.next()
      this.deal(day, Math.round(usual * ratio))
    }
    const { moved } = this
    this.moved = false
    return moved
  }

  /** Deals the sets of a day out, block by block, to the two open legs that need most. */
  private deal(day: number, sets: number): void {
    const { open, need } = this
    let count = 0
    // What opens a leg is of an earlier day: none opens in the middle of one but where something slipped is put right.
    for (let i = 0; i < this.count; i++) if (!this.isMet(i) && this.isOpen(i, day)) open[count++] = i
    let left = sets
    this.opens = false
    for (let block = 0; left > 0 && count > 0 && block < mostBlocks; block++) {
      if (!this.needsStand) this.reckonNeeds()
      let first = 0
      let second = none
      for (let k = 1; k < count; k++) {
        const of = need[open[k] as number] as number
        if (of > (need[open[first] as number] as number)) {
          second = first
          first = k
        } else if (second === none || of > (need[open[second] as number] as number)) second = k
      }
      this.closed = false
      left = this.bundle(open[first] as number, day, left)
      const firstClosed = this.closed
      this.closed = false
      if (second !== none && left > 0) left = this.bundle(open[second] as number, day, left)
      // The later place in the list goes first, so that the other keeps its own.
      if (this.closed && second > first) open[second] = open[--count] as number
      if (firstClosed) open[first] = open[--count] as number
      if (this.closed && second < first) open[second] = open[--count] as number
      if (this.opens) {
        this.opens = false
        count = 0
        for (let i = 0; i < this.count; i++) if (this.isOpen(i, day)) open[count++] = i
      }
    }
  }

  private slip(day: number): void {
    this.nextSlip = never
    for (let i = 0; i < this.count; i++) {
      if ((this.slipsOn[i] as number) <= day) {
        this.slipped[i] = 1
        this.slipsOn[i] = never
        this.needsStand = false
        this.moved = true
      }
      this.nextSlip = Math.min(this.nextSlip, this.slipsOn[i] as number)
    }
  }

  /** Two or three sets of a leg that is open, as long as it is; how many are left of the day. */
  private bundle(i: number, day: number, sets: number): number {
    const most = Math.min(sets, 2 + (this.coins & 1))
    this.coins = (this.coins >>> 1) | (this.coins << 31)
    let done = 0
    do {
      const ahead = this.slipped[i] === 0 && (this.stage[i] as number) <= again ? (this.left[i] as number) : 1
      const now = Math.min(most - done, ahead)
      done += now
      if (this.work(i, day, now)) continue
      this.closed = !this.isOpen(i, day)
    } while (done < most && !this.closed)
    return sets - done
  }

  /** What waits for a leg lends it its need. */
  private reckonNeeds(): void {
    for (let i = 0; i < this.count; i++)
      this.need[i] = this.slipped[i] === 1 ? slippedNeed / (this.pace[i] as number) : (this.own[i] as number)
    for (let k = 0; k < this.lendTo.length; k++) {
      const to = this.lendTo[k] as number
      const lent = this.need[this.lendFrom[k] as number] as number
      if (lent > (this.need[to] as number)) this.need[to] = lent
    }
    this.needsStand = true
  }

  private isOpen(i: number, day: number): boolean {
    if (this.slipped[i] === 1) return true
    const after = this.after[i] as number
    if (after !== none && this.stage[after] === climbs) return false
    switch (this.stage[i]) {
      case climbs: {
        const step = this.step[i] as number
        const end = this.needFrom[step + 1] as number
        for (let k = this.needFrom[step] as number; k < end; k++) {
          const need = this.needs[k] as number
          if ((this.heldOn[need] as number) >= day || this.slipped[need] === 1) return false
        }
        return true
      }
      case again:
        return this.metOn[i] !== day
      case goes:
        return this.meetingDue(i, day) >= 0 && this.getsAbout(i, day)
      default:
        return false
    }
  }

  /** Whether another place or person is to be had for this leg on this day: drawn once a day. */
  private getsAbout(i: number, day: number): boolean {
    if (this.askedOn[i] !== day) {
      this.askedOn[i] = day
      this.about[i] = Number(this.part() < this.elsewhere * parts)
    }
    return this.about[i] === 1
  }

  private meetingDue(i: number, day: number): number {
    const end = this.meetingFrom[i + 1] as number
    for (let j = this.meetingFrom[i] as number; j < end; j++)
      if ((this.dueDays[j] as number) > 0 && this.dueOn[j] !== day) return j
    return none
  }

  /**
   * So many sets of this leg on this day, no more than it has left; one where it slipped or goes somewhere. Whether it
   * is where it was, and so as open.
   */
  private work(i: number, day: number, sets: number): boolean {
    if (this.slipped[i] === 1) {
      if (this.part() >= this.back * parts) return true
      this.slipped[i] = 0
      this.slipsAfter(i, day)
      this.needsStand = false
      this.moved = true
      return false
    }
    if (this.stage[i] === goes) return this.meet(i, day)
    const left = (this.left[i] as number) - sets
    this.left[i] = left
    if (left > 0) return true
    if (this.stage[i] === climbs) {
      const step = (this.step[i] as number) + 1
      this.step[i] = step
      const own = (this.wanted[step + i] as number) / (this.pace[i] as number)
      this.own[i] = own
      if (this.lends[i] === 1) this.needsStand = false
      else this.need[i] = own
      if (step < (this.stepFrom[i + 1] as number)) {
        this.drawStep(i)
        // The next may need what is not held yet.
        return this.needFrom[step] === this.needFrom[step + 1]
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
    return false
  }

  private hold(i: number, day: number): void {
    this.heldOn[i] = day
    this.stage[i] = this.meetingFrom[i] === this.meetingFrom[i + 1] ? met : goes
    this.moved = true
    this.slipsAfter(i, day)
  }

  private slipsAfter(i: number, day: number): void {
    const on = Math.min(never - 1, day + 1 + (this.untilSlip[this.part()] as number))
    this.slipsOn[i] = on
    if (on < this.nextSlip) this.nextSlip = on
  }

  /** A set at the first place or with the first hands that are due; whether the same are. */
  private meet(i: number, day: number): boolean {
    const j = this.meetingDue(i, day)
    if (this.part() >= (this.meets[i] as number) * parts) return true
    if ((this.eased[j] as number) > 0) {
      this.eased[j] = (this.eased[j] as number) - 1
      return true
    }
    this.dueDays[j] = (this.dueDays[j] as number) - 1
    this.dueOn[j] = day
    const end = this.meetingFrom[i + 1] as number
    for (let k = this.meetingFrom[i] as number; k < end; k++) if ((this.dueDays[k] as number) > 0) return false
    this.stage[i] = met
    this.moved = true
    return false
  }

  private drawStep(i: number): void {
    const step = this.step[i] as number
    this.left[i] = this.wait((this.rate[step] as number) * (this.pace[i] as number), this.spent[step] as number)
    if ((this.left[i] as number) < (this.least[step] as number)) this.left[i] = this.least[step] as number
  }

  private drawLater(i: number): void {
    this.left[i] = this.wait(laterRates.secondDay * (this.pace[i] as number), 0)
  }

  /** Sets left, of one draw: what `setsLeft` says of it. */
  private wait(lambda: number, done: number): number {
    return Math.max(1, Math.ceil((this.shape / lambda + done) * (this.waits[this.part()] as number)))
  }

  private part(): number {
    return this.draws.next() >>> partBits
  }
}

/** Where each begins, of so many each; one more, where the last ends. */
function offsets(lengths: readonly number[]): Int32Array {
  const from = new Int32Array(lengths.length + 1)
  lengths.forEach((length, i) => {
    from[i + 1] = (from[i] ?? 0) + length
  })
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
