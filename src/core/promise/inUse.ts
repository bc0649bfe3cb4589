import type { Curriculum } from '../curriculum/types'
import type { Summary } from './summary'

const made = new WeakMap<Curriculum, Map<string, Curriculum>>()

/**
 * A dog’s ladder as its pages, papers and cards list it: what is switched off until it is promised is there once it was
 * promised or worked. What may still be promised is asked of the whole ladder. The same object for the same commands.
 */
export function inUse(curriculum: Curriculum, { commands }: Pick<Summary, 'commands'>): Curriculum {
  const used = new Set(commands.map((c) => c.command))
  const listed = curriculum.commands.filter((c) => c.extra !== true || used.has(c.id))
  if (listed.length === curriculum.commands.length) return curriculum
  const known = made.get(curriculum) ?? new Map<string, Curriculum>()
  made.set(curriculum, known)
  const key = listed.map((c) => c.id).join()
  const had = known.get(key)
  if (had) return had
  const fresh = { ...curriculum, commands: listed }
  known.set(key, fresh)
  return fresh
}

/** What a house teaches before anything is promised. */
export const usual = (curriculum: Curriculum): Curriculum => inUse(curriculum, { commands: [] })
