import { z } from 'zod'
import { addDays, weekdayOf } from '../days'
import { line } from '../fields'
import { figureShape } from './figures'
import { verdicts } from './judged'
import { heldOn, usualHeld as coachedBlock, usualOn } from './plan'
import type { BlockHolds } from './plan'
import { waitingTimeShape } from './waitingTime'
import { noneSeen } from './patterns'
import { ratesOf, type Learned } from './learning'
import { uncalibrated, calibrationShape } from './chanceCalibration'
import type { Past } from './rungExposures'
import { rateKinds, usualCommandShape, usualElsewhere, usualSlips, type BaseRates, type RateKind } from './rates'
import { shippedBase } from './shipped'
import type { RungId } from '../ids'

const count = z.number().nonnegative()
const seen = z.object({ passes: count, expected: count })

/** Of waiting times: beyond these nothing changes. */
const shape = z.number().min(0.5).max(100)
const commandShape = z.number().min(4).max(100)

/** Raised whenever counts are counted beside something else: older ones are counted again. */
export const learnedModel = 2

const noWeekdays = () => Array.from({ length: 7 }, () => ({ blocks: 0, days: 0 }))

/** A kennel's own counts, as they are kept. */
export const learnedShape = z.object({
  model: z.literal(learnedModel),
  residencies: z.number().int().nonnegative(),
  house: seen,
  kinds: z.partialRecord(z.enum(rateKinds), seen),
  rungs: z.record(z.string(), seen),
  /** How alike its dogs are at one rung; as it began where nobody looked. */
  shape: shape.optional(),
  /** How alike one dog’s commands are; as it began where nobody looked. */
  commandShape: commandShape.optional(),
  /** How often another place or pair of hands was to be had; as it began where nobody looked. */
  elsewhere: seen.optional(),
  /** How often something met slipped, and was put right; as it began where nobody looked. */
  slips: z.object({ out: seen, back: seen }).optional(),
  /** How far a dog’s days lie apart; as it began where nobody looked. */
  swing: z.object({ excess: z.number(), weight: count }).optional(),
  /** By weekday, Monday first: blocks, and the days of dogs on which they were worked. */
  weekdays: z
    .array(z.object({ blocks: count, days: count }))
    .length(7)
    .default(() => noWeekdays()),
  /** Of the same days: blocks with useful sets, commands worked in them, and sets of the command that had most. */
  held: z.object({ blocks: count, things: count, most: count }).default({ blocks: 0, things: 0, most: 0 }),
  /** What its dogs say of how they learn. */
  patterns: z
    .object({ evidence: z.record(z.string(), z.number()), dogs: count, spelled: count })
    .default(() => ({ ...noneSeen, evidence: {} })),
  /** What its hours came to. */
  figures: z.array(figureShape),
  /** How good what was said turned out. */
  verdict: z.enum(verdicts),
  /** How chances are bent by what came of those before. */
  stack: calibrationShape.default(uncalibrated),
})
export type KennelLearned = z.infer<typeof learnedShape>

export const nothingKnown: KennelLearned = {
  model: learnedModel,
  residencies: 0,
  house: { passes: 0, expected: 0 },
  kinds: {},
  rungs: {},
  weekdays: noWeekdays(),
  held: { blocks: 0, things: 0, most: 0 },
  patterns: { ...noneSeen, evidence: {} },
  figures: [],
  verdict: 'too few',
  stack: uncalibrated,
}

/** Design choice: what the usual day weighs beside a kennel's own, in days of a dog. */
const usualDays = 10

/** Blocks that a day has for a dog of this house, by its weekday. */
export function usualDay({ weekdays }: Pick<KennelLearned, 'weekdays'>): (day: string) => number {
  return (day) => {
    const own = weekdays[weekdayOf(day) - 1] ?? { blocks: 0, days: 0 }
    return (own.blocks + usualOn(day) * usualDays) / (own.days + usualDays)
  }
}

/** Design choice: what the usual block weighs beside a kennel's own, in blocks. */
const usualBlocks = 3 * usualDays

/** What a block of this house holds. */
export const usualHeld = ({ held }: Pick<KennelLearned, 'held'>): BlockHolds => ({
  things: (held.things + coachedBlock.things * usualBlocks) / (held.blocks + usualBlocks),
  sets: (held.most + coachedBlock.sets * usualBlocks) / (held.blocks + usualBlocks),
})

/** Design choice: what a day gives is learned from the beginning of stays: later much waits for its second day. */
const openingDays = 14

/** The opening days of a stay, without the first evening. */
export function openingOf({
  arrivesOn,
  leavesOn,
}: {
  readonly arrivesOn: string
  readonly leavesOn: string
}): readonly string[] {
  return Array.from({ length: openingDays }, (_, i) => addDays(arrivesOn, i + 1)).filter((day) => day < leavesOn)
}

