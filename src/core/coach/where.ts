import type { RungPlaceInLadder } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { enclosed } from '../dog/ageLimits'
import { chosen } from '../method/method'
import { contextStatus } from '../progress/contextStatus'
import { evidenceBy, type DogState, type Evidence } from '../progress/state'
import { refusedBecause, type WorkingConditions, type CoachedDog, type TrainingLocation } from './allowed'
import type { SuggestInput } from './suggestion'
import type { PersonId, PlaceId } from '../ids'

/**
 * Places that a rung may be worked in, in the house's order; what is loose, outdoors first, since that is what it is
 * for.
 */
export function fitting({ conditions }: SuggestInput, at: RungPlaceInLadder): readonly TrainingLocation[] {
  const { rung } = at
  const fits = conditions.places.filter((p) => rung.criterion.place === undefined || p.kind === rung.criterion.place)
  return rung.gate === undefined
    ? fits
    : [...fits.filter((p) => p.kind === 'yard'), ...fits.filter((p) => p.kind !== 'yard' && enclosed.has(p.kind))]
}

export const noPlace = (at: RungPlaceInLadder): string =>
  at.rung.gate !== undefined ? 'no secure enclosure here' : `no ${at.rung.criterion.place ?? 'place'} here`

/** Whether the house's school takes this rung from place to place while it is still being taught. */
export function spreads({ state, conditions }: SuggestInput, at: RungPlaceInLadder): boolean {
  const school = chosen(conditions.method, 'generalise')
  const begunHere = at.index > 0 && (state.runs[at.ladderKey]?.position ?? 0) > 0
  return at.rung.gate === undefined && (school === 'at-once' || (school === 'works' && begunHere))
}

/** The places to teach in, as the house's school wants it: the first, or the one least worked in. */
export function teachingPlaces(input: SuggestInput, at: RungPlaceInLadder): readonly TrainingLocation[] {
  const fits = fitting(input, at)
  if (!spreads(input, at)) return fits
  const days = new Map(
    evidenceBy(at.ladder, input.state.runs[at.ladderKey], 0, 'place').map((e) => [e.id, e.days.length]),
  )
  return [...fits].sort((a, b) => (days.get(a.id) ?? 0) - (days.get(b.id) ?? 0))
}

export const mostDays = (evidence: readonly Evidence[], among: readonly string[]): readonly string[] =>
  [...evidence]
    .sort((a, b) => b.days.length - a.days.length)
    .map((e) => e.id)
    .filter((id) => among.includes(id))

interface Context {
  readonly place: TrainingLocation
  readonly personId: PersonId | undefined
  readonly kit: string
  /** How many things of it are not as far as what is held. */
  readonly open: number
  /** The rung to work there. */
  readonly at: RungPlaceInLadder
}

/**
 * Every place and person for a rung that is held, those in which it was met most often first, with what is new of each.
 */
export function contextsOf(input: SuggestInput, at: RungPlaceInLadder, kits: readonly string[]): readonly Context[] {
  const { state, conditions } = input
  const runState = state.runs[at.ladderKey]
  if (!runState) return []
  const fits = fitting(input, at)
  const ids = fits.map((p) => p.id)
  const placeIds = [...new Set([...mostDays(evidenceBy(at.ladder, runState, at.index, 'place'), ids), ...ids])]
  const people = [
    ...new Set([
      ...mostDays(evidenceBy(at.ladder, runState, at.index, 'person'), conditions.people),
      ...conditions.people,
    ]),
  ]
  return kits.flatMap((kit) =>
    placeIds.flatMap((id): Context[] => {
      const place = fits.find((p) => p.id === id)
      return place
        ? (people.length > 0 ? people : [undefined]).map((personId): Context => {
            const context = contextStatus(
              at.ladder,
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
              at: { ...at, index, rung: at.ladder.rungs[index] ?? at.rung },
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
  conditions: WorkingConditions,
  at: RungPlaceInLadder,
  kit: string,
): { readonly placeId: PlaceId; readonly personId: PersonId | undefined } | undefined {
  const input: SuggestInput = { curriculum, state, dog, conditions }
  const known = knownContext(input, at, kit)
  if (known) return known
  const place = fitting(input, at).find(
    (p) => refusedBecause(curriculum, state, at, { place: p, level: 0, kit }, dog, conditions) === undefined,
  )
  return place && { placeId: place.id, personId: undefined }
}

/** Where and with whom a held rung is known on this kit; undefined when it is nowhere. */
export const knownContext = (
  input: SuggestInput,
  at: RungPlaceInLadder,
  kit: string,
): { readonly placeId: PlaceId; readonly personId: PersonId | undefined } | undefined => {
  const known = contextsOf(input, at, [kit]).find(
    (c) =>
      c.open === 0 &&
      refusedBecause(
        input.curriculum,
        input.state,
        at,
        { place: c.place, level: 0, kit },
        input.dog,
        input.conditions,
      ) === undefined,
  )
  return known && { placeId: known.place.id, personId: known.personId }
}
