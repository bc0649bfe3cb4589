import { findRung } from '../../curriculum/lookup'
import type { Curriculum, Ladder } from '../../curriculum/types'
import { daysBetween } from '../../days'
import type { RepFact, SetFact } from '../../facts/fact'
import type { Regimes } from '../../progress/regime'
import { plainHeld, plainJudge, type PlainRep, type PlainStanding } from '../oracle/plain'
import type { Told } from './live'
import type { RungId } from '../../ids'

const fenced = ['room', 'corridor', 'yard']

type Read = readonly [reps: string, standing: PlainStanding]
const lately = new WeakMap<Ladder, readonly Read[]>()

/** What the oracle says of these reps of a ladder; what it was asked last it is not asked again. */
function judged(ladder: Ladder, reps: readonly PlainRep[]): PlainStanding {
  const known = lately.get(ladder) ?? []
  const key = JSON.stringify(reps)
  const found = known.find(([of]) => of === key) ?? [key, plainJudge(ladder, reps)]
  lately.set(ladder, [found, ...known.filter((k) => k !== found)].slice(0, 4))
  return found[1]
}

/** Whether the facts say that this rung is held: its own ladder read by the plain oracle, over these sets only. */
function heldBy(curriculum: Curriculum, rungId: RungId, sets: readonly SetFact[]): boolean {
  const at = findRung(curriculum, rungId)
  if (!at) return false
  const reps = sets.flatMap((s): PlainRep[] => {
    const index = at.ladder.rungs.findIndex((r) => r.id === s.rungId)
    return index < 0
      ? []
      : s.reps.map((rep, i) => ({
          index,
          result: resultOf(rep),
          at: rep.at,
          day: s.day,
          set: s.id,
          nth: i + 1,
          refresh: s.purpose === 'refresh',
          broke: rep.brokeSeconds,
        }))
  })
  return plainHeld(at.ladder, judged(at.ladder, reps), at.index)
}

/** What was held by the rules of its time stays held: facts of each time, read by the ladder that held then. */
const heldBefore = (regimes: Regimes | undefined, need: string, sets: readonly SetFact[]): boolean =>
  (regimes ?? []).some(({ curriculum, fromMs: from }, i) => {
    const until = regimes?.[i + 1]?.fromMs ?? Number.POSITIVE_INFINITY
    return heldBy(
      curriculum,
      need,
      sets.filter((s) => (s.reps[0]?.at ?? 0) >= from && (s.reps[0]?.at ?? 0) < until),
    )
  })

const resultOf = (rep: RepFact): PlainRep['result'] =>
  ({ clean: 'C', helped: 'H', late: 'L', miss: 'M' })[rep.outcome] as PlainRep['result']

/**
 * Why the trade forbids a suggestion, asked of the facts and in its own words: prerequisites held, off leash only
 * fenced in and with everything held on leash, no call off leash before the leash recall is held at that place and
 * level, a young dog’s first week, long holds and hiding games, a slippery floor, heat, a dog it may not meet.
 * Undefined when it does not.
 */
export function forbidden(told: Told, facts: readonly SetFact[], regimes?: Regimes): string | undefined {
  const { curriculum, suggestion, conditions, traits } = told
  const isHeld = (need: string, sets: readonly SetFact[]) =>
    heldBy(curriculum, need, sets) || heldBefore(regimes, need, sets)
  const at = findRung(curriculum, suggestion.rungId)
  if (!at) return 'is not in this dog’s curriculum'
  const { rung, command } = at
  const place = conditions.places.find((p) => p.id === suggestion.placeId) ?? conditions.places[0]
  if (!place) return 'nowhere'
  const young = traits.bornOn !== null && daysBetween(traits.bornOn, conditions.today) < 182
  if (young && told.day <= 7 && rung.kind === 'timed' && rung.axis === 'distance')
    return 'distance in a young dog’s first week'
  if (young && rung.kind === 'timed' && (rung.criterion.seconds ?? 0) > 30) return 'a long hold under six months'
  if (young && rung.hides === true && !fenced.includes(place.kind))
    return 'a hiding game under six months without a fence'
  if (command.grip === true && /slippery/.test(place.surface ?? '')) return 'a sit-stay on a slippery floor'
  if (conditions.weather && conditions.weather.temperatureC >= 36 && !['room', 'corridor'].includes(place.kind))
    return 'outdoors in the heat'
  if (conditions.barred?.has(place.id)) return 'where a dog works that it may not meet'
  if (rung.criterion.place !== undefined && rung.criterion.place !== place.kind) return 'in another kind of place'
  const withoutLure = at.ladder.rungs.slice(at.index + 1, told.state.runs[at.ladderKey]?.position ?? 0)
  if (
    suggestion.why === 'second-day' &&
    rung.criterion.help === 'lure' &&
    withoutLure.some((r) => r.axis === rung.axis && r.criterion.help !== 'lure')
  )
    return 'with the lure again, which it does without'
  for (const need of rung.needs) if (!isHeld(need, facts)) return `before ${need} is held`
  const loose = rung.gate !== undefined || (suggestion.kit === 'none' && !['room', 'corridor'].includes(place.kind))
  if (!loose) return undefined
  if (!fenced.includes(place.kind)) return 'off leash without a fence'
  const onLeash = facts.filter((s) => s.kit !== 'none')
  const gate = curriculum.gates.find((g) => g.id === rung.gate) ?? curriculum.gates[0]
  for (const need of gate?.needs ?? []) if (!isHeld(need, onLeash)) return `off leash before ${need} is held on leash`
  if (
    rung.kind === 'recall' &&
    gate?.call !== undefined &&
    !heldBy(
      curriculum,
      gate.call,
      onLeash.filter((s) => s.placeId === place.id && s.level >= suggestion.level),
    )
  )
    return 'called off leash before the leash recall is held there'
  return undefined
}
