import { findRung } from '../curriculum/lookup'
import type { Command, Curriculum, Rung } from '../curriculum/types'
import { daysBetween } from '../days'
import { promptOf, type DogWords, type Prompt } from '../method/instruct'
import { chosen } from '../method/method'
import type { OwnerPromise } from '../promise/ownerPromise'
import { ruleText } from '../rule/rule'
import type { CommandStatus } from '../promise/status'
import { isMastered, isPassed, type DogState } from '../progress/state'
import { lacksOf, type Summary } from '../promise/summary'
import { firstDays } from '../dog/ageLimits'
import type { WorkingConditions } from './allowed'
import { suggestAll, suggestFirst } from './suggest'
import type { UnavailableSet, Suggestion } from './suggestion'
import { whyText } from './why'
import { nextOffer, offersFor, type Tried } from './stuck'
import type { PersonId, PlaceId, RungId } from '../ids'

/** Reward values, least first. Common practice. */
export const payTiers = [
  'own kibble',
  'dry treat',
  'soft, smelly treat',
  'jackpot: five or six pieces, one after another',
] as const

export interface NextDog {
  readonly promises: readonly OwnerPromise[]
  readonly words: DogWords
  readonly arrivesOn: string
  /** Cue words of its own, by command. */
  readonly cueWords: ReadonlyMap<string, string>
  readonly tried: readonly Tried[]
  /** What misses share, by command that is stuck, in sentences. */
  readonly shared?: Readonly<Record<string, readonly string[]>>
}

/** One thing to work on now, with everything a trainer needs to begin. */
export interface NextSet {
  readonly command: string
  readonly commandName: string
  readonly rungId: RungId
  readonly rungName: string
  readonly criterion: string
  readonly purpose: Suggestion['purpose']
  readonly why: Suggestion['why']
  readonly rule: string
  readonly setReps: number
  readonly placeId: PlaceId | undefined
  readonly personId: PersonId | undefined
  readonly level: number
  readonly kit: string
  /** 1–4, as in `payTiers`. */
  readonly payTier: number
  readonly pay: string
  readonly payWhen: string
  readonly prompt: Prompt
  readonly caution: string
  /** Each a sentence: why this, why now, why here. */
  readonly reasons: readonly string[]
}

/** Something promised that cannot be worked now, and what opens it. */
export interface ShutSet {
  readonly command: string
  readonly commandName: string
  readonly rungName: string
  readonly opens: string
}

export interface WhatNext {
  readonly sets: readonly NextSet[]
  readonly shut: readonly ShutSet[]
  /** Promised, met today, and brought further only by another day. */
  readonly waits: readonly ShutSet[]
  /** Why nothing at all is to be worked now; empty otherwise. */
  readonly rest: string
}

/** Design choice: what is wanted first: what slipped, refreshers, what is promised, the first days, onward. */
const ranks: Readonly<Record<Suggestion['why'], number>> = {
  'mark-first': -1,
  rebuild: 0,
  refresher: 1,
  gate: 2,
  climb: 2,
  'climb-back': 2,
  'second-day': 2,
  level: 2,
  'new-place': 2,
  'new-hands': 2,
  foundation: 3,
  onward: 4,
}

/**
 * What to work on now with this dog, most pressing first: with a new one the mark, then what slipped, then refreshers
 * that are due, then what is promised by how much it still needs, then foundation work of the first days, then onward.
 * Nothing whose prerequisite or gate is locked: that is listed with what opens it; and what today can add nothing to is
 * listed with what it waits for.
 */
export function whatNext(
  curriculum: Curriculum,
  state: DogState,
  summary: Summary,
  dog: NextDog,
  conditions: WorkingConditions,
): WhatNext {
  const day = daysBetween(dog.arrivesOn, conditions.today)
  if (day < 0) return { sets: [], shut: [], waits: [], rest: 'Not here yet.' }
  if (day === 0)
    return { sets: [], shut: [], waits: [], rest: 'First evening. Take a light walk, then rest. No training yet.' }
  const found = suggestAll(
    curriculum,
    state,
    dog.promises,
    { traits: dog.words.traits, arrivesOn: dog.arrivesOn },
    conditions,
    day <= firstDays,
  )
  const open = inOrder(curriculum, conditions, [...found.sets], byPress(curriculum, summary))
  const sets = open.flatMap((suggestion) => {
    const at = findRung(curriculum, suggestion.rungId)
    const status = summary.commands.find((c) => c.command === suggestion.command)
    return at && status ? [setOf(curriculum, state, at.command, status, suggestion, at.rung, dog, conditions)] : []
  })
  const locked = found.shut.flatMap((h) => said(curriculum, h))
  const dueTomorrow = found.waits.flatMap((h) => said(curriculum, h))
  return {
    sets,
    shut: locked,
    waits: dueTomorrow,
    rest: sets.length > 0 ? '' : restText(dog, summary, locked, dueTomorrow),
  }
}

