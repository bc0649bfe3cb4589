import { isEasy, type RateKind, type Rates, type RungExposure } from './rates'
import { hazardAt, passChance, stillWaiting } from './waitingTime'

/**
 * How much faster a dog passes rungs than a usual one: a speed of its own, g ~ Gamma(a, a), and one of each command
 * around it. Kept as the logarithm's mode and precision.
 */
export interface Speed {
  readonly mean: number
  readonly precision: number
  /** By command: how far it lies from the dog's own, drawn toward none. */
  readonly commands: ReadonlyMap<string, { readonly mean: number; readonly precision: number }>
  /** Of the waiting times at one rung; as shipped where left out. */
  readonly shape?: number
  /** Of a command that nothing is known of; as shipped where left out. */
  readonly commandShape?: number
  /** The speed at what is hard, where sets at what is easy count for less; as at what is easy where left out. */
  readonly hard?: Speed
  /** Logarithm of the chance of these sets under these rates, whatever the dog’s speed. */
  readonly evidence?: number
}

/** Design choice: how alike dogs are. From simulated residencies. */
export const dogShape = 4

/**
 * What these sets say of a dog's speed. Each counts by score and information of one chance 1 − e^−h in log g: of a pass
 * h/(e^h − 1), of none −h, information h²/(e^h − 1); a nearly sure set says little. Found by Newton's steps.
 */
export function speedFrom(
  exposures: readonly RungExposure[],
  rates: Rates,
  /** Days on which they were worked: where days lie apart, the sets of few of them say less. */
  days = Number.POSITIVE_INFINITY,
): Speed {
  const known = speedOf(exposures, rates, () => 1)
  const trust = trustIn(known, rates, days)
  return trust === 1 ? known : { ...speedOf(exposures, rates, () => trust), evidence: known.evidence ?? 0 }
}

/** The mean of so many days is off by as much as one, shared among them: so much less each set is trusted. */
function trustIn({ precision }: Speed, { swing }: Rates, days: number): number {
  const information = precision - dogShape
  if (swing === 0 || days === Number.POSITIVE_INFINITY || information <= 0) return 1
  return 1 / (1 + (swing * information) / Math.max(1, days))
}

/**
 * Design choice: how much of what a dog showed at what is easy counts at what is hard, and the other way (power prior,
 * Ibrahim & Chen 2000): dogs that are quick to offer a behavior are not as quick to hold it.
 */
const across = 0.3

/** What these sets say of a dog’s speed at what is easy, and of another at what is hard. */
export function speedsFrom(exposures: readonly RungExposure[], rates: Rates, days: number): Speed {
  const known = speedOf(exposures, rates, () => 1)
  const trust = trustIn(known, rates, days)
  const at = (easy: boolean) => speedOf(exposures, rates, (kind) => (isEasy(kind) === easy ? 1 : across) * trust)
  return { ...at(true), hard: at(false), evidence: known.evidence ?? 0 }
}

function speedOf(exposures: readonly RungExposure[], rates: Rates, trust: (kind: RateKind) => number): Speed {
  const { commandShape } = rates
  const of = new Map<string, (RungExposure & { readonly rate: number })[]>()
  for (const s of exposures) {
    const known = of.get(s.command)
    const rated = { ...s, rate: rates.of(s.rungId, s.kind) }
    if (known) known.push(rated)
    else of.set(s.command, [rated])
  }
  const ids = [...of.keys()]
  const means = new Map(ids.map((id) => [id, 0]))
  let mean = 0
  const evidenceOf = (id: string) => {
    const g = Math.exp(mean + (means.get(id) ?? 0))
    let [score, information] = [0, 0]
    for (const s of of.get(id) ?? []) {
      const lambda = s.rate * g
      const weight = trust(s.kind)
      for (let n = 1; n <= s.sets; n++) {
        const h = hazardAt(lambda, n, rates.shape)
        const over = h / Math.expm1(h)
        score += weight * (s.passed && n === s.sets ? over : -h)
        information += weight * h * over
      }
    }
    return { score, information }
  }
  // Newton's steps on all at once, none longer than a half; two dozen are far more than it takes to stand still. What
  // the commands share with the dog is worked out first: its row of the equations is the only one that holds them all.
  for (let round = 0; round < 24; round++) {
    let [score, information] = [-dogShape * mean, dogShape]
    const own = ids.map((id) => {
      const t = evidenceOf(id)
      const precision = t.information + commandShape
      const drawn = t.score - commandShape * (means.get(id) ?? 0)
      score += t.score - (t.information * drawn) / precision
      information += t.information - t.information ** 2 / precision
      return { id, drawn, precision, shared: t.information }
    })
    const by = score / information
    const steps = own.map(({ drawn, precision, shared }) => (drawn - shared * by) / precision)
    const longest = Math.max(Math.abs(by), ...steps.map(Math.abs))
    const part = Math.min(1, 0.5 / longest)
    mean += part * by
    own.forEach(({ id }, i) => means.set(id, (means.get(id) ?? 0) + part * (steps[i] ?? 0)))
    if (longest < 1e-10) break
  }
  // By Laplace’s approximation: the height of what is known at its mode, and how wide it is beside what was thought
  // before (Kass & Raftery 1995).
  const evidence = () => {
    let sum = (Math.log(dogShape / precision) - dogShape * mean ** 2) / 2
    for (const id of ids) {
      const { mean: own, precision: known } = commands.get(id) ?? { mean: 0, precision: commandShape }
      sum += (Math.log(commandShape / known) - commandShape * own ** 2) / 2
      for (const s of of.get(id) ?? []) {
        const lambda = s.rate * Math.exp(mean + own)
        const before = s.passed ? s.sets - 1 : s.sets
        sum += Math.log(stillWaiting(lambda, 0, before, rates.shape))
        if (s.passed) sum += Math.log(passChance(lambda, s.sets, rates.shape))
      }
    }
    return sum
  }
  // What a command's own speed leaves open is not known of the dog either.
  let precision = dogShape
  const commands = new Map<string, { mean: number; precision: number }>()
  for (const id of ids) {
    const { information } = evidenceOf(id)
    precision += (information * commandShape) / (information + commandShape)
    commands.set(id, { mean: means.get(id) ?? 0, precision: commandShape + information })
  }
  return { mean, precision, commands, shape: rates.shape, commandShape, evidence: evidence() }
}
