import { commandOf, findRung, ladderKey as keyOf } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import type { OwnerPromise } from '../promise/ownerPromise'
import { isHeldOnLeash, unmetNeeds } from '../progress/gates'
import { aimsOf, lackOf, promiseGoal, slippedGoals, type Aim, type Goal } from '../promise/goals'
import { targetsOf } from '../promise/status'
import { isWorked, type DogState } from '../progress/state'
import { teachingLevel, type WorkingConditions, type CoachedDog } from './allowed'
import { secondDay, generalize } from './generalize'
import { refreshersDue, refresh } from './refresh'
import type { Answer, UnavailableSet, SuggestInput, Suggestion, Suggestions } from './suggestion'
import { callWanted, taught } from './teach'
import { fitting } from './where'
import type { CommandId } from '../ids'

/**
 * Every set that can be worked with this dog now and that brings something nearer, most pressing kind first, and what
 * keeps the rest: what slipped is climbed again, then each run that is going stale is shown once, then what is promised
 * is climbed, held and taken where it was promised, with all that it needs first. `foundation`: also the first days'
 * commands, and before everything the mark, which all other pay stands on.
 */
export function suggestAll(
  curriculum: Curriculum,
  state: DogState,
  promises: readonly OwnerPromise[],
  dog: CoachedDog,
  conditions: WorkingConditions,
  foundation = false,
): Suggestions {
  const input: SuggestInput = { curriculum, state, dog, conditions }
  const targets = targetsOf(curriculum, promises)
  const answers: Answer[] = [
    ...pressing(input, foundation),
    ...refreshersDue(input).map(({ at, kept }) => refresh(input, at, kept)),
    ...targets.flatMap(({ promise, at }) => promised(input, promiseGoal(promise, at))),
    ...(foundation
      ? curriculum.commands.flatMap((c) =>
          c.foundation === true && !targets.some((t) => t.at.command.id === c.id)
            ? climbOn(input, c.id, 'foundation')
            : [],
        )
      : []),
    ...(promises.length === 0
      ? begun(input).flatMap((id) => climbOn(input, id, 'climb'))
      : targets.every((t) => lackOf(state, promiseGoal(t.promise, t.at)).met)
        ? [...new Set(targets.map((t) => t.at.command.id))].flatMap((id) => climbOn(input, id, 'onward'))
        : []),
  ]
  return {
    sets: once(answers.flatMap((a) => ('set' in a ? [a.set] : []))),
    shut: onceHeld(answers.flatMap((a) => ('shut' in a ? [a.shut] : []))),
    waits: onceHeld(answers.flatMap((a) => ('waits' in a ? [a.waits] : []))),
  }
}

/**
 * Of the same, only what comes before all that is promised: the mark, what slipped and what it needs, and the first
 * refresher that can be given. For lists of many dogs, which want one set of each.
 */
export function suggestFirst(
  curriculum: Curriculum,
  state: DogState,
  dog: CoachedDog,
  conditions: WorkingConditions,
  foundation: boolean,
): readonly Suggestion[] {
  const input: SuggestInput = { curriculum, state, dog, conditions }
  const before = [...pressing(input, foundation)]
  for (const { at, kept } of refreshersDue(input)) {
    const answer = refresh(input, at, kept)
    if (!('set' in answer)) continue
    before.push(answer)
    // What is stuck yields to the next one that is due.
    if (state.runs[at.ladderKey]?.stuck?.rung !== answer.set.rungId) break
  }
  return once(before.flatMap((a) => ('set' in a ? [a.set] : [])))
}

/** What comes before everything: with a new dog the mark, then what slipped. */
const pressing = (input: SuggestInput, foundation: boolean): readonly Answer[] => [
  ...(foundation ? markFirst(input) : []),
  ...slippedGoals(input.curriculum, input.state).flatMap((goal) => answersFor(input, goal, goal.at.command.id)),
]

/** The first set to work now for one command; undefined when there is none. */
export const suggestFor = (suggestions: Suggestions, command: string): Suggestion | undefined =>
  suggestions.sets.find((s) => s.command === command)

const sameSet = (a: Suggestion, b: Suggestion): boolean =>
  a.rungId === b.rungId && a.placeId === b.placeId && a.personId === b.personId && a.level === b.level
const once = (sets: readonly Suggestion[]): readonly Suggestion[] =>
  sets.filter((s, i) => sets.findIndex((o) => sameSet(o, s)) === i)
