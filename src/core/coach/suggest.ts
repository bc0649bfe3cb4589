import { findCommand, findRung, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Curriculum, PlaceKind } from '../curriculum/types'
import type { PromiseStanding } from '../handoff/promise'
import { kitFor } from '../method/instruct'
import { chosen, type Method } from '../method/rows'
import { contextStanding } from '../proofing/context'
import { shutBecause } from '../progress/gates'
import { isStale, type Forgetting } from '../progress/memory'
import { stepToPromise, type CommandStanding, type Step } from '../progress/standing'
import { daysToHold, evidenceBy, topHeld, type DogState } from '../progress/state'

/** Where the kennel can work, with whom, and under which method. */
export interface Around {
  readonly now: number
  readonly today: string
  /** Places in the house's order; the first is where things are taught. */
  readonly places: readonly { readonly id: string; readonly kind: PlaceKind }[]
  readonly people: readonly string[]
  readonly method: Method
  readonly forgetting: Forgetting
}

export interface Suggestion {
  readonly rungId: string
  readonly purpose: 'work' | 'refresh'
  readonly why: Step['why'] | 'refresher'
  readonly level: number
  readonly kit: string
  /** Where and with whom; undefined when it does not matter. */
  readonly placeId: string | undefined
  readonly personId: string | undefined
  /** What of this is new to the dog, so that the relax rule made it easier. */
  readonly relaxed: boolean
  /** What keeps even this shut, in words that say what opens it. */
  readonly shut: string | undefined
}

/**
 * The set to work now for this command; undefined when another command must come first or today can add nothing.
 * A refresher that is due comes before climbing, but not before work at the promised rung itself, which refreshes too.
 */
export function suggestSet(curriculum: Curriculum, state: DogState, standing: CommandStanding, around: Around): Suggestion | undefined {
  const own = standing.step && standing.step.command === standing.command ? standing.step : undefined
  const proving = own !== undefined && provesWhy.has(own.why)
  if (!proving && own?.why !== 'rebuild') {
    const refresher = dueRefresher(curriculum, state, standing, around)
    if (refresher) return refresher
  }
  const found = own ? findRung(curriculum, own.rungId) : undefined
  if (!own || !found) return undefined
  if (!proving || !standing.promise) return climbSet(curriculum, state, own, found, around)
  return proofSet(curriculum, state, own, found, standing.promise, around) ?? otherPromise(curriculum, state, standing, around)
}

const provesWhy: ReadonlySet<Step['why']> = new Set(['second-day', 'new-place', 'new-hands', 'level'])

/** When today can add nothing to the promise that leads, the next one of the command that it can add to. */
function otherPromise(curriculum: Curriculum, state: DogState, standing: CommandStanding, around: Around): Suggestion | undefined {
  for (const other of standing.promises) {
    const step = other === standing.promise ? undefined : stepToPromise(curriculum, state, other)
    const found = step && findRung(curriculum, step.rungId)
    if (!step || !found || step.command !== standing.command) continue
    const set = provesWhy.has(step.why) ? proofSet(curriculum, state, step, found, other, around) : climbSet(curriculum, state, step, found, around)
    if (set) return set
  }
  return undefined
}

/** One set at the top held rung, where and with whom the dog knows it. */
function dueRefresher(curriculum: Curriculum, state: DogState, standing: CommandStanding, around: Around): Suggestion | undefined {
  const due = standing.runs.find((r) => r.top >= 0 && r.memory !== undefined && isStale(r.memory, around.now, around.forgetting))
  const rung = due ? findCommand(curriculum, standing.command)?.runs.find((r) => r.id === due.id)?.rungs[due.top] : undefined
  const found = rung && findRung(curriculum, rung.id)
  if (!rung || !found) return undefined
  const most = (by: 'place' | 'person', known: readonly string[]) => [...evidenceBy(found.run, state.runs[found.runKey], found.index, by)].sort((a, b) => b.days.length - a.days.length).find((e) => known.includes(e.id))?.id
  return { rungId: rung.id, purpose: 'refresh', why: 'refresher', level: 0, kit: kitFor(rung, around.method), placeId: most('place', around.places.map((p) => p.id)), personId: most('person', around.people), relaxed: false, shut: undefined }
}

/** House: the level at which something new is taught: 0, or 1 where the house teaches busy or distracted from the start. */
function teachingLevel(found: RungPlaceInLadder, method: Method): number {
  if (chosen(method, 'ds') === 'distraction-first') return 1
  return chosen(method, 'handler-in-stay') === 'busy-from-start' && found.rung.kind === 'timed' ? 1 : 0
}

