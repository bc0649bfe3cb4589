/** Whether feet slide on a floor, as somebody said who stood on it; undefined where nobody has. */
export const grips = ['good', 'poor'] as const
export type Grip = (typeof grips)[number]

/** A floor, in the house's words and by its grip. */
export interface Floor {
  readonly surface?: string | undefined
  readonly grip?: Grip | undefined
}

/** Floors on which feet slide, and floors on which they hold, in whole words. Common practice. */
const poorFloors = new Set(
  (
    'slippery slick slippy tile tiles tiled tiling lino linoleum laminate parquet polished waxed wet smooth vinyl ' +
    'glazed ceramic porcelain marble terrazzo glass glossy gloss varnished lacquered steel ice icy frozen frosty ' +
    'mud muddy algae'
  ).split(' '),
)
const goodFloors = new Set(
  (
    'rubber mat mats matting carpet carpeted carpeting rug grass lawn turf hay straw sand sandy gravel dirt earth ' +
    'soil bark woodchip woodchips cork textile felt'
  ).split(' '),
)
const saysItHolds =
  /\b(?:non|anti|no|not|un|never)[ -]?slip(?:pery|py|pery|ping)?\b|\bslip[ -]?(?:proof|resistant|free)\b/i

/** What the words for a floor let somebody expect of its grip; undefined where they say nothing. A person decides. */
export function proposedGrip(surface: string | undefined): Grip | undefined {
  if (surface === undefined) return undefined
  const name = surface.toLowerCase()
  const rest = name.replace(new RegExp(saysItHolds.source, 'gi'), ' ')
  const words = rest.split(/[^\p{L}]+/u)
  // “Rubber mats on tiles”: where one part slides, the feet may stand on that.
  if (words.some((w) => poorFloors.has(w))) return 'poor'
  return rest !== name || words.some((w) => goodFloors.has(w)) ? 'good' : undefined
}

/** Whether feet slide there: somebody said so, or nobody said anything and its words sound like it. */
export const isSlippery = (floor: Floor): boolean =>
  (floor.grip ?? (proposedGrip(floor.surface) === 'poor' ? 'poor' : undefined)) === 'poor'
