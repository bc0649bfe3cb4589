import { laterRates, usualCommandShape, usualElsewhere, usualSlips, type Slips } from './rates'
import type { Speed } from './speed'
import { daysUntil, middleOf, spreadOf, waitsOf } from './tables'
import { waitShape } from './wait'
import type { Leg, Step } from './workLeft'

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

/** No leg. */
export const none = -1

/**
 * What is left, how fast the dog is and the days to come, in arrays for whoever plays them thousands of times: steps,
 * their needs and meetings of all legs after each other. A leg's begin at its number, and end at the next.
 */
export class Layout {
  protected readonly count: number
  protected readonly promised: Uint8Array
  protected readonly legDays: Int16Array
  protected readonly legMetOn: Int16Array
  /** The leg of the same run that comes before; none where none does. */
  protected readonly after: Int16Array

  protected readonly stepFrom: Int32Array
  /** Sets a rung of which as much is known as nothing: the shape of the wait over the rate. */
  protected readonly scale: Float64Array
  protected readonly laterScale: number
  protected readonly waits: Float64Array
  protected readonly spent: Int16Array
  protected readonly least: Int16Array
  /** The step after those that are climbed at one go: the next that needs something else first, or the leg’s end. */
  protected readonly goesTo: Int32Array
  /** Sets that a usual dog wants from this step on; one more entry a leg, for what comes after its steps. */
  protected readonly wanted: Float64Array
  protected readonly needFrom: Int32Array
  protected readonly needs: Int16Array

  protected readonly meetingFrom: Int32Array
  protected readonly meetingEased: Int16Array
  protected readonly meetingDays: Int16Array
  protected readonly meetingOn: Int16Array

  /** Who lends its need to whom, last legs first; who is lent any; and who is one of either. */
  protected readonly lendFrom: Int16Array
  protected readonly lendTo: Int16Array
  protected readonly lent: Int16Array
  protected readonly shares: Uint8Array

  /** The dog’s pace and how its gamma lies; by command the same beside the dog’s. */
  protected readonly dogPace: number
  protected readonly dogMiddle: number
  protected readonly dogSpread: number
  protected readonly factors: Float64Array
  protected readonly middles: Float64Array
  protected readonly spreads: Float64Array
  protected readonly commandOf: Int16Array

  protected readonly days: Float64Array
  protected readonly ratios: Float64Array
  protected readonly untilAbout: Float64Array
  protected readonly untilSlip: Float64Array
  protected readonly untilBack: Float64Array

  constructor(legs: readonly Leg[], speed: Speed, plan: Plan) {
    this.count = legs.length
    this.promised = Uint8Array.from(legs, (leg) => Number(leg.promised))
    this.legDays = Int16Array.from(legs, (leg) => leg.days)
    this.legMetOn = Int16Array.from(legs, (leg) => (leg.metToday ? 0 : none))
    this.after = Int16Array.from(legs, (leg) => leg.after ?? none)

    const shape = speed.shape ?? waitShape
    const steps = legs.flatMap((leg) => leg.steps)
    this.stepFrom = offsets(legs.map((leg) => leg.steps.length))
    this.scale = Float64Array.from(steps, (step) => shape / step.rate)
    this.laterScale = shape / laterRates.secondDay
    this.waits = waitsOf(shape)
    this.spent = Int16Array.from(steps, (step) => step.done)
    this.least = Int16Array.from(steps, (step) => Math.max(1, step.least))
    this.goesTo = Int32Array.from(legs.flatMap((leg, i) => goneTo(leg.steps).map((to) => (this.stepFrom[i] ?? 0) + to)))
    this.wanted = Float64Array.from(legs.flatMap(wantedSets))
    this.needFrom = offsets(steps.map((step) => step.needs.length))
    this.needs = Int16Array.from(steps.flatMap((step) => step.needs))

    const meetings = legs.flatMap((leg) => leg.meetings)
    this.meetingFrom = offsets(legs.map((leg) => leg.meetings.length))
    this.meetingEased = Int16Array.from(meetings, (m) => m.eased)
    this.meetingDays = Int16Array.from(meetings, (m) => m.days)
    this.meetingOn = Int16Array.from(meetings, (m) => (m.metToday ? 0 : none))

    const lends = legs
      .flatMap((_, to) => legs.flatMap((leg, from) => (waitsFor(leg, to) ? [[from, to] as const] : [])))
      .reverse()
    this.lendFrom = Int16Array.from(lends, ([from]) => from)
    this.lendTo = Int16Array.from(lends, ([, to]) => to)
    this.lent = Int16Array.from(new Set(this.lendTo))
    this.shares = Uint8Array.from(legs, (_, i) => Number(lends.some((pair) => pair.includes(i))))

    const ids = [...new Set(legs.map((leg) => leg.command))]
    const shapes = ids.map((id) => speed.commands.get(id)?.precision ?? speed.commandShape ?? usualCommandShape)
    this.dogPace = Math.exp(speed.mean)
    this.dogMiddle = middleOf(speed.precision)
    this.dogSpread = spreadOf(speed.precision)
    this.factors = Float64Array.from(ids, (id) => Math.exp(speed.commands.get(id)?.mean ?? 0))
    this.middles = Float64Array.from(shapes, middleOf)
    this.spreads = Float64Array.from(shapes, spreadOf)
    this.commandOf = Int16Array.from(legs, (leg) => ids.indexOf(leg.command))

    const { out, back } = plan.slips ?? usualSlips
    this.days = Float64Array.from(plan.days)
    this.ratios = Float64Array.from(plan.ratios)
    this.untilAbout = daysUntil(plan.elsewhere ?? usualElsewhere)
    this.untilSlip = daysUntil(out)
    this.untilBack = daysUntil(back)
  }
}

const waitsFor = (leg: Leg, other: number): boolean =>
  leg.after === other || leg.steps.some((step) => step.needs.includes(other))

/** For each step the next one that needs something else first, or their end. */
function goneTo(steps: readonly Step[]): readonly number[] {
  return steps.map((_, k) => {
    const to = steps.findIndex((step, at) => at > k && step.needs.length > 0)
    return to < 0 ? steps.length : to
  })
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