/** Which of two sets is more pressing; of two of one kind, what is stuck yields (house). */
function byPress(curriculum: Curriculum, summary: Summary): (a: Suggestion, b: Suggestion) => number {
  const needs = new Map(summary.needs.map((n) => [n.command, n.reps]))
  const order = new Map(curriculum.commands.map((c, i) => [c.id, i]))
  const stuck = new Set(summary.commands.flatMap((c) => c.stuck?.rungId ?? []))
  return (a, b) =>
    ranks[a.why] - ranks[b.why] ||
    Number(stuck.has(a.rungId)) - Number(stuck.has(b.rungId)) ||
    (a.why === 'refresher' ? (a.kept ?? 1) - (b.kept ?? 1) : (needs.get(b.for) ?? 0) - (needs.get(a.for) ?? 0)) ||
    (order.get(a.command) ?? 0) - (order.get(b.command) ?? 0)
}

/** The first of what is next, by name; or why there is none. */
export type FirstNext =
  Pick<NextSet, 'command' | 'commandName' | 'rungId' | 'rungName' | 'purpose'> | { readonly rest: string }

/**
 * The first set of `whatNext`, or why there is none, for lists of many dogs: what is promised is only looked at where
 * nothing comes before it.
 */
export function firstNext(
  curriculum: Curriculum,
  state: DogState,
  summary: Summary,
  dog: Pick<NextDog, 'promises' | 'arrivesOn' | 'cueWords' | 'words'>,
  conditions: WorkingConditions,
): FirstNext {
  const day = daysBetween(dog.arrivesOn, conditions.today)
  if (day > 0) {
    const coached = { traits: dog.words.traits, arrivesOn: dog.arrivesOn }
    const [first] = [...suggestFirst(curriculum, state, coached, conditions, day <= firstDays)].sort(
      byPress(curriculum, summary),
    )
    const at = first && ranks[first.why] <= ranks.refresher ? findRung(curriculum, first.rungId) : undefined
    if (first && at && summary.commands.some((c) => c.command === first.command))
      return {
        command: at.command.id,
        commandName: at.command.name,
        rungId: at.rung.id,
        rungName: at.rung.name,
        purpose: first.purpose,
      }
  }
  const { sets, rest } = whatNext(curriculum, state, summary, { ...dog, tried: [] }, conditions)
  return sets[0] ?? { rest }
}

function said(curriculum: Curriculum, held: UnavailableSet): readonly ShutSet[] {
  const at = findRung(curriculum, held.rungId)
  return at
    ? [{ command: at.command.id, commandName: at.command.name, rungName: at.rung.name, opens: held.because }]
    : []
}

/** Why there is nothing to work now. */
function restText(dog: NextDog, summary: Summary, shut: readonly ShutSet[], waits: readonly ShutSet[]): string {
  if (dog.promises.length === 0) return 'Nothing is promised for this dog yet. Add promises to the booking.'
  if (summary.lost.length === dog.promises.length)
    return 'None of the promises is in this dog’s curriculum. Agree on something else with the owner.'
  const name = (s: ShutSet) => `${s.commandName.toLowerCase()} “${s.rungName}”`
  if (waits.length > 0) return `Done for today. Tomorrow: ${waits.map(name).join(', ')}.`
  if (shut.length > 0)
    return `Nothing can be worked now. ${shut.map((s) => `${s.commandName} “${s.rungName}”: ${s.opens}`).join('. ')}.`
  return summary.lost.length > 0
    ? `Nothing more to gain today. What can be met is met, and ${lacksOf(summary)}. ` +
        'Agree with the owner on something else.'
    : 'Nothing more to gain today. Every promise is met, and no refresher is due.'
}

