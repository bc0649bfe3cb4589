import { findCommand, findRung } from '../curriculum/lookup'
import type { Command, Curriculum, Rung } from '../curriculum/types'
import { longestYoungHold } from '../dog/ladder'
import { youngUntilDays, type DogTraits } from '../dog/traits'
import { daysBetween } from '../days'
import { promptOf, type DogWords, type Prompt } from '../method/instruct'
import { chosen } from '../method/rows'
import { retention, type Forgetting } from '../progress/memory'
import { sayRule } from '../progress/rules'
import type { CommandStanding } from '../progress/standing'
import { unmetNeeds } from '../progress/gates'
import { isHeld, isPassed, type DogState } from '../progress/state'
import type { Summary } from '../progress/summary'
import { suggestSet, type Around, type Suggestion } from './suggest'
import { nextOffer, offersFor, type Tried } from './stuck'

/** Pay tiers, least first. Common practice. */
export const payTiers = ['own kibble', 'dry treat', 'soft, smelly treat', 'jackpot: five or six pieces, one after another'] as const

export interface NextDog {
  readonly words: DogWords
  readonly arrivesOn: string
  /** Cue words of its own, by command. */
  readonly cueWords: ReadonlyMap<string, string>
  readonly tried: readonly Tried[]
}

/** One thing to work on now, with everything a trainer needs to begin. */
export interface NextSet {
  readonly command: string
  readonly commandName: string
  readonly rungId: string
  readonly rungName: string
  readonly criterion: string
  readonly purpose: Suggestion['purpose']
  readonly why: Suggestion['why']
  readonly rule: string
  readonly setReps: number
  readonly placeId: string | undefined
  readonly personId: string | undefined
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
  /** Why nothing at all is to be worked now; empty otherwise. */
  readonly rest: string
}

/** Commands of the first days, worked whether promised or not. Common practice. */
const foundation = ['marker', 'watch', 'touch', 'settle'] as const
/** House: so many days count as first days, in which a young dog also works on duration only. */
const firstDays = 7

/**
 * What to work on now with this dog, most pressing first: what slipped, then refreshers that are due, then what is
 * promised by how much it still needs, then foundation work of the first days. Nothing whose prerequisite or gate is
 * shut: that is listed with what opens it.
 */
export function whatNext(curriculum: Curriculum, state: DogState, summary: Summary, dog: NextDog, around: Around): WhatNext {
  const day = daysBetween(dog.arrivesOn, around.today)
  if (day < 0) return { sets: [], shut: [], rest: 'Not here yet.' }
  if (day === 0) return { sets: [], shut: [], rest: 'First evening: a light walk and rest, no training.' }
  const wanted = wantedCommands(summary, day)
  const found = wanted.flatMap((standing) => {
    const command = findCommand(curriculum, standing.command)
    return command ? [{ command, standing, suggestion: suggestSet(curriculum, state, standing, around) }] : []
  })
  const shut: ShutSet[] = []
  const open = found.flatMap(({ command, standing, suggestion }) => {
    const rung = suggestion && findRung(curriculum, suggestion.rungId)?.rung
    if (!suggestion || !rung) {
      const blocked = shutFor(curriculum, state, command, standing)
      if (blocked) shut.push(blocked)
      return []
    }
    const early = tooEarly(rung, dog.words.traits, around.today, day)
    if (suggestion.shut !== undefined || early !== undefined) {
      shut.push({ command: command.id, commandName: command.name, rungName: rung.name, opens: early ?? suggestion.shut ?? '' })
      return []
    }
    return [{ command, standing, suggestion, rung }]
  })
  const needs = new Map(summary.needs.map((n) => [n.command, n.reps]))
  const rank = (x: (typeof open)[number]): number => (x.suggestion.why === 'rebuild' ? 0 : x.suggestion.why === 'refresher' ? 1 : x.standing.promise ? (x.standing.promise.met ? 4 : 2) : 3)
  const pressing = (x: (typeof open)[number]): number => (x.suggestion.why === 'refresher' ? 1 - kept(x.standing, around.now, around.forgetting) : (needs.get(x.command.id) ?? 0))
  open.sort((a, b) => rank(a) - rank(b) || pressing(b) - pressing(a) || curriculum.commands.indexOf(a.command) - curriculum.commands.indexOf(b.command))
  // The first stay is the house's choice: of two that are both being climbed, it takes the earlier turn.
  const first = chosen(around.method, 'first-stay') === 'down' ? 'down-stay' : 'sit-stay'
  const turns = open.flatMap((x, i) => (x.command.id.endsWith('-stay') && x.suggestion.why === 'climb' ? [i] : []))
  const inTurn = turns.map((i) => open[i]).sort((a, b) => Number(b?.command.id === first) - Number(a?.command.id === first))
  turns.forEach((i, n) => { const stay = inTurn[n]; if (stay) open[i] = stay })
  return { sets: open.map((x) => setOf(curriculum, state, x.command, x.standing, x.suggestion, x.rung, dog, around, day)), shut, rest: open.length === 0 && shut.length === 0 ? 'Nothing more to gain today: held needs a second day.' : '' }
}

/** Promised commands and their prerequisites' commands, whatever is held elsewhere, and in the first days the foundation. */
function wantedCommands(summary: Summary, day: number): readonly CommandStanding[] {
  const ids = new Set<string>()
  for (const standing of summary.commands) {
    const held = standing.runs.some((r) => r.top >= 0)
    if (standing.promise || held || standing.word === 'slipping') ids.add(standing.command)
    if (standing.promise && standing.step && standing.step.command !== standing.command) ids.add(standing.step.command)
  }
  if (day <= firstDays) for (const id of foundation) ids.add(id)
  return summary.commands.filter((s) => ids.has(s.command))
}

