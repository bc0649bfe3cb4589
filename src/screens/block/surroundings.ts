import { refusedBecause, type WorkingConditions, type CoachedDog } from '@/core/coach/allowed'
import { standIn, type BlockItem } from '@/core/block/compose'
import { findRung, type RungPlaceInLadder } from '@/core/curriculum/lookup'
import type { DogState } from '@/core/progress/state'
import type { BlockView } from '@/work/page/blockView'
import type { PlaceId } from '@/core/ids'

/** Degrees and percent as somebody typed them for the set before. */
interface Typed {
  readonly temperatureC: number | null
  readonly humidity: number | null
}

/** What of this dog a suggestion must know. */
export const coachedDog = (view: BlockView): CoachedDog => ({
  traits: view.resident.traits,
  arrivesOn: view.resident.arrivesOn,
})

/** Where this dog can be worked now, as the page knew it, with the weather as it was typed since. */
export function aroundHere(view: BlockView, typed?: Typed): WorkingConditions {
  const weather =
    typed?.temperatureC != null ? { temperatureC: typed.temperatureC, humidity: typed.humidity } : view.weather
  return {
    now: view.now,
    today: view.today,
    people: view.handlers,
    method: view.method,
    forgetting: view.forgetting,
    places: view.places.map((p) => ({ id: p.id, kind: p.kind, indoors: p.indoors, surface: p.surface, grip: p.grip })),
    barred: new Map(Object.entries(view.barred)),
    ...(weather ? { weather } : {}),
  }
}

/** Why a rung is not to be worked at this place, level and kit; undefined when nothing speaks against it. */
export function refusedHere(
  view: BlockView,
  state: DogState,
  at: RungPlaceInLadder,
  where: { readonly placeId: PlaceId; readonly level: number; readonly kit: string },
  typed?: Typed,
): string | undefined {
  const conditions = aroundHere(view, typed)
  const place = conditions.places.find((p) => p.id === where.placeId)
  return place
    ? refusedBecause(
        view.curriculum,
        state,
        at,
        { place, level: where.level, kit: where.kit },
        coachedDog(view),
        conditions,
      )
    : 'not a location here'
}

/** A part of the block as it can be worked now, here. */
export const partNow = (view: BlockView, state: DogState, item: BlockItem): BlockItem =>
  standIn(item, view.plan.sure, (i) => {
    const at = findRung(view.curriculum, i.rungId)
    const placeId = i.placeId ?? view.places[0]?.id ?? ''
    return at !== undefined && refusedHere(view, state, at, { placeId, level: i.level, kit: i.kit }) !== undefined
  })
