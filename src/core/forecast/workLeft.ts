import type { Curriculum, Rung } from '../curriculum/types'
import { relaxFrom, relaxPath } from '../curriculum/relaxedCriteria'
import { shareOf } from '../promise/need'
import { lackOf, needGoal, promiseGoal, type Goal, type Lack } from '../promise/goals'
import type { OwnerPromise } from '../promise/ownerPromise'
import { targetsOf } from '../promise/status'
import { unmetNeeds } from '../progress/gates'
import { daysToMaster, type DogState, type Evidence, type LadderState } from '../progress/state'
import { spanOf } from '../rule/rule'
import { laterRates, rateKindOf, type RateKind, type Rates, type RungExposure } from './rates'
import { frontierOf } from './rungExposures'
import type { RungId } from '../ids'

/** A rung still to be passed. */
export interface RungWork {
  /** Of a rung never passed: which, and of which kind. */
  readonly of?: { readonly rungId: RungId; readonly kind: RateKind } | undefined
  /** Passes a set of a usual dog. */
  readonly rate: number
  /** Sets spent on it already. */
  readonly done: number
  /** Sets its rule takes at the least, and reps. */
  readonly least: number
  readonly reps: number
  /** Numbers of the goals that must be held before it opens. */
  readonly needs: readonly number[]
  /** It was passed before, and fallen back from since. */
  readonly back?: boolean
}

/** A place or pair of hands in which it must still be met, on so many days, and the eased sets before the first. */
export interface ContextWork {
  readonly days: number
  readonly eased: number
  /** It was met there today: the next day counts. */
  readonly metToday: boolean
}

/** What one goal on one run still takes: rungs to pass, days to hold, places and hands. */
export interface GoalWork {
  readonly command: string
  readonly rungId: RungId
  readonly kind: RateKind
  /** A promise; else only what a promise needs first. */
  readonly promised: boolean
  readonly steps: readonly RungWork[]
  /** Reps that meeting its rule once takes, and sets at the least. */
  readonly reps: number
  readonly least: number
  /** Days of meeting the rule that are lacking once all steps are passed; the passing of the last step is one. */
  readonly days: number
  readonly metToday: boolean
  readonly contexts: readonly ContextWork[]
  /** What was asked to come sooner came. */
  readonly sooner: boolean
  /** Number of the goal of the same run whose rungs come before these; undefined where none does. */
  readonly after?: number | undefined
}

/**
 * The second day on which something new is met is had with another person, or in another place: the first day of a
 * meeting that is wanted anyway.
 */
export type Sooner = 'places' | 'people' | 'both'

/**
 * What a dog's promises still take, goal by goal, with what they need first. A goal comes after those it needs.
 * Promises that are met take nothing, and may slip.
 */
export function workLeft(
  curriculum: Curriculum,
  state: DogState,
  promises: readonly OwnerPromise[],
  rates: Rates,
  open: readonly RungExposure[],
  today: string,
  sooner?: Sooner,
): readonly GoalWork[] {
  const legs: GoalWork[] = []
  const numbers = new Map<string, number>()
  const ends: End[] = []
  const add = (goal: Goal, promised: boolean, onTheWay: ReadonlySet<string>): number | undefined => {
    const { ladderKey, index, rung: target } = goal.at
    const key = promised ? `promise ${target.id}` : `${target.id} ${goal.leashed ? 'on leash' : ''}`
    const known = numbers.get(key)
    if (known !== undefined) return known
    if (onTheWay.has(key)) return undefined
    const lack = lackOf(state, goal)
    const way = wayTo(goal, lack, state.runs[ladderKey])
    const spent = open.findLast((s) => s.ladderKey === ladderKey && !s.passed)
    const steps = [
      ...way.again.map((i) => stepAgain(goal.at.ladder.rungs[i] ?? target, i === index)),
      ...way.fresh.map((rung): RungWork => {
        const needs = unmetNeeds(state, curriculum, rung).flatMap(
          (need) => add(needGoal(need, rung.gate !== undefined), false, new Set([...onTheWay, key])) ?? [],
        )
        return { ...stepTo(rung, rates), done: spent?.rungId === rung.id ? spent.sets : 0, needs }
      }),
    ]
    const number = legs.length
    numbers.set(key, number)
    ends.push({ ladderKey, index, from: way.from, to: way.fresh.length > 0 ? index + 1 : way.to })
    const contexts = promised && !lack.met ? meetingsOf(goal, lack, today, sooner) : { all: [], sooner: false }
    legs.push({
      command: goal.at.command.id,
      rungId: target.id,
      kind: rateKindOf(target),
      promised,
      steps,
      reps: repsOf(target),
      least: Math.ceil(spanOf(target.rule) / Math.max(1, target.setReps)),
      ...daysOf(way, lack, today),
      contexts: contexts.all,
      sooner: contexts.sooner,
    })
    return number
  }
  for (const { promise, at } of targetsOf(curriculum, promises)) add(promiseGoal(promise, at), true, new Set())
  return climbedOnce(legs, ends)
}

/** Where a goal begins and ends on its run. */
interface End {
  readonly ladderKey: string
  readonly index: number
  readonly from: number
  readonly to: number
}

/** What of a run is still to be climbed for a goal. */
interface Way {
  /** Numbers of the rungs it fell back from, and those not passed yet. */
  readonly again: readonly number[]
  readonly fresh: readonly Rung[]
  readonly from: number
  readonly to: number
  /** The goal's own rung is among those climbed again: its meeting is the second day's. */
  readonly meetsAgain: boolean
}

