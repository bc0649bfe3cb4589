import { mean } from 'simple-statistics'
import { z } from 'zod'
import shipped from './patterns.json'
import { rateKinds, type BaseRates, type RateKind } from './rates'

const positive = z.number().positive()

const patternShape = z.object({
  kinds: z.record(z.enum(rateKinds), positive),
  shape: positive,
  commandShape: positive,
  elsewhere: z.number().positive().max(1),
  slips: z.object({ out: positive, back: positive.max(1) }),
  swing: z.number().nonnegative(),
})

/**
 * Ways in which the dogs of a kennel may learn, by name: each is what a kennel would know after two dozen residencies
 * of simulated dogs of one learning law, worked in one to four coached blocks a day (`bench/patterns.ts`). Passes a
 * set of a usual dog by kind of rung, and what else a kennel learns.
 */
export const shippedPatterns: Readonly<Record<string, BaseRates>> = Object.fromEntries(
  Object.entries(z.record(z.string(), patternShape).parse(shipped)).map(([name, of]) => [name, { ...of, rungs: {} }]),
)

/** The geometric mean of numbers above zero. */
const between = (all: readonly number[]): number => Math.exp(mean(all.map(Math.log)))

/** What lies between all of these: what a kennel’s own counts are held against, whichever pattern is right. */
export function meanOf(patterns: Readonly<Record<string, BaseRates>>): BaseRates {
  const all = Object.values(patterns)
  const of = (value: (one: BaseRates) => number) => between(all.map(value))
  return {
    kinds: Object.fromEntries(rateKinds.map((kind) => [kind, of((one) => one.kinds[kind])])) as Record<
      RateKind,
      number
    >,
    rungs: {},
    shape: of((one) => one.shape),
    commandShape: of((one) => one.commandShape),
    elsewhere: of((one) => one.elsewhere),
    slips: { out: of((one) => one.slips.out), back: of((one) => one.slips.back) },
    swing: mean(all.map((one) => one.swing)),
  }
}

export const shippedBase: BaseRates = meanOf(shippedPatterns)