/** In order, and of two stays that are both being climbed the house's first stay takes the earlier turn. */
function inOrder(
  curriculum: Curriculum,
  conditions: WorkingConditions,
  open: Suggestion[],
  by: (a: Suggestion, b: Suggestion) => number,
): readonly Suggestion[] {
  open.sort(by)
  const stays = new Map(
    curriculum.commands.flatMap((c) =>
      c.runs[0]?.rungs[0]?.kind === 'timed' ? [[c.id, c.grip === true] as const] : [],
    ),
  )
  const sitFirst = chosen(conditions.method, 'first-stay') !== 'down'
  const turns = open.flatMap((s, i) => (stays.has(s.command) && s.why === 'climb' ? [i] : []))
  const inTurn = turns
    .map((i) => open[i])
    .sort((a, b) => Number(stays.get(b?.command ?? '') === sitFirst) - Number(stays.get(a?.command ?? '') === sitFirst))
  turns.forEach((i, n) => {
    const stay = inTurn[n]
    if (stay) open[i] = stay
  })
  return open
}

function setOf(
  curriculum: Curriculum,
  state: DogState,
  command: Command,
  status: CommandStatus,
  suggestion: Suggestion,
  rung: Rung,
  dog: NextDog,
  conditions: WorkingConditions,
): NextSet {
  const found = findRung(curriculum, rung.id)
  const runState = found && state.runs[found.ladderKey]
  const mastered = found !== undefined && isMastered(found.ladder, runState, found.index)
  const passed = found !== undefined && isPassed(found.ladder, runState, found.index)
  const prompt = promptOf(
    rung,
    command,
    conditions.method,
    { ...dog.words, cue: dog.cueWords.get(command.id) ?? dog.words.cue },
    mastered,
  )
  const stuckHere = status.stuck?.rungId === rung.id
  const payTier = tierFor(rung, suggestion, {
    passed,
    stuck: stuckHere,
    share: found ? found.index / Math.max(1, found.ladder.rungs.length - 1) : 0,
  })
  const offer = stuckHere
    ? nextOffer(offersFor(curriculum, rung.id, dog.tried, { shared: dog.shared?.[command.id] }))
    : undefined
  return {
    command: command.id,
    commandName: command.name,
    rungId: rung.id,
    rungName: rung.name,
    criterion: prompt.criterion,
    purpose: suggestion.purpose,
    why: suggestion.why,
    rule: ruleText(rung.rule),
    setReps: rung.setReps,
    placeId: suggestion.placeId,
    personId: suggestion.personId,
    level: suggestion.level,
    kit: suggestion.kit,
    payTier,
    pay: dog.words.traits.toys ? 'play, 1–2 min with a favorite toy' : (payTiers[payTier - 1] ?? payTiers[0]),
    payWhen: prompt.payWhen,
    prompt,
    caution: command.caution,
    reasons: [
      whyText(curriculum, suggestion),
      ...(suggestion.relaxed ? ['Something here is new to the dog, so the criteria are relaxed.'] : []),
      ...(suggestion.level > 0
        ? [
            dog.words.traits.fond || dog.words.traits.shy
              ? `Distraction level ${suggestion.level}, people over 15 m off to begin with.`
              : `Distraction level ${suggestion.level}.`,
          ]
        : []),
      ...(offer ? [`Stuck here: try ${offer.name.toLowerCase()}. ${offer.words}`] : []),
    ],
  }
}

/**
 * Design choice: tier by how high the rung is, how distracting, how new; coming is always rewarded well; one higher
 * when stuck; a jackpot only for a first time at the top of the ladder.
 */
function tierFor(rung: Rung, suggestion: Suggestion, at: { passed: boolean; stuck: boolean; share: number }): number {
  const base =
    1 +
    (at.share >= 0.4 ? 1 : 0) +
    (rung.kind === 'recall' ? 2 : 0) +
    (suggestion.level >= 1 ? 1 : 0) +
    (suggestion.level >= 3 ? 1 : 0) +
    (suggestion.relaxed ? 1 : 0) +
    (at.stuck ? 1 : 0)
  const most = !at.passed && at.share >= 0.75 ? 4 : 3
  return Math.max(rung.stage === 'shape' ? 2 : 1, Math.min(most, base))
}
