import type { Rung } from '../curriculum/types'
import { callMomentWords, type callMoments } from '../curriculum/words'
import type { DogTraits } from '../dog/traits'

export type CallMoment = (typeof callMoments)[number]

/** When a dog is called on this rung, by its file or as common practice has it; undefined where nobody calls. */
export function callMoment(rung: Rung): CallMoment | undefined {
  if (rung.callWhen) return rung.callWhen
  if (rung.kind !== 'recall') return undefined
  return rung.criterion.start === 'sit-stay' ? 'from-stay' : 'looks-away'
}

/** The moment in words, as this dog has it: one that does not see looks nowhere. */
export const momentText = (moment: CallMoment, traits: Pick<DogTraits, 'blind'>): string =>
  !traits.blind
    ? callMomentWords[moment]
    : moment === 'looks-away'
      ? 'while the dog sniffs or is busy'
      : moment === 'looks-up'
        ? 'as the dog turns to you unasked'
        : callMomentWords[moment]

/** Whether nobody can see the moment come, so that chance says how long it is waited for. */
export const momentIsDrawn = (moment: CallMoment | undefined): boolean =>
  moment === 'from-stay' || moment === 'looks-away'

/** Whether the dog is called off a bowl with a handful of the meal in it. */
export const hasBowl = (rung: Rung): boolean => callMoment(rung) === 'finishes-bowl'

/** A recall as far as it decides how far off the next one is. */
export interface LastCall {
  /** Steps it was called from; undefined when nobody said. */
  readonly steps: number | undefined
  readonly clean: boolean
  /** How many of the last calls running came in crooked where straightness counts. */
  readonly crooked: number
}

/** Design choice: after two crooked ones running, from so many steps. */
export const afterCrooked = { least: 7, most: 10 } as const

/**
 * From how many steps to call next, out of distances already passed (least first), by a share of 0–1 drawn by chance:
 * each alike at first and after a call that was not clean, though never further than that one; after a clean one those
 * that are longer count twice; after two crooked ones running 7 to 10. Undefined where no distance was passed.
 */
export function stepsFor(passed: readonly number[], share: number, last: LastCall | undefined): number | undefined {
  const longest = passed.at(-1)
  if (longest === undefined) return undefined
  if (last && last.crooked >= 2) {
    const { least, most } = afterCrooked
    return Math.min(longest, least + Math.floor(share * (most - least + 1)))
  }
  const from = last?.steps
  const lots =
    from === undefined
      ? passed
      : last?.clean === true
        ? passed.flatMap((s) => (s > from ? [s, s] : [s]))
        : passed.filter((s) => s <= from)
  return (lots.length > 0 ? lots : passed.slice(0, 1))[Math.floor(share * Math.max(1, lots.length))]
}
