import { figures } from '../figures'
import type { DogId, ResidencyId } from '../ids'

/** What must be known of two dogs before they work within sight of each other. */
export interface Partner {
  readonly residencyId: ResidencyId
  /** The dog itself: that is what its papers name. */
  readonly dogId: DogId
  readonly name: string
  readonly runNumber: string
  readonly kg: number | null
  readonly biteHistory: boolean
  /** Dogs it may not meet, by dog. */
  readonly notWith: readonly string[]
  readonly traits: { readonly giant: boolean; readonly shy: boolean; readonly anxious: boolean }
}

/** Design choice: a dog more than twice as heavy is no partner. */
export const heaviest = figures.partnerTimes.value
/** Design choice: nor is one more than so many kilograms heavier. */
export const heaviestByKg = figures.partnerKg.value

/**
 * Why these two are not worked near each other; empty when nothing speaks against it. `refuse` things are never
 * overridden by a tap.
 */
export function againstPair(
  one: Partner,
  other: Partner,
): readonly { readonly why: string; readonly refuse: boolean }[] {
  if (one.residencyId === other.residencyId)
    return [{ why: 'A dog cannot be its own partner. Choose another dog.', refuse: true }]
  const [light, heavy] = (one.kg ?? 0) <= (other.kg ?? 0) ? [one, other] : [other, one]
  return [
    ...(one.notWith.includes(other.dogId) || other.notWith.includes(one.dogId)
      ? [{ why: `${one.name} and ${other.name} may not meet.`, refuse: true }]
      : []),
    ...(one.kg === null || other.kg === null
      ? [
          {
            why: `${one.kg === null ? one.name : other.name} was not weighed, so no one knows whether their sizes fit.`,
            refuse: false,
          },
        ]
      : []),
    ...(light.kg !== null && heavy.kg !== null && (heavy.kg > light.kg * heaviest || heavy.kg - light.kg > heaviestByKg)
      ? [
          {
            why:
              `${heavy.name} has ${Math.round(heavy.kg)} kg, ${light.name} ${Math.round(light.kg)} kg: too ` +
              `unlike in size.`,
            refuse: false,
          },
        ]
      : []),
    ...[one, other].flatMap((d) =>
      d.biteHistory
        ? [{ why: `${d.name} has a bite history: distance, and the lead trainer’s word first.`, refuse: false }]
        : [],
    ),
    ...[one, other].flatMap((d) =>
      d.traits.anxious ? [{ why: `${d.name} is anxious: over 15 m to begin with.`, refuse: false }] : [],
    ),
  ]
}
