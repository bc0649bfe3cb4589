import { commandOf, findRung, gateOf, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { enclosed } from '../dog/early'
import { kitFor, kitToProve } from '../method/instruct'
import { chosen } from '../method/rows'
import type { OwnerPromise } from '../promise/ownerPromise'
import { contextStanding } from '../progress/context'
import { isHeldOnLeash, mayCall, unmetNeeds } from '../progress/gates'
import { aimsOf, lackOf, promiseGoal, slippedGoals, type Aim, type Goal, type Lack } from '../promise/goals'
import { isStale, retention } from '../progress/memory'
import { targetsOf } from '../promise/standing'
import { daysToHold, evidenceBy, topHeld, type DogState, type Evidence } from '../progress/state'
import { refusedBecause, teachingLevel, type Around, type CoachedDog, type Ground } from './allowed'

export type { Around, CoachedDog, Ground } from './allowed'

/** `gate`: the recall on leash that a gate waits for, in its place. */
export type Why =
  | 'gate'
  | 'climb'
  | 'climb-back'
  | 'rebuild'
  | 'second-day'
  | 'level'
  | 'new-place'
  | 'new-hands'
  | 'onward'
  | 'refresher'
  | 'foundation'
  | 'mark-first'

export interface Suggestion {
  readonly command: string
  readonly rungId: string
  readonly purpose: 'work' | 'refresh'
  readonly why: Why
  readonly level: number
  readonly kit: string
  /** Where and with whom; undefined when it does not matter. */
  readonly placeId: string | undefined
  readonly personId: string | undefined
  /** What of this is new to the dog, so that the relax rule made it easier. */
  readonly relaxed: boolean
  /** Share predicted to be left, of a refresher. */
  readonly kept: number | undefined
  /** The command promised for which this is worked; its own, or the one that waits for it. */
  readonly for: string
}

/** Something wanted that cannot be worked now: shut, with what opens it; or waiting for another day. */
export interface Held {
  readonly command: string
  readonly rungId: string
  readonly because: string
}

export interface Suggestions {
  /** Most pressing kind first: what slipped, refreshers, what is promised, foundation, onward. */
  readonly sets: readonly Suggestion[]
  readonly shut: readonly Held[]
  readonly waits: readonly Held[]
}

interface Scene {
  readonly curriculum: Curriculum
  readonly state: DogState
  readonly dog: CoachedDog
  readonly around: Around
}

/** Either a set, or why there is none. */
type Answer = { readonly set: Suggestion } | { readonly shut: Held } | { readonly waits: Held }

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
  around: Around,
  foundation = false,
): Suggestions {
  const scene: Scene = { curriculum, state, dog, around }
  const targets = targetsOf(curriculum, promises)
  const answers: Answer[] = [
    ...pressing(scene, foundation),
    ...goingStale(scene).map(({ at, kept }) => refresh(scene, at, kept)),
    ...targets.flatMap(({ promise, at }) => promised(scene, promiseGoal(promise, at))),
    ...(foundation
      ? curriculum.commands.flatMap((c) =>
          c.foundation === true && !targets.some((t) => t.at.command.id === c.id)
            ? climbOn(scene, c.id, 'foundation')
            : [],
        )
      : []),
    ...(promises.length === 0
      ? begun(scene).flatMap((id) => climbOn(scene, id, 'climb'))
      : targets.every((t) => lackOf(state, promiseGoal(t.promise, t.at)).met)
        ? [...new Set(targets.map((t) => t.at.command.id))].flatMap((id) => climbOn(scene, id, 'onward'))
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
  around: Around,
  foundation: boolean,
): readonly Suggestion[] {
  const scene: Scene = { curriculum, state, dog, around }
  const before = [...pressing(scene, foundation)]
  for (const { at, kept } of goingStale(scene)) {
    const answer = refresh(scene, at, kept)
    if (!('set' in answer)) continue
    before.push(answer)
    break
  }
  return once(before.flatMap((a) => ('set' in a ? [a.set] : [])))
}

/** What comes before everything: with a new dog the mark, then what slipped. */
const pressing = (scene: Scene, foundation: boolean): readonly Answer[] => [
  ...(foundation ? markFirst(scene) : []),
  ...slippedGoals(scene.curriculum, scene.state).flatMap((goal) => answersFor(scene, goal, goal.at.command.id)),
]

/** The first set to work now for one command; undefined when there is none. */
export const suggestFor = (suggestions: Suggestions, command: string): Suggestion | undefined =>
  suggestions.sets.find((s) => s.command === command)

const sameSet = (a: Suggestion, b: Suggestion): boolean =>
  a.rungId === b.rungId && a.placeId === b.placeId && a.personId === b.personId && a.level === b.level
const once = (sets: readonly Suggestion[]): readonly Suggestion[] =>
  sets.filter((s, i) => sets.findIndex((o) => sameSet(o, s)) === i)
const onceHeld = (held: readonly Held[]): readonly Held[] =>
  held.filter((h, i) => held.findIndex((o) => o.rungId === h.rungId && o.because === h.because) === i)

const answersFor = (scene: Scene, goal: Goal, wanted: string): readonly Answer[] =>
  aimsOf(scene.curriculum, scene.state, goal).flatMap((aim) => answer(scene, aim, wanted))

/** The same for something promised, with what keeps its own rung in hand shut. */
function promised(scene: Scene, goal: Goal): readonly Answer[] {
  const { curriculum, state } = scene
  const { run, runKey, index, command } = goal.at
  const answers = answersFor(scene, goal, command.id)
  const rung = run.rungs[Math.min(state.runs[runKey]?.position ?? 0, index)]
  const needs = rung && !lackOf(state, goal).met ? unmetNeeds(state, curriculum, rung) : []
  if (!rung || needs.length === 0) return answers
  const first = answers.flatMap((a) => ('set' in a ? [findRung(curriculum, a.set.rungId)] : []))[0]
  const because =
    `opens when ${needs.map((n) => `${n.command.name} “${n.rung.name}”`).join(' and ')} ` +
    `${needs.length > 1 ? 'are' : 'is'} ` +
    `held${first ? `; on the way there, ${first.command.name} “${first.rung.name}” is next` : ''}`
  return [...answers, { shut: { command: command.id, rungId: rung.id, because } }]
}

function answer(scene: Scene, aim: Aim, wanted: string): readonly Answer[] {
  const { goal } = aim
  const lack = lackOf(scene.state, goal)
  const own =
    aim.kind === 'climb'
      ? taught(scene, aim.rung, aim.why === 'rebuild' || aim.why === 'climb-back' ? aim.why : 'climb', wanted)
      : aim.kind === 'hold'
        ? hold(scene, aim, lack, wanted)
        : prove(scene, aim, lack, wanted)
  return [...own, ...calls(scene, goal, wanted)]
}

/**
 * Places that a rung may be worked in, in the house's order; what is loose, outdoors first, since that is what it is
 * for.
 */
function fitting({ around }: Scene, at: RungPlaceInLadder): readonly Ground[] {
  const { rung } = at
  const fits = around.places.filter((p) => rung.criterion.place === undefined || p.kind === rung.criterion.place)
  return rung.gate === undefined
    ? fits
    : [...fits.filter((p) => p.kind === 'yard'), ...fits.filter((p) => p.kind !== 'yard' && enclosed.has(p.kind))]
}

const noPlace = (at: RungPlaceInLadder): string =>
  at.rung.gate !== undefined ? 'no secure enclosure here' : `no ${at.rung.criterion.place ?? 'place'} here`

/** Whether the house's school takes this rung from place to place while it is still being taught. */
function spreads({ state, around }: Scene, at: RungPlaceInLadder): boolean {
  const school = chosen(around.method, 'generalise')
  const begunHere = at.index > 0 && (state.runs[at.runKey]?.position ?? 0) > 0
  return at.rung.gate === undefined && (school === 'at-once' || (school === 'works' && begunHere))
}

/** The places to teach in, as the house's school wants it: the first, or the one least worked in. */
function teachingPlaces(scene: Scene, at: RungPlaceInLadder): readonly Ground[] {
  const fits = fitting(scene, at)
  if (!spreads(scene, at)) return fits
  const days = new Map(evidenceBy(at.run, scene.state.runs[at.runKey], 0, 'place').map((e) => [e.id, e.days.length]))
  return [...fits].sort((a, b) => (days.get(a.id) ?? 0) - (days.get(b.id) ?? 0))
}

/**
 * A set at this rung where it is taught: the first place in which nothing speaks against it. What is called loose waits
 * for the long line in its place, and goes nowhere else meanwhile.
 */
function taught(scene: Scene, at: RungPlaceInLadder, why: Why, wanted: string): readonly Answer[] {
  const { curriculum, state, dog, around } = scene
  const level = teachingLevel(scene.around.method, at.rung)
  const kit = kitFor(at.rung, around.method)
  const places = teachingPlaces(scene, at)
  const refusals = places.map((place) => refusedBecause(curriculum, state, at, { place, level, kit }, dog, around))
  const index = refusals.findIndex((r, i) => {
    const place = places[i]
    return r === undefined || (place !== undefined && callWanted(scene, at, place, level) !== undefined)
  })
  const place = places[index]
  const because = place ? refusals[index] : (refusals[0] ?? noPlace(at))
  if (!place || because !== undefined)
    return [{ shut: { command: at.command.id, rungId: at.rung.id, because: because ?? noPlace(at) } }]
  const known = at.index <= topHeld(at.run, state.runs[at.runKey]) ? knownContext(scene, at, kit) : undefined
  const matters =
    level > 0 ||
    at.rung.gate !== undefined ||
    at.rung.criterion.place !== undefined ||
    refusals.some((r) => r !== undefined) ||
    spreads(scene, at)
  return [
    {
      set: {
        command: at.command.id,
        rungId: at.rung.id,
        purpose: 'work',
        why,
        level,
        kit,
        placeId: known?.placeId ?? (matters ? place.id : undefined),
        personId: known?.personId,
        relaxed: false,
        kept: undefined,
        for: wanted,
      },
    },
  ]
}

/**
 * The recall on leash that must be held at this place and level before the dog is called there loose; undefined when it
 * is, or none is asked for.
 */
function callWanted(
  { curriculum, state }: Scene,
  at: RungPlaceInLadder,
  place: Ground,
  level: number,
): RungPlaceInLadder | undefined {
  const call = at.rung.kind === 'recall' ? gateOf(curriculum, at.rung)?.call : undefined
  const line = call === undefined ? undefined : findRung(curriculum, call)
  return line && !mayCall(state, line, { placeId: place.id, level }) ? line : undefined
}

/**
 * The long line in each place in which a goal beyond the gate is to be met, at the goal’s level: what the gate there
 * waits for.
 */
function calls(scene: Scene, goal: Goal, wanted: string): readonly Answer[] {
  return fitting(scene, goal.at)
    .slice(0, Math.max(1, goal.places))
    .flatMap((place) => {
      const line = callWanted(scene, goal.at, place, goal.level)
      return line && isHeldOnLeash(scene.state, line)
        ? answersFor(
            scene,
            { at: line, level: goal.level, places: 0, people: 0, placeId: place.id, leashed: true },
            wanted,
          )
        : []
    })
}

/** With a dog that has passed nothing yet, the mark; one that learns without it knows what pays. Common practice. */
function markFirst(scene: Scene): readonly Answer[] {
  const marks = commandOf(scene.curriculum, 'marks')
  const isNew = Object.values(scene.state.runs).every((r) => Object.values(r.tallies).every((t) => t.met.length === 0))
  return marks && isNew ? climbOn(scene, marks.id, 'mark-first') : []
}

/** The rung in hand of each run of a command that is open, whether or not anything is promised of it. */
function climbOn(
  scene: Scene,
  commandId: string,
  why: 'foundation' | 'onward' | 'climb' | 'mark-first',
): readonly Answer[] {
  const command = scene.curriculum.commands.find((c) => c.id === commandId)
  for (const run of command?.runs ?? []) {
    const runKey = `${commandId}/${run.id}`
    const index = scene.state.runs[runKey]?.position ?? 0
    const rung = run.rungs[index]
    const found = command && rung ? taught(scene, { rung, run, command, index, runKey }, why, commandId) : []
    if (found.some((a) => 'set' in a)) return found.filter((a) => 'set' in a)
  }
  return []
}

/** Commands that were worked and are not at their end. */
const begun = ({ curriculum, state }: Scene): readonly string[] =>
  curriculum.commands.flatMap((c) =>
    c.runs.some((r) => Object.keys(state.runs[`${c.id}/${r.id}`]?.tallies ?? {}).length > 0) ? [c.id] : [],
  )

/** The rule on a second day. On the day it was met, there is nothing more to gain. */
function hold(scene: Scene, aim: Aim, lack: Lack, wanted: string): readonly Answer[] {
  const { rung: at } = aim
  if (lack.days.includes(scene.around.today))
    return [{ waits: { command: at.command.id, rungId: at.rung.id, because: 'met today; held needs another day' } }]
  return taught(scene, at, 'second-day', wanted)
}

const covered = (e: Evidence, today: string): boolean => e.days.length >= daysToHold || e.days.includes(today)

/**
 * Those still lacking: what needs only a second day first, then what was not tried; empty once today's meetings cover
 * what is asked.
 */
function lacking(
  evidence: readonly Evidence[],
  wanted: number,
  all: readonly string[],
  today: string,
): readonly string[] {
  const done = evidence.filter((e) => covered(e, today)).map((e) => e.id)
  if (done.length >= wanted) return []
  const half = evidence.filter((e) => !done.includes(e.id) && all.includes(e.id)).map((e) => e.id)
  return [...half, ...all.filter((id) => !done.includes(id) && !half.includes(id))]
}

const mostDays = (evidence: readonly Evidence[], among: readonly string[]): readonly string[] =>
  [...evidence]
    .sort((a, b) => b.days.length - a.days.length)
    .map((e) => e.id)
    .filter((id) => among.includes(id))

/** What is held, where and with whom it is still lacking, made easier for what is new. */
function prove(scene: Scene, aim: Aim, lack: Lack, wanted: string): readonly Answer[] {
  const { around } = scene
  const { goal, rung: at } = aim
  const fits = fitting(scene, at)
  const ids = fits.map((p) => p.id)
  const placesLacking =
    goal.placeId !== undefined
      ? lack.daysThere.includes(around.today)
        ? []
        : [goal.placeId]
      : lacking(lack.places, goal.places, ids, around.today)
  const peopleLacking = lacking(lack.people, goal.people, around.people, around.today)
  const needsDay = lack.daysThere.length < daysToHold && !lack.daysThere.includes(around.today)
  if (placesLacking.length === 0 && peopleLacking.length === 0 && !needsDay) {
    const short = goal.placeId === undefined && (goal.places > ids.length || goal.people > around.people.length)
    return [
      short
        ? {
            shut: {
              command: at.command.id,
              rungId: at.rung.id,
              because:
                goal.people > around.people.length
                  ? `promised with ${goal.people} people, and ${around.people.length} ` +
                    `${around.people.length === 1 ? 'works' : 'work'} here`
                  : `promised in ${goal.places} places, and there ${ids.length === 1 ? 'is' : 'are'} ` +
                    `${ids.length} of its kind here`,
            },
          }
        : {
            waits: {
              command: at.command.id,
              rungId: at.rung.id,
              because: 'met today where it was lacking; another day is needed',
            },
          },
    ]
  }
  const evidence = evidenceBy(at.run, scene.state.runs[at.runKey], at.index, 'place')
  const holders = evidenceBy(at.run, scene.state.runs[at.runKey], at.index, 'person')
  const candidates =
    placesLacking.length > 0
      ? placesLacking
      : [...new Set([...mostDays(lack.places, ids), ...mostDays(evidence, ids), ...ids])]
  const person =
    peopleLacking[0] ??
    mostDays(lack.people, around.people)[0] ??
    mostDays(holders, around.people)[0] ??
    around.people[0]
  const why: Why =
    goal.placeId !== undefined
      ? 'gate'
      : lack.daysThere.length < daysToHold && goal.level > 0
        ? 'level'
        : placesLacking.length > 0
          ? 'new-place'
          : 'new-hands'
  let refusal: string | undefined
  for (const id of candidates) {
    const place = fits.find((p) => p.id === id)
    if (!place) continue
    const tried = proveIn(scene, aim, place, person ?? '', {
      why,
      wanted,
      placeMatters: placesLacking.length > 0,
      personId: peopleLacking.length > 0 ? person : undefined,
    })
    if ('set' in tried) return [tried]
    refusal ??= 'shut' in tried ? tried.shut.because : undefined
  }
  return [{ shut: { command: at.command.id, rungId: at.rung.id, because: refusal ?? noPlace(at) } }]
}

/**
 * Levels are climbed one at a time: the lowest, up to the one asked for, whose cell is not yet as far as what is held.
 */
function levelIn(scene: Scene, { goal, rung: at }: Aim, place: Ground, person: string): number {
  const runState = scene.state.runs[at.runKey]
  const held = Math.min(topHeld(at.run, runState), at.index)
  for (let level = teachingLevel(scene.around.method, at.rung); level < goal.level; level++) {
    if (
      runState &&
      held >= 0 &&
      contextStanding(
        at.run,
        runState,
        { level, placeId: place.id, kit: kitToProve(at.rung), leashHolder: person },
        held,
      ).open.some((v) => v.kind === 'cell')
    )
      return level
  }
  return goal.level
}

function proveIn(
  scene: Scene,
  aim: Aim,
  place: Ground,
  person: string,
  to: {
    readonly why: Why
    readonly wanted: string
    readonly placeMatters: boolean
    readonly personId: string | undefined
  },
): Answer {
  const { curriculum, state, dog, around } = scene
  const { rung: at } = aim
  const runState = state.runs[at.runKey]
  const held = Math.min(topHeld(at.run, runState), at.index)
  const level = levelIn(scene, aim, place, person)
  const kit = kitToProve(at.rung)
  const context =
    runState && held >= 0
      ? contextStanding(at.run, runState, { level, placeId: place.id, kit, leashHolder: person }, held)
      : undefined
  const index = context && context.open.length > 0 ? Math.min(context.index, at.index) : at.index
  const rung = at.run.rungs[index] ?? at.rung
  const easier = { ...at, rung, index }
  // What is easier than a loose rung is worked on its own kit.
  const own = rung.id === at.rung.id || at.rung.gate === undefined ? kit : kitToProve(rung)
  const because = refusedBecause(curriculum, state, easier, { place, level, kit: own }, dog, around)
  if (because !== undefined) return { shut: { command: at.command.id, rungId: rung.id, because } }
  return {
    set: {
      command: at.command.id,
      rungId: rung.id,
      purpose: 'work',
      why: to.why,
      level,
      kit: own,
      placeId:
        to.placeMatters ||
        level > 0 ||
        at.rung.gate !== undefined ||
        at.rung.criterion.place !== undefined ||
        around.barred?.size ||
        around.weather
          ? place.id
          : undefined,
      personId: to.personId,
      relaxed: rung.id !== at.rung.id,
      kept: undefined,
      for: to.wanted,
    },
  }
}

/** Runs that are going stale, at their top held rungs, with the share predicted to be left, the least first. */
function goingStale({ curriculum, state, around }: Scene) {
  const due = curriculum.commands.flatMap((command) =>
    command.runs.flatMap((run) => {
      const runKey = `${command.id}/${run.id}`
      const runState = state.runs[runKey]
      if (!runState?.memory || !isStale(runState.memory, around.now, around.forgetting)) return []
      const index = topHeld(run, runState)
      const rung = run.rungs[index]
      return rung
        ? [
            {
              at: { rung, run, command, index, runKey },
              kept: retention(runState.memory, around.now, around.forgetting),
            },
          ]
        : []
    }),
  )
  return due.sort((a, b) => a.kept - b.kept)
}

/** A run that is going stale, shown once where and with whom the dog knows it. */
function refresh(scene: Scene, at: RungPlaceInLadder, kept: number): Answer {
  const { curriculum, state, dog, around } = scene
  const kits = [...new Set([kitToProve(at.rung), kitFor(at.rung, around.method)])]
  const all = contextsOf(scene, at, kits)
  // Where it is known it says what is left; somewhere new only when it is known nowhere, never because it is shut where
  // it is.
  const contexts = all.some((c) => c.open === 0) ? all.filter((c) => c.open === 0) : all
  let refusal: string | undefined
  const best = contexts.find((c) => {
    const because = refusedBecause(curriculum, state, c.at, { place: c.place, level: 0, kit: c.kit }, dog, around)
    refusal ??= because
    return because === undefined
  })
  if (!best)
    return { shut: { command: at.command.id, rungId: at.rung.id, because: `refresher due; ${refusal ?? noPlace(at)}` } }
  const own = best.at.rung.id === at.rung.id
  return {
    set: {
      command: at.command.id,
      rungId: best.at.rung.id,
      purpose: own ? 'refresh' : 'work',
      why: 'refresher',
      level: 0,
      kit: best.kit,
      placeId: best.place.id,
      personId: best.personId,
      relaxed: !own,
      kept,
      for: at.command.id,
    },
  }
}

interface Context {
  readonly place: Ground
  readonly personId: string | undefined
  readonly kit: string
  /** How many things of it are not as far as what is held. */
  readonly open: number
  /** The rung to work there. */
  readonly at: RungPlaceInLadder
}

/**
 * Every place and person for a rung that is held, those in which it was met most often first, with what is new of each.
 */
function contextsOf(scene: Scene, at: RungPlaceInLadder, kits: readonly string[]): readonly Context[] {
  const { state, around } = scene
  const runState = state.runs[at.runKey]
  if (!runState) return []
  const fits = fitting(scene, at)
  const ids = fits.map((p) => p.id)
  const placeIds = [...new Set([...mostDays(evidenceBy(at.run, runState, at.index, 'place'), ids), ...ids])]
  const people = [
    ...new Set([...mostDays(evidenceBy(at.run, runState, at.index, 'person'), around.people), ...around.people]),
  ]
  return kits.flatMap((kit) =>
    placeIds.flatMap((id): Context[] => {
      const place = fits.find((p) => p.id === id)
      return place
        ? (people.length > 0 ? people : [undefined]).map((personId): Context => {
            const context = contextStanding(
              at.run,
              runState,
              { level: 0, placeId: id, kit, leashHolder: personId ?? '' },
              at.index,
            )
            const index = context.open.length > 0 ? context.index : at.index
            return {
              place,
              personId,
              kit,
              open: context.open.length,
              at: { ...at, index, rung: at.run.rungs[index] ?? at.rung },
            }
          })
        : []
    }),
  )
}

/**
 * Where something sure may be worked: where the dog knows it, else the first place in which nothing speaks against it;
 * undefined where it may not be worked at all.
 */
export function placeFor(
  curriculum: Curriculum,
  state: DogState,
  dog: CoachedDog,
  around: Around,
  at: RungPlaceInLadder,
  kit: string,
): { readonly placeId: string; readonly personId: string | undefined } | undefined {
  const scene: Scene = { curriculum, state, dog, around }
  const known = knownContext(scene, at, kit)
  if (known) return known
  const place = fitting(scene, at).find(
    (p) => refusedBecause(curriculum, state, at, { place: p, level: 0, kit }, dog, around) === undefined,
  )
  return place && { placeId: place.id, personId: undefined }
}

/** Where and with whom a held rung is known on this kit; undefined when it is nowhere. */
const knownContext = (
  scene: Scene,
  at: RungPlaceInLadder,
  kit: string,
): { readonly placeId: string; readonly personId: string | undefined } | undefined => {
  const known = contextsOf(scene, at, [kit]).find(
    (c) =>
      c.open === 0 &&
      refusedBecause(scene.curriculum, scene.state, at, { place: c.place, level: 0, kit }, scene.dog, scene.around) ===
        undefined,
  )
  return known && { placeId: known.place.id, personId: known.personId }
}
