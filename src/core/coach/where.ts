import type { RungPlaceInLadder } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { enclosed } from '../dog/early'
import { chosen } from '../method/method'
import { contextStanding } from '../progress/context'
import { evidenceBy, type DogState, type Evidence } from '../progress/state'
import { refusedBecause, type Around, type CoachedDog, type Ground } from './allowed'
import type { Scene } from './suggestion'

/**
 * Places that a rung may be worked in, in the house's order; what is loose, outdoors first, since that is what it is
 * for.
 */
export function fitting({ around }: Scene, at: RungPlaceInLadder): readonly Ground[] {
  const { rung } = at
  const fits = around.places.filter((p) => rung.criterion.place === undefined || p.kind === rung.criterion.place)
  return rung.gate === undefined
    ? fits
    : [...fits.filter((p) => p.kind === 'yard'), ...fits.filter((p) => p.kind !== 'yard' && enclosed.has(p.kind))]
}

export const noPlace = (at: RungPlaceInLadder): string =>
  at.rung.gate !== undefined ? 'no secure enclosure here' : `no ${at.rung.criterion.place ?? 'place'} here`

/** Whether the house's school takes this rung from place to place while it is still being taught. */
export function spreads({ state, around }: Scene, at: RungPlaceInLadder): boolean {
  const school = chosen(around.method, 'generalise')
  const begunHere = at.index > 0 && (state.runs[at.runKey]?.position ?? 0) > 0
  return at.rung.gate === undefined && (school === 'at-once' || (school === 'works' && begunHere))
}

/** The places to teach in, as the house's school wants it: the first, or the one least worked in. */
export function teachingPlaces(scene: Scene, at: RungPlaceInLadder): readonly Ground[] {
  const fits = fitting(scene, at)
  if (!spreads(scene, at)) return fits
  const days = new Map(evidenceBy(at.run, scene.state.runs[at.runKey], 0, 'place').map((e) => [e.id, e.days.length]))
  return [...fits].sort((a, b) => (days.get(a.id) ?? 0) - (days.get(b.id) ?? 0))
}

export const mostDays = (evidence: readonly Evidence[], among: readonly string[]): readonly string[] =>
  [...evidence]
    .sort((a, b) => b.days.length - a.days.length)
    .map((e) => e.id)
    .filter((id) => among.includes(id))

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
export function contextsOf(scene: Scene, at: RungPlaceInLadder, kits: readonly string[]): readonly Context[] {
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
export const knownContext = (
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