function wayTo({ at: { ladder, index } }: Goal, lack: Lack, state: LadderState | undefined): Way {
  const frontier = frontierOf(ladder, state)
  const position = state?.position ?? 0
  // What it fell back from is climbed again; met once, with the rung itself.
  const fell = !lack.met && position < Math.min(frontier, index)
  const metOnce = !lack.held && frontier > index
  const from = fell ? position : frontier
  const to = fell ? Math.min(frontier, metOnce ? index + 1 : index) : frontier
  return {
    again: Array.from({ length: to - from }, (_, i) => from + i),
    fresh: lack.held ? [] : ladder.rungs.slice(frontier, index + 1),
    from,
    to,
    meetsAgain: fell && metOnce,
  }
}

/** A rung it fell back from, or the goal's own, on its second day. */
const stepAgain = (rung: Rung, own: boolean): RungWork => ({
  rate: own ? laterRates.secondDay : laterRates.again,
  done: 0,
  least: 1,
  reps: repsOf(rung),
  needs: [],
  back: true,
})

/** Reps that a rung counts for where commands are put in order. */
const repsOf = (rung: Rung): number => spanOf(rung.rule) * shareOf(rung)

const stepTo = (rung: Rung, rates: Rates): Pick<RungWork, 'of' | 'rate' | 'least' | 'reps'> => {
  const of = { rungId: rung.id, kind: rateKindOf(rung) }
  return {
    of,
    rate: rates.of(of.rungId, of.kind),
    least: Math.max(1, Math.ceil(spanOf(rung.rule) / Math.max(1, rung.setReps)) - 1),
    reps: repsOf(rung),
  }
}

/** These goals where rungs never passed are passed at other rates. */
export const atRates = (legs: readonly GoalWork[], rates: Rates): readonly GoalWork[] =>
  legs.map((leg) => ({
    ...leg,
    steps: leg.steps.map((step) => (step.of ? { ...step, rate: rates.of(step.of.rungId, step.of.kind) } : step)),
  }))

/** The days on which the rule is to be met once all is climbed; the climbing is one of them where it meets it. */
function daysOf(way: Way, lack: Lack, today: string): Pick<GoalWork, 'days' | 'metToday'> {
  const metToday = lack.days.includes(today)
  if (lack.held) return { days: 0, metToday }
  const had = Math.min(daysToMaster, lack.days.length)
  const climbs = way.fresh.length > 0
  const byClimbing = climbs || (way.meetsAgain && !metToday)
  return { days: Math.max(climbs ? 1 : 0, daysToMaster - had - Number(byClimbing)), metToday }
}

/**
 * Rungs that two goals of one run share are climbed once: the higher goal goes on where the lower one ends. What is
 * needed first and lies below is held by the next day’s work above it, and asks for no set of its own.
 */
function climbedOnce(legs: readonly GoalWork[], ends: readonly End[]): readonly GoalWork[] {
  const made = [...legs]
  for (const ladderKey of new Set(ends.map((e) => e.ladderKey))) {
    const own = legs
      .flatMap((leg, number) => {
        const end = ends[number]
        return end?.ladderKey === ladderKey && leg.steps.length > 0 ? [{ leg, number, ...end }] : []
      })
      .sort((a, b) => a.index - b.index || Number(a.leg.promised) - Number(b.leg.promised))
    own.forEach((upper, i) => {
      const lower = own[i - 1]
      if (!lower) return
      const shared = Math.max(0, lower.to - upper.from)
      made[upper.number] = { ...upper.leg, steps: upper.leg.steps.slice(shared), after: lower.number }
      const below = made[lower.number]
      if (below && !below.promised) made[lower.number] = { ...below, days: 0 }
    })
  }
  return made
}

/** Places and hands beyond the first of each, which comes with the holding of it. */
function meetingsOf(
  { at, level, places, people }: Goal,
  lack: { readonly held: boolean; readonly places: readonly Evidence[]; readonly people: readonly Evidence[] },
  today: string,
  sooner: Sooner | undefined,
): { readonly all: readonly ContextWork[]; readonly sooner: boolean } {
  let reached = false
  const eased = (news: 'place' | 'hands' | 'level') =>
    Math.max(0, relaxPath(at.ladder, relaxFrom(at.ladder, at.index, [news]), at.index).length - 1)
  const lacking = (evidence: readonly Evidence[], wanted: number, news: 'place' | 'hands'): readonly ContextWork[] => {
    const best = [...evidence].sort((a, b) => b.days.length - a.days.length).slice(0, wanted)
    const all = Array.from({ length: wanted }, (_, i): ContextWork => {
      const e = best[i]
      const had = Math.min(daysToMaster, e?.days.length ?? 0)
      // The first place and the first person come with the holding of it.
      const comes = i === 0 && !lack.held && level === 0
      const asked = sooner === 'both' || sooner === (news === 'place' ? 'places' : 'people')
      const early = i === 1 && asked && !lack.held && had === 0
      reached ||= early && level === 0
      return {
        days: comes ? 0 : daysToMaster - had - Number(early && level === 0),
        eased: had > 0 || comes ? 0 : eased(news) + level * (eased('level') + 1),
        metToday: e?.days.includes(today) ?? false,
      }
    })
    return all.filter((m) => m.days > 0)
  }
  const [where, who] = [lacking(lack.places, places, 'place'), lacking(lack.people, people, 'hands')]
  // One meeting serves a place and a person at once: the longer list, each as hard as the harder of the two.
  const [more, fewer] = where.length >= who.length ? [where, who] : [who, where]
  const all = more.map((m, i) => {
    const other = fewer[i]
    return other
      ? {
          days: Math.max(m.days, other.days),
          eased: Math.max(m.eased, other.eased),
          metToday: m.metToday && other.metToday,
        }
      : m
  })
  return { all, sooner: reached }
}
