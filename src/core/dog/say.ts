import type { Rung } from '../curriculum/types'

/** A rung that says something else. */
export function say(
  rung: Rung,
  words: Partial<Pick<Rung, 'say' | 'dontSay' | 'payWhere' | 'name'>> & { criterion?: string },
): Rung {
  const { criterion, ...rest } = words
  return {
    ...rung,
    ...rest,
    ...(criterion === undefined ? {} : { criterion: { ...rung.criterion, words: criterion } }),
  }
}
