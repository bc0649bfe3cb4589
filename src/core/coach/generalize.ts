import { reachingKit } from '../curriculum/reach'
import { kitToProve } from '../method/instruct'
import { contextStatus } from '../progress/contextStatus'
import { daysToMaster, evidenceBy, topMastered, type Evidence } from '../progress/state'
import type { Aim, Lack } from '../promise/goals'
import { refusedBecause, teachingLevel, type TrainingLocation } from './allowed'
import type { Answer, SuggestInput, Why } from './suggestion'
import { taught } from './teach'
import { fitting, mostDays, noPlace } from './where'
import type { PersonId } from '../ids'

/** The rule on a second day. On the day it was met, there is nothing more to gain. */
export function secondDay(input: SuggestInput, aim: Aim, lack: Lack, wanted: string): readonly Answer[] {
  const { at } = aim.goal
  if (lack.days.includes(input.conditions.today))
    return [{ waits: { command: at.command.id, rungId: at.rung.id, because: 'passed today; pass it another day' } }]
  return taught(input, aim.rung, 'second-day', wanted)
}

const covered = (e: Evidence, today: string): boolean => e.days.length >= daysToMaster || e.days.includes(today)

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

/** What is held, where and with whom it is still lacking, made easier for what is new. */
export function generalize(input: SuggestInput, aim: Aim, lack: Lack, wanted: string): readonly Answer[] {
  const { conditions } = input
  const { goal, rung: at } = aim
  const fits = fitting(input, at)
  const ids = fits.map((p) => p.id)
  const placesLacking =
    goal.placeId !== undefined
      ? lack.daysThere.includes(conditions.today)
        ? []
        : [goal.placeId]
      : lacking(lack.places, goal.places, ids, conditions.today)
  const peopleLacking = lacking(lack.people, goal.people, conditions.people, conditions.today)
  const needsDay = lack.daysThere.length < daysToMaster && !lack.daysThere.includes(conditions.today)
  if (placesLacking.length === 0 && peopleLacking.length === 0 && !needsDay) {
    const short = goal.placeId === undefined && (goal.places > ids.length || goal.people > conditions.people.length)
    return [
      short
        ? {
            shut: {
              command: at.command.id,
              rungId: at.rung.id,
              because:
                goal.people > conditions.people.length
                  ? `promised with ${goal.people} handlers, and ${conditions.people.length} ` +
                    `${conditions.people.length === 1 ? 'works' : 'work'} here`
                  : `promised in ${goal.places} locations, and there ${ids.length === 1 ? 'is' : 'are'} ` +
                    `${ids.length} of its kind here`,
            },
          }
        : {
            waits: {
              command: at.command.id,
              rungId: at.rung.id,
              because: 'passed there today; pass it there another day',
            },
          },
    ]
  }
  const evidence = evidenceBy(at.ladder, input.state.runs[at.ladderKey], at.index, 'place')
  const holders = evidenceBy(at.ladder, input.state.runs[at.ladderKey], at.index, 'person')
  const candidates =
    placesLacking.length > 0
      ? placesLacking
      : [...new Set([...mostDays(lack.places, ids), ...mostDays(evidence, ids), ...ids])]
  const person =
    peopleLacking[0] ??
    mostDays(lack.people, conditions.people)[0] ??
    mostDays(holders, conditions.people)[0] ??
    conditions.people[0]
  const why: Why =
    goal.placeId !== undefined
      ? 'gate'
      : lack.daysThere.length < daysToMaster && goal.level > 0
        ? 'level'
        : placesLacking.length > 0
          ? 'new-place'
          : 'new-hands'
  let refusal: string | undefined
  for (const id of candidates) {
    const place = fits.find((p) => p.id === id)
    if (!place) continue
    const tried = proveIn(input, aim, place, person ?? '', {
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
function levelIn(input: SuggestInput, { goal, rung: at }: Aim, place: TrainingLocation, person: string): number {
  const runState = input.state.runs[at.ladderKey]
  const mastered = Math.min(topMastered(at.ladder, runState), at.index)
  for (let level = teachingLevel(input.conditions.method, at.rung); level < goal.level; level++) {
    if (
      runState &&
      mastered >= 0 &&
      contextStatus(
        at.ladder,
        runState,
        { level, placeId: place.id, kit: kitToProve(at.rung), leashHolder: person },
        mastered,
      ).open.some((v) => v.kind === 'cell')
    )
      return level
  }
  return goal.level
}

function proveIn(
  input: SuggestInput,
  aim: Aim,
  place: TrainingLocation,
  person: string,
  to: {
    readonly why: Why
    readonly wanted: string
    readonly placeMatters: boolean
    readonly personId: PersonId | undefined
  },
): Answer {
  const { curriculum, state, dog, conditions } = input
  const { rung: at } = aim
  const runState = state.runs[at.ladderKey]
  const mastered = Math.min(topMastered(at.ladder, runState), at.index)
  const level = levelIn(input, aim, place, person)
  const kit = kitToProve(at.rung)
  const context =
    runState && mastered >= 0
      ? contextStatus(at.ladder, runState, { level, placeId: place.id, kit, leashHolder: person }, mastered)
      : undefined
  const index = context && context.open.length > 0 ? Math.min(context.index, at.index) : at.index
  const rung = at.ladder.rungs[index] ?? at.rung
  const easier = { ...at, rung, index }
  // What is easier than a loose rung is worked on its own kit, and what is further off on a line.
  const own = reachingKit(rung.id === at.rung.id || at.rung.gate === undefined ? kit : kitToProve(rung), rung)
  const because = refusedBecause(curriculum, state, easier, { place, level, kit: own }, dog, conditions)
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
        conditions.barred?.size ||
        conditions.weather
          ? place.id
          : undefined,
      personId: to.personId,
      relaxed: rung.id !== at.rung.id,
      kept: undefined,
      for: to.wanted,
    },
  }
}