/** The rung in hand, in the place where the house teaches. */
function climbSet(curriculum: Curriculum, state: DogState, own: Step, found: RungPlaceInLadder, around: Around): Suggestion {
  const school = chosen(around.method, 'generalise')
  const fits = around.places.filter((p) => found.rung.criterion.place === undefined || p.kind === found.rung.criterion.place)
  const passed = found.index > 0 && (state.runs[found.runKey]?.position ?? 0) > 0
  const spread = school === 'at-once' || (school === 'works' && passed)
  const place = spread ? leastWorked(state, found, fits) : found.rung.gate === 'off-leash' ? fits.find((p) => p.kind === 'yard') : found.rung.criterion.place === undefined ? undefined : fits[0]
  const kit = kitFor(found.rung, around.method)
  const level = teachingLevel(found, around.method)
  const where = place ?? fits[0]
  return {
    rungId: own.rungId, purpose: 'work', why: own.why, level, kit, placeId: place?.id ?? (level > 0 ? where?.id : undefined), personId: undefined, relaxed: false,
    shut: where ? shutBecause(state, curriculum, found.rung, { placeId: where.id, placeKind: where.kind, level, kit }) : 'no such place here',
  }
}

/** The place in which this run was met on the fewest days, in the house's order. */
function leastWorked(state: DogState, found: RungPlaceInLadder, places: Around['places']): Around['places'][number] | undefined {
  const days = new Map(evidenceBy(found.run, state.runs[found.runKey], 0, 'place').map((e) => [e.id, e.days.length]))
  return [...places].sort((a, b) => (days.get(a.id) ?? 0) - (days.get(b.id) ?? 0))[0]
}

/** The promised rung where and with whom it is still lacking, relaxed for what is new; undefined when today can add nothing more. */
function proofSet(curriculum: Curriculum, state: DogState, own: Step, found: RungPlaceInLadder, standing: PromiseStanding, around: Around): Suggestion | undefined {
  const { promise } = standing
  const ids = around.places.map((p) => p.id)
  const lackingPlace = lacking(standing.places, promise.places, ids, around.today)
  const lackingPerson = lacking(standing.people, promise.people, around.people, around.today)
  const needsDay = standing.heldSince === undefined && !standing.days.includes(around.today)
  if (lackingPlace === undefined && lackingPerson === undefined && !needsDay) return undefined
  const place = around.places.find((p) => p.id === (lackingPlace ?? standing.places[0]?.id)) ?? around.places[0]
  const runState = state.runs[found.runKey]
  const held = Math.min(topHeld(found.run, runState), found.index)
  const kit = '1.8 m leash'
  const person = lackingPerson ?? bestPerson(standing, around.people)
  const at = (level: number) => (runState && held >= 0 && place && person !== undefined ? contextStanding(found.run, runState, { level, placeId: place.id, kit, leashHolder: person }, held) : undefined)
  const level = lowestOpenLevel(promise.level, at)
  const context = at(level)
  const rung = context && context.open.length > 0 ? (found.run.rungs[Math.min(context.index, found.index)] ?? found.rung) : found.rung
  return {
    rungId: rung.id, purpose: 'work', why: lackingPlace !== undefined && own.why === 'new-hands' ? 'new-place' : own.why, level, kit: found.rung.kind === 'recall' || found.rung.command === 'settle' ? kitFor(found.rung, around.method) : kit,
    placeId: lackingPlace ?? (level > 0 ? place?.id : undefined), personId: lackingPerson, relaxed: rung.id !== found.rung.id,
    shut: place ? shutBecause(state, curriculum, rung, { placeId: place.id, placeKind: place.kind, level, kit }) : undefined,
  }
}

const bestPerson = (standing: PromiseStanding, people: readonly string[]): string | undefined => [...standing.people].sort((a, b) => b.days.length - a.days.length).find((e) => people.includes(e.id))?.id ?? people[0]

/** Levels are climbed one at a time: the lowest, up to the promised one, whose cell is not yet as far as what is held. */
function lowestOpenLevel(promised: number, at: (level: number) => ReturnType<typeof contextStanding> | undefined): number {
  for (let level = 0; level < promised; level++) if (at(level)?.open.some((v) => v.news === 'place')) return level
  return promised
}

/** The one that needs only a second day first, then one not tried; undefined once today's meetings cover what is wanted. */
function lacking(evidence: PromiseStanding['places'], wanted: number, all: readonly string[], today: string): string | undefined {
  const covered = evidence.filter((e) => e.days.length >= daysToHold || e.days.includes(today))
  if (covered.length >= wanted) return undefined
  const half = evidence.find((e) => !covered.includes(e) && all.includes(e.id))
  return half?.id ?? all.find((id) => !evidence.some((e) => e.id === id))
}
