import { kgPerLb, massIn, massText, type Measures } from '../measures'

export const lightest = 0.5
export const heaviest = 120
/** Design choice: a weight this far from the last one is asked about, and above this a dog that is no giant. */
const farFrom = 1.6
const heavyUnlessGiant = 70

export type WeightCheck =
  | { readonly kind: 'fine' }
  | { readonly kind: 'refused'; readonly why: string }
  | { readonly kind: 'ask'; readonly why: string }

/**
 * Whether a weight in kilograms can be one, and whether pounds may have been typed for kilograms or the other way
 * round.
 */
export function checkWeight(
  kg: number,
  known: {
    readonly lastKg?: number | undefined
    readonly giant: boolean
    /** What the house weighs in, for what is said. */
    readonly unit: Measures['unit']
  },
): WeightCheck {
  if (!Number.isFinite(kg) || kg < lightest || kg > heaviest) {
    const least = Number(massIn(lightest, known.unit).toFixed(1))
    return { kind: 'refused', why: `A dog weighs between ${least} and ${massText(heaviest, known.unit)}.` }
  }
  const say = (x: number) => massText(x, known.unit)
  const thought = known.unit === 'kg' ? `${Number(kg.toFixed(1))} lb would be` : 'The weight would be'
  const asPounds = `${thought} ${say(kg * kgPerLb)}.`
  const { lastKg } = known
  const last = lastKg === undefined ? '' : massText(lastKg, known.unit)
  if (lastKg !== undefined) {
    const ratio = kg / lastKg
    if (Math.abs(Math.log(ratio * kgPerLb)) < 0.25)
      return {
        kind: 'ask',
        why: `The last weight was ${last}. Were pounds typed for kilograms? ${asPounds}`,
      }
    if (Math.abs(Math.log(ratio / kgPerLb)) < 0.25)
      return {
        kind: 'ask',
        why: `The last weight was ${last}. Were kilograms typed for pounds? That would be ${say(kg / kgPerLb)}.`,
      }
    if (ratio > farFrom || ratio < 1 / farFrom)
      return { kind: 'ask', why: `The last weight was ${last}. Weigh again, or confirm this weight.` }
  } else if (kg > heavyUnlessGiant && !known.giant)
    return {
      kind: 'ask',
      why: `Few dogs weigh ${say(kg)}. Were pounds typed for kilograms? ${asPounds}`,
    }
  return { kind: 'fine' }
}
