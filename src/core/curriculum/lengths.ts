import { wordsIn, type Measures } from '../measures'
import type { Curriculum } from './types'

/** Fields whose words are names that code compares: a kit is called by its meters, whatever the house says. */
const names = new Set(['id', 'kit'])

function inFeet<T>(value: T): T
function inFeet(value: unknown): unknown {
  if (typeof value === 'string') return wordsIn(value, { lengths: 'ft', unit: 'kg' })
  if (Array.isArray(value)) return value.map(inFeet)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(Object.entries(value).map(([k, v]: [string, unknown]) => [k, names.has(k) ? v : inFeet(v)]))
}

/** Anything made of words, such as a script, in the lengths of the house; ids and kits stay as they are. */
export const saidIn = <T>(value: T, lengths: Measures['lengths']): T => (lengths === 'm' ? value : inFeet(value))

const made = new WeakMap<Curriculum, Curriculum>()

/** A ladder with its words in the lengths of the house; the same object whenever it is asked for again. */
export function curriculumIn(curriculum: Curriculum, lengths: Measures['lengths']): Curriculum {
  if (lengths === 'm') return curriculum
  const known = made.get(curriculum)
  if (known) return known
  const fresh = inFeet(curriculum)
  made.set(curriculum, fresh)
  return fresh
}
