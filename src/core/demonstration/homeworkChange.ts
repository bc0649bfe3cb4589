import { z } from 'zod'
import { line } from '../facts/kind'
import type { Homework, HomeworkLine } from './homework'

const id = z.string().min(1).max(120)

/**
 * What a person makes of the homework. It names lines by id, so that what was written stays with its week and command
 * when the rest is made again from newer facts.
 */
export const homeworkChange = z.object({
  weeks: z.union([z.literal(4), z.literal(5)]).default(4),
  /** The owner wants it walked and called on both sides; from the third week on. */
  bothSides: z.boolean().default(false),
  /** What stands in a line instead, by its id. */
  lines: z
    .record(id, z.object({ words: line(500).min(1).optional(), minutes: z.int().min(1).max(60).optional() }))
    .default({}),
  dropped: z.array(id).max(80).default([]),
  added: z
    .array(
      z.object({
        id: id.regex(/^own:/),
        week: z.int().min(1).max(5),
        title: line(60).min(1, 'Say what is practiced.'),
        words: line(500),
        minutes: z.int().min(1).max(60),
      }),
    )
    .max(40)
    .default([]),
  /** Where a week is practiced instead, by its number. */
  places: z.record(z.string().regex(/^[1-5]$/), line(120).min(1)).default({}),
  /** What the owner is told besides. */
  note: line(600).default(''),
})
export type HomeworkChange = z.infer<typeof homeworkChange>
export const plainHomework: HomeworkChange = homeworkChange.parse({})

export interface WrittenLine extends Pick<HomeworkLine, 'id' | 'command' | 'title' | 'minutes' | 'seconds' | 'words'> {
  /** A person wrote it, or something of it. */
  readonly written: boolean
}

export interface WrittenWeek {
  readonly week: number
  readonly lines: readonly WrittenLine[]
  readonly foodWords: string
  readonly place: string
  readonly also: string
  /** Minutes a day of all its lines. */
  readonly minutes: number
}

export interface WrittenHomework extends Omit<Homework, 'weeks'> {
  readonly weeks: readonly WrittenWeek[]
  readonly note: string
  /** Lines that a person left out, to be put back. */
  readonly dropped: readonly Pick<HomeworkLine, 'id' | 'command' | 'week' | 'title'>[]
  /** What was written about lines that are not made any more: kept, and said. */
  readonly orphans: readonly string[]
}

/** The homework as made, with what a person wrote over it. */
export function written(made: Homework, change: HomeworkChange): WrittenHomework {
  const all = made.weeks.flatMap((w) => w.lines)
  const known = new Set(all.map((l) => l.id))
  return {
    ...made,
    note: change.note,
    weeks: made.weeks.map((week): WrittenWeek => {
      const lines = [
        ...week.lines
          .filter((l) => !change.dropped.includes(l.id))
          .map((l): WrittenLine => {
            const own = change.lines[l.id]
            const { id: lineId, command, title, seconds } = l
            return {
              id: lineId,
              command,
              title,
              seconds,
              minutes: own?.minutes ?? l.minutes,
              words: own?.words ?? l.words,
              written: own !== undefined,
            }
          }),
        ...change.added
          .filter((a) => a.week === week.week)
          .map((a): WrittenLine => ({
            id: a.id,
            command: '',
            title: a.title,
            seconds: [],
            minutes: a.minutes,
            words: a.words,
            written: true,
          })),
      ]
      return {
        week: week.week,
        lines,
        foodWords: week.foodWords,
        also: week.also,
        place: change.places[String(week.week)] ?? week.place,
        minutes: lines.reduce((sum, l) => sum + l.minutes, 0),
      }
    }),
    dropped: all
      .filter((l) => change.dropped.includes(l.id))
      .map(({ id: lineId, command, week, title }) => ({ id: lineId, command, week, title })),
    orphans: Object.entries(change.lines).flatMap(([lineId, own]) =>
      known.has(lineId) || own.words === undefined ? [] : [own.words],
    ),
  }
}
