import { median } from 'simple-statistics'
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

/** House: further apart than this nobody was counting. */
const longestGap = 600

/** Whether a rep of this rung is a look back: of its own accord, on the line or loose. */
const looksBack = (rung: Rung, command: Command): boolean =>
  is(rung, 'looks-back') ||
  (rung.gate !== undefined &&
    rung.kind === 'uncued' &&
    command.runs.some((r) => r.rungs.some((g) => is(g, 'looks-back'))))

export const hasLookBacks = (command: Command): boolean =>
  command.runs.some((r) => r.rungs.some((g) => is(g, 'looks-back')))

/** Intervals between look-backs, day by day, from the moments at which they were tapped. */
export function lookBacksByDay(command: Command, sets: readonly SetFact[]): readonly LookBackDay[] {
  const rungs = new Set(command.runs.flatMap((r) => r.rungs.filter((g) => looksBack(g, command)).map((g) => g.id)))
  const days = new Map<string, number[]>()
  for (const set of sets) {
    if (!rungs.has(set.rungId) || set.unsure === true) continue
    const looks = set.reps.filter((r) => r.outcome !== 'miss').map((r) => r.at)
    const gaps = looks.slice(1).map((at, i) => (at - (looks[i] ?? at)) / 1000)
    const told = gaps.filter((s) => s > 0 && s <= longestGap)
    days.set(set.day, [...(days.get(set.day) ?? []), ...told])
  }
  return [...days]
    .filter(([, gaps]) => gaps.length > 0)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([day, gaps]) => ({
      day,
      looks: gaps.length + 1,
      middle: Math.round(median(gaps) * 10) / 10,
      longest: Math.round(Math.max(...gaps) * 10) / 10,
    }))
}