const onceHeld = (held: readonly UnavailableSet[]): readonly UnavailableSet[] =>
  held.filter((h, i) => held.findIndex((o) => o.rungId === h.rungId && o.because === h.because) === i)

const answersFor = (input: SuggestInput, goal: Goal, wanted: string): readonly Answer[] =>
  aimsOf(input.curriculum, input.state, goal).flatMap((aim) => answer(input, aim, wanted))

/** Sets for a promise, or what keeps its current rung locked. */
function promised(input: SuggestInput, goal: Goal): readonly Answer[] {
  const { curriculum, state } = input
  const { ladder, ladderKey, index, command } = goal.at
  const answers = answersFor(input, goal, command.id)
  const rung = ladder.rungs[Math.min(state.runs[ladderKey]?.position ?? 0, index)]
  const needs = rung && !lackOf(state, goal).met ? unmetNeeds(state, curriculum, rung) : []
  if (!rung || needs.length === 0) return answers
  const first = answers.flatMap((a) => ('set' in a ? [findRung(curriculum, a.set.rungId)] : []))[0]
  const because =
    `unlocks when ${needs.map((n) => `${n.command.name} “${n.rung.name}”`).join(' and ')} ` +
    `${needs.length > 1 ? 'are' : 'is'} ` +
    `mastered${first ? `; until then, ${first.command.name} “${first.rung.name}” is next` : ''}`
  return [...answers, { shut: { command: command.id, rungId: rung.id, because } }]
}

function answer(input: SuggestInput, aim: Aim, wanted: string): readonly Answer[] {
  const { goal } = aim
  const lack = lackOf(input.state, goal)
  const own =
    aim.kind === 'climb'
      ? taught(input, aim.rung, aim.why === 'rebuild' || aim.why === 'climb-back' ? aim.why : 'climb', wanted)
      : aim.kind === 'hold'
        ? secondDay(input, aim, lack, wanted)
        : generalize(input, aim, lack, wanted)
  // Until it is passed, it is called where it is taught, and some schools teach above the level that was promised.
  const taughtAt = aim.kind === 'prove' ? 0 : teachingLevel(input.conditions.method, goal.at.rung)
  return [...own, ...calls(input, goal, Math.max(taughtAt, goal.level), wanted)]
}

/**
 * The long line in each place in which a goal beyond the gate is to be met, at the level it is worked at there: what
 * the gate waits for.
 */
function calls(input: SuggestInput, goal: Goal, level: number, wanted: string): readonly Answer[] {
  return fitting(input, goal.at)
    .slice(0, Math.max(1, goal.places))
    .flatMap((place) => {
      const line = callWanted(input, goal.at, place, level)
      return line && isHeldOnLeash(input.state, line)
        ? answersFor(input, { at: line, level, places: 0, people: 0, placeId: place.id, leashed: true }, wanted)
        : []
    })
}

/** With a dog that has passed nothing yet, the mark; one that learns without it knows what pays. Common practice. */
function markFirst(input: SuggestInput): readonly Answer[] {
  const marks = commandOf(input.curriculum, 'marks')
  const isNew = Object.values(input.state.runs).every((r) => Object.values(r.tallies).every((t) => t.met.length === 0))
  return marks && isNew ? climbOn(input, marks.id, 'mark-first') : []
}

/** The rung in hand of each run of a command that is open, whether or not anything is promised of it. */
function climbOn(
  input: SuggestInput,
  commandId: CommandId,
  why: 'foundation' | 'onward' | 'climb' | 'mark-first',
): readonly Answer[] {
  const command = input.curriculum.commands.find((c) => c.id === commandId)
  for (const ladder of command?.runs ?? []) {
    const ladderKey = keyOf(commandId, ladder.id)
    const index = input.state.runs[ladderKey]?.position ?? 0
    const rung = ladder.rungs[index]
    const found = command && rung ? taught(input, { rung, ladder, command, index, ladderKey }, why, commandId) : []
    if (found.some((a) => 'set' in a)) return found.filter((a) => 'set' in a)
  }
  return []
}

/** Commands that were worked and are not at their end. */
const begun = ({ curriculum, state }: SuggestInput): readonly string[] =>
  curriculum.commands.flatMap((c) => (c.runs.some((r) => isWorked(state.runs[keyOf(c.id, r.id)])) ? [c.id] : []))