/** What keeps a promised command from being worked: the rung of another command that must be held first. */
function shutFor(curriculum: Curriculum, state: DogState, command: Command, standing: CommandStanding): ShutSet | undefined {
  if (!standing.step || standing.step.command === command.id || !standing.promise) return undefined
  const first = findRung(curriculum, standing.step.rungId)
  const target = findRung(curriculum, standing.promise.promise.rungId)
  const inHand = target?.run.rungs[Math.min(state.runs[target.runKey]?.position ?? 0, target.index)]
  const needs = inHand ? unmetNeeds(state, curriculum, inHand).map((n) => `${n.command.name} “${n.rung.name}”`) : []
  if (!first || !inHand || needs.length === 0) return undefined
  return { command: command.id, commandName: command.name, rungName: inHand.name, opens: `opens when ${needs.join(' and ')} ${needs.length > 1 ? 'are' : 'is'} held; on the way there, ${first.command.name} “${first.rung.name}” is next` }
}

/** Young dogs: week one is duration only, and no long holds. */
function tooEarly(rung: Rung, traits: DogTraits, today: string, day: number): string | undefined {
  if (traits.bornOn === null || daysBetween(traits.bornOn, today) >= youngUntilDays) return undefined
  if (day <= firstDays && rung.axis === 'distance') return 'a young dog works on duration only in its first week'
  if ((rung.criterion.seconds ?? 0) > longestYoungHold && rung.kind === 'timed') return 'no long holds under six months'
  return undefined
}

const kept = (standing: CommandStanding, now: number, model: Forgetting): number => Math.min(1, ...standing.runs.flatMap((r) => (r.memory && r.top >= 0 ? [retention(r.memory, now, model)] : [])))

function setOf(curriculum: Curriculum, state: DogState, command: Command, standing: CommandStanding, suggestion: Suggestion, rung: Rung, dog: NextDog, around: Around, day: number): NextSet {
  const found = findRung(curriculum, rung.id)
  const runState = found && state.runs[found.runKey]
  const held = found !== undefined && isHeld(found.run, runState, found.index)
  const passed = found !== undefined && isPassed(found.run, runState, found.index)
  const prompt = promptOf(rung, command, around.method, { ...dog.words, cue: dog.cueWords.get(command.id) ?? dog.words.cue }, held)
  const stuckHere = standing.stuck?.rungId === rung.id
  const payTier = tierFor(rung, suggestion, { passed, stuck: stuckHere, share: found ? found.index / Math.max(1, found.run.rungs.length - 1) : 0 })
  const offer = stuckHere ? nextOffer(offersFor(curriculum, rung.id, dog.tried)) : undefined
  return {
    command: command.id, commandName: command.name, rungId: rung.id, rungName: rung.name, criterion: rung.criterion.words, purpose: suggestion.purpose, why: suggestion.why, rule: sayRule(rung.rule), setReps: rung.setReps,
    placeId: suggestion.placeId, personId: suggestion.personId, level: suggestion.level, kit: suggestion.kit, payTier,
    pay: dog.words.traits.toys ? 'play, 1–2 min with its own toy' : (payTiers[payTier - 1] ?? payTiers[0]),
    payWhen: prompt.payWhen, prompt, caution: command.caution,
    reasons: [whySet(standing, suggestion, around), ...(suggestion.relaxed ? ['Something here is new to it, so the relax rule makes it easier.'] : []), ...(suggestion.level > 0 ? [`Distraction level ${suggestion.level}${dog.words.traits.fond || dog.words.traits.shy ? ', people over 15 m off to begin with' : ''}.`] : []), ...(offer ? [`Stuck here: try ${offer.name.toLowerCase()}. ${offer.words}`] : []), ...(day <= firstDays && !standing.promise ? ['Foundation work of the first days.'] : [])],
  }
}

/** House: tier by how high the rung is, how distracting, how new; coming is always paid well; one higher when stuck; a jackpot only for a first time at the top of the ladder. */
function tierFor(rung: Rung, suggestion: Suggestion, at: { passed: boolean; stuck: boolean; share: number }): number {
  const base = 1 + (at.share >= 0.4 ? 1 : 0) + (rung.kind === 'recall' ? 2 : 0) + (suggestion.level >= 1 ? 1 : 0) + (suggestion.level >= 3 ? 1 : 0) + (suggestion.relaxed ? 1 : 0) + (at.stuck ? 1 : 0)
  const most = !at.passed && at.share >= 0.75 ? 4 : 3
  return Math.max(rung.stage === 'shape' ? 2 : 1, Math.min(most, base))
}

const whyWords: Record<Exclude<Suggestion['why'], 'refresher'>, string> = {
  climb: 'The next rung of what is promised.',
  rebuild: 'A refresher failed: climb back from here.',
  'second-day': 'Met once; the rule met on another day holds it.',
  level: 'Held without distraction; promised with.',
  'new-place': 'Promised in more places than it is held in.',
  'new-hands': 'Promised with another person on the leash.',
  onward: 'The promise is met: the next rung up.',
}

function whySet(standing: CommandStanding, suggestion: Suggestion, around: Around): string {
  if (suggestion.why !== 'refresher') return standing.promise || suggestion.why === 'rebuild' ? whyWords[suggestion.why] : 'The next rung.'
  return `Refresher due: ${Math.round(kept(standing, around.now, around.forgetting) * 100)} % predicted to be left.`
}
