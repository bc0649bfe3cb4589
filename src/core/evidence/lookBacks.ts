import { median } from 'simple-statistics'
import { rungsOf } from '../curriculum/lookup'
import { is } from '../curriculum/roles'
import type { Command, Rung } from '../curriculum/types'
import type { SetFact } from '../facts/fact'

export interface LookBackDay {
  readonly day: string
  readonly looks: number
  /** Seconds between one look back and the next in the same set: the middle one and the longest. */
  readonly middle: number
  readonly longest: number
}

/** Design choice: further apart than this nobody was counting. */
const longestGap = 600

/** Whether a rep of this rung is a look back where the command has any: of its own accord, on the line or loose. */
const looksBack = (rung: Rung): boolean => is(rung, 'looks-back') || (rung.gate !== undefined && rung.kind === 'uncued')

/**
 * Intervals between look-backs, day by day, from the moments at which they were tapped; undefined of a command that
 * asks for none.
 */
export function lookBacksByDay(command: Command, sets: readonly SetFact[]): readonly LookBackDay[] | undefined {
  const all = rungsOf(command)
  if (!all.some((g) => is(g, 'looks-back'))) return undefined
  const rungs = new Set(all.filter(looksBack).map((g) => g.id))
  const days = new Map<string, { looks: number; gaps: number[] }>()
  for (const set of sets) {
    if (!rungs.has(set.rungId) || set.unsure === true) continue
    const looks = set.reps.filter((r) => r.outcome !== 'miss').map((r) => r.at)
    const gaps = looks.slice(1).map((at, i) => (at - (looks[i] ?? at)) / 1000)
    const day = days.get(set.day) ?? { looks: 0, gaps: [] }
    day.looks += looks.length
    day.gaps.push(...gaps.filter((s) => s > 0 && s <= longestGap))
    days.set(set.day, day)
  }
  return [...days]
    .filter(([, { gaps }]) => gaps.length > 0)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([day, { looks, gaps }]) => ({
      day,
      looks,
      middle: Math.round(median(gaps) * 10) / 10,
      longest: Math.round(Math.max(...gaps) * 10) / 10,
    }))
}