/** Blocks of dogs that were here on these days, and what they held; a day without one counts too. */
export function daysSeen(
  dogs: readonly { readonly here: readonly string[]; readonly past: Pick<Past, 'blocks' | 'held'> }[],
): Pick<KennelLearned, 'weekdays' | 'held'> {
  const weekdays = noWeekdays()
  const inBlocks = { blocks: 0, things: 0, most: 0 }
  for (const { here, past } of dogs) {
    for (const day of here) {
      const of = weekdays[weekdayOf(day) - 1]
      if (!of) continue
      of.blocks += past.blocks.get(day) ?? 0
      of.days++
    }
    const opening = new Set(here)
    const own = heldOn(past.held, (day) => opening.has(day))
    inBlocks.blocks += own.blocks
    inBlocks.things += own.things
    inBlocks.most += own.most
  }
  return { weekdays, held: inBlocks }
}

/** A rate of a rung or a kind: passes a set of a usual dog. Beyond these nobody has a dog. */
const rate = z.number().min(0.01).max(5)

/**
 * What a kennel has learned, as it goes to another: rates by kind and rung, no dog, no person, no date. Described in
 * docs/learned-rates.md.
 */
export const ratesFile = z.object({
  format: z.literal('kibou-learned-rates'),
  version: z.literal(1),
  from: line('The name of the kennel', 80),
  /** Finished residencies they rest on. */
  residencies: z.number().int().min(0).max(1_000_000),
  /** Of the waiting times that these rates are rates of. */
  shape: shape.default(waitingTimeShape),
  /** How alike the commands of one dog are. */
  commandShape: commandShape.default(usualCommandShape),
  /** Chance that another place or pair of hands is to be had on a day on which it is due. */
  elsewhere: z.number().min(0.05).max(1).default(usualElsewhere),
  /** Chance a day that something met slips, and a set that it is put right. */
  slips: z
    .object({ out: z.number().min(0.001).max(0.5), back: z.number().min(0.01).max(1) })
    .default({ ...usualSlips }),
  /** How far a dog’s days lie apart: the variance of a day’s speed beside its own. */
  swing: z.number().min(0).max(1).default(0),
  kinds: z.partialRecord(z.enum(rateKinds), rate),
  rungs: z.record(z.string().max(80), rate),
})
export type RatesFile = z.infer<typeof ratesFile>

/** Design choice: a rung goes out with a rate of its own once so many passes were expected at it. */
const ownRungFrom = 5

/** What goes out. `kindOf`: the kind of a rung of the curriculum in use; rungs it does not have stay here. */
export function ratesOut(
  learned: Learned,
  base: BaseRates,
  from: string,
  kindOf: (rungId: RungId) => RateKind | undefined,
): RatesFile {
  const rates = ratesOf(learned, base)
  const round = (value: number) => Math.min(5, Math.max(0.01, Math.round(value * 1000) / 1000))
  return {
    format: 'kibou-learned-rates',
    version: 1,
    from,
    residencies: learned.residencies,
    shape: Math.round(rates.shape * 100) / 100,
    commandShape: Math.round(rates.commandShape * 100) / 100,
    elsewhere: Math.max(0.05, Math.round(rates.elsewhere * 1000) / 1000),
    slips: {
      out: Math.max(0.001, Math.round(rates.slips.out * 10_000) / 10_000),
      back: Math.max(0.01, Math.round(rates.slips.back * 1000) / 1000),
    },
    swing: Math.round(rates.swing * 1000) / 1000,
    kinds: Object.fromEntries(rateKinds.map((kind) => [kind, round(rates.of('', kind))])),
    rungs: Object.fromEntries(
      Object.entries(learned.rungs)
        .sort(([a], [b]) => (a < b ? -1 : 1))
        .flatMap(([rungId, of]): [string, number][] => {
          const kind = kindOf(rungId)
          return kind && of.expected >= ownRungFrom ? [[rungId, round(rates.of(rungId, kind))]] : []
        }),
    ),
  }
}

/** What another kennel's rates are as a beginning. */
export const baseFrom = (
  file: Pick<RatesFile, 'kinds' | 'rungs' | 'shape' | 'commandShape' | 'elsewhere' | 'slips' | 'swing'>,
): BaseRates => ({
  kinds: { ...shippedBase.kinds, ...file.kinds },
  rungs: file.rungs,
  shape: file.shape,
  commandShape: file.commandShape,
  elsewhere: file.elsewhere,
  slips: file.slips,
  swing: file.swing,
})
