import { mean, sum } from 'simple-statistics'
import { nothingLearned, ratesOf, weights, type Learned, type Seen } from './learning'
import { rateKinds, type BaseRates, type RateKind, type Rates } from './rates'
import { meanOf, shippedPatterns } from './shipped'
import { speedFrom, speedsFrom, type Speed } from './speed'
import { spellsIn, usualSpells, type Spells } from './spells'
import type { Past } from './rungExposures'

/** One way in which the dogs of a house may learn, and how likely it is that they do. */
export interface Pattern {
  readonly share: number
  readonly rates: Rates
}

/** A pattern of one dog: what its own sets make of the shares, and its speed by these rates. */
export interface DogPattern extends Pattern {
  readonly speed: Speed
  /** Its bad days come in runs: what they are like, and the chance that its last day was one. */
  readonly spells?: { readonly of: Spells; readonly last: number } | undefined
}

/** What the dogs of a house say of how they learn. */
export interface PatternsSeen {
  /** By shipped pattern: the logarithm of how likely the sets of all these dogs are under it. */
  readonly evidence: Readonly<Record<string, number>>
  /** Dogs, and how many of them had bad days in runs, as far as that is known. */
  readonly dogs: number
  readonly spelled: number
}
export const noneSeen: PatternsSeen = { evidence: {}, dogs: 0, spelled: 0 }

/**
 * Design choice: share of dogs whose bad days come in runs before a house has seen any, as many dogs as it weighs, and
 * what is kept of it where a house has seen none.
 */
const spells = { share: 0.15, weight: 6, least: 0.03 } as const
/** Design choice: more dogs than these tell the patterns of a house no further apart: they are nobody's exactly. */
const mostDogs = 8

/** What these dogs, finished or here, say of how the dogs of their house learn. */
export function patternsSeen(
  dogs: readonly Pick<Past, 'exposures' | 'frontier'>[],
  rates: Rates,
  patterns: Readonly<Record<string, BaseRates>> = shippedPatterns,
): PatternsSeen {
  const evidence: Record<string, number> = {}
  for (const [name, base] of Object.entries(patterns)) {
    const own = ratesOf(nothingLearned, base)
    evidence[name] = sum(dogs.map((dog) => speedFrom(dog.exposures, own).evidence ?? 0))
  }
  const withSpells = dogs.map(({ exposures, frontier }) => {
    const seen = spellsIn(frontier, rates, speedFrom(exposures, rates))
    return 1 / (1 + ((1 - spells.share) / spells.share) * Math.exp(-seen.evidence))
  })
  return { evidence, dogs: dogs.length, spelled: sum(withSpells) }
}

/** Share of the dogs of a house whose bad days come in runs. */
export const spelledShare = ({ dogs, spelled }: Pick<PatternsSeen, 'dogs' | 'spelled'>): number =>
  Math.max(spells.least, (spells.share * spells.weight + spelled) / (spells.weight + dogs))

/**
 * How the dogs of a house may learn: each shipped pattern, as far as the house’s own counts leave room. They were
 * counted beside the mean of all patterns.
 */
export function housePatterns(
  learned: Learned,
  seen: PatternsSeen,
  patterns: Readonly<Record<string, BaseRates>> = shippedPatterns,
): readonly Pattern[] {
  const base = meanOf(patterns)
  const known = ratesOf(learned, base)
  const left = weights.residencies / (weights.residencies + learned.residencies)
  const scale = Math.min(1, mostDogs / Math.max(1, seen.dogs))
  const shares = sharesOf(Object.keys(patterns).map((name) => trust * scale * (seen.evidence[name] ?? 0)))
  return Object.values(patterns).map((own, i): Pattern => {
    // How far it lies from the mean, kind by kind: a part that all kinds share is the house’s, the rest the kind’s.
    const off = (kind: RateKind) => Math.log(own.kinds[kind] / base.kinds[kind])
    const shared = mean(rateKinds.map(off))
    const room = (weight: number, of: Seen | undefined) => weight / (weight + (of?.expected ?? 0))
    const factors = Object.fromEntries(
      rateKinds.map((kind) => [
        kind,
        Math.exp(
          shared * room(weights.house, learned.house) + (off(kind) - shared) * room(weights.kind, learned.kinds[kind]),
        ),
      ]),
    )
    const toward = (value: number, of: number, from: number) => value * (of / from) ** left
    return {
      share: shares[i] ?? 0,
      rates: {
        of: (rungId, kind) => known.of(rungId, kind) * (factors[kind] ?? 1),
        shape: toward(known.shape, own.shape, base.shape),
        commandShape: toward(known.commandShape, own.commandShape, base.commandShape),
        elsewhere: Math.min(1, toward(known.elsewhere, own.elsewhere, base.elsewhere)),
        slips: {
          out: toward(known.slips.out, own.slips.out, base.slips.out),
          back: Math.min(1, toward(known.slips.back, own.slips.back, base.slips.back)),
        },
        swing: Math.max(0, known.swing + (own.swing - base.swing) * left),
      },
    }
  })
}

/** Design choice: a pattern that this dog’s sets leave so little of is not played. */
const leastShare = 0.01
/** Design choice: the weight of a dog’s own sets in telling patterns apart. The rates are nobody’s exactly. */
const trust = 0.5

/** The patterns that a dog may learn by, weighed by its own sets (Bayes’ rule), those hardly possible left out. */
export function patternsOf(
  patterns: readonly Pattern[],
  { exposures, frontier }: Pick<Past, 'exposures' | 'frontier'>,
  /** Share of the dogs of this house whose bad days come in runs. */
  spelled: number,
): readonly [DogPattern, ...DogPattern[]] {
  const days = new Set(frontier.map((set) => set.day)).size
  const all = patterns.flatMap((p) => {
    const speed = speedsFrom(exposures, p.rates, days)
    const seen = spellsIn(frontier, p.rates, speed)
    const plain = { ...p, speed, weight: Math.log(p.share * (1 - spelled)) + trust * (speed.evidence ?? 0) }
    const faster = Math.log(1 / (1 - seen.share * (1 - usualSpells.pace)))
    return [
      plain,
      {
        ...plain,
        speed: quicker(speed, faster),
        spells: { of: usualSpells, last: seen.last },
        weight: Math.log(p.share * spelled) + trust * ((speed.evidence ?? 0) + seen.evidence),
      },
    ]
  })
  const shares = sharesOf(all.map((p) => p.weight))
  const weighed = all.map(({ weight: _, ...p }, i): DogPattern => ({ ...p, share: shares[i] ?? 0 }))
  const [first, ...others] = weighed.sort((a, b) => b.share - a.share)
  if (!first) throw new Error('no pattern to learn by')
  const likely = others.filter((p) => p.share >= leastShare)
  const left = first.share + sum(likely.map((p) => p.share))
  const ofLeft = (p: DogPattern): DogPattern => ({ ...p, share: p.share / left })
  return [ofLeft(first), ...likely.map(ofLeft)]
}

/** Shares that go with the exponentials of these logarithms, and add up to one. */
function sharesOf(logs: readonly number[]): readonly number[] {
  const most = Math.max(...logs)
  const weights = logs.map((log) => Math.exp(log - most))
  const whole = sum(weights)
  return weights.map((w) => w / whole)
}

/** The speed of a dog on its good days, by how much it is quicker then (its logarithm). */
const quicker = (speed: Speed, by: number): Speed => ({
  ...speed,
  mean: speed.mean + by,
  ...(speed.hard ? { hard: quicker(speed.hard, by) } : {}),
})
