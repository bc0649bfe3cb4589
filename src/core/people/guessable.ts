/** Design choice: a passcode that is hard to guess by its first letters is so by all; more of them take seconds. */
export const mostWeighed = 32

/** Design choice: of the scale from 0 to 4, “safely unguessable” and better. */
const leastScore = 3

/** A name of more words is weighed by its first. */
export const mostWords = 20

/** What everybody knows of this program and its trade. */
export const knownWords = ['kibou', 'kennel']

const plain = (text: string): string => text.normalize('NFKC').toLowerCase().replace(/\s/gu, '')

/**
 * Why nobody should have this passcode, weighed at 0 to 4; undefined where nothing is known against it. `names`: of the
 * person and the kennel, which is what somebody who knows them tries next.
 */
export function whyGuessable(passcode: string, score: number, names: readonly string[]): string | undefined {
  const named = names.map(plain).filter((name) => name.length > 2)
  // A year or a number behind a name is tried with it.
  const bare = plain(passcode).replace(/[\d!?.-]+$/u, '')
  if (named.includes(bare)) return 'Whoever knows this name tries it first. Choose something else.'
  if (score >= leastScore) return undefined
  return 'This passcode is easy to guess. Take three words that do not belong together: they are easy to remember.'
}
