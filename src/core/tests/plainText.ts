import nlp from 'compromise'
import { syllable } from 'syllable'

/** A text whose quoted cues are one word each; a quotation that ends a sentence keeps its stop. */
const unquoted = (text: string): string =>
  text.replace(/“[^”]*?([.!?]?)”(?=(\s*)(\p{Lu}?))/gu, (_, stop: string, __, next: string) =>
    stop !== '' && next !== '' ? `“Quoted${stop}”` : '“Quoted”',
  )

/** Sentences of a text, each with its stop; a quoted cue is one word of its sentence. */
export const sentencesOf = (text: string): readonly string[] =>
  text
    .split('\n')
    .flatMap((line) => unquoted(line).match(/[^.!?]+[.!?]+[”’)]*|[^.!?]+$/g) ?? [])
    .map((s) => s.trim())
    .filter((s) => /\p{L}/u.test(s))

export const wordsOf = (text: string): readonly string[] => text.match(/[\p{L}\p{N}][\p{L}\p{N}’'-]*/gu) ?? []

/**
 * The grade of school in which a text is understood. Kincaid, Fishburne, Rogers & Chissom, “Derivation of New
 * Readability Formulas”, Research Branch Report 8-75, Naval Technical Training Command (1975); syllables as the package
 * `syllable` counts them.
 */
export function gradeOf(text: string): number {
  const sentences = sentencesOf(text).length
  const words = wordsOf(text)
  if (sentences === 0 || words.length === 0) return 0
  const syllables = words.reduce((n, word) => n + syllable(word), 0)
  return 0.39 * (words.length / sentences) + 11.8 * (syllables / words.length) - 15.59
}

const tagged = new Map<string, boolean>()
/** Whether a sentence has a verb, as a tagger of English finds one; each is tagged once. */
export function hasVerb(sentence: string): boolean {
  const known = tagged.get(sentence)
  if (known !== undefined) return known
  const found = nlp(sentence).has('#Verb')
  tagged.set(sentence, found)
  return found
}

/** The middle one of some numbers. */
export const medianOf = (numbers: readonly number[]): number =>
  [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)] ?? 0
