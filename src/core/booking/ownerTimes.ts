import { minuteText, type ClockFace } from '../clock'
import { shortWeekday, weekdaysFrom } from '../days'

/** When an owner can come, week by week: on this day of the week, between these minutes after midnight. */
export interface WeekTime {
  /** Monday is 1, Sunday 7. */
  readonly weekday: number
  readonly fromMinute: number
  readonly toMinute: number
  /** How gladly: what is said first is wished for most. */
  readonly rank: number
}

export interface ReadTimes {
  readonly times: readonly WeekTime[]
  /** What could not be read, each as it was typed. */
  readonly unread: readonly string[]
}

const short: ReadonlyMap<string, number> = new Map([
  ...weekdaysFrom('monday').flatMap(({ name, number }) =>
    [name, name.slice(0, 3), `${name}s`].map((n): [string, number] => [n.toLowerCase(), number]),
  ),
  ['tues', 2],
  ['thur', 4],
  ['thurs', 4],
])
const everyDay = [1, 2, 3, 4, 5, 6, 7]
const groups: ReadonlyMap<string, readonly number[]> = new Map([
  ...['weekday', 'weekdays'].map((n): [string, number[]] => [n, [1, 2, 3, 4, 5]]),
  ...['weekend', 'weekends'].map((n): [string, number[]] => [n, [6, 7]]),
  ...['any day', 'every day', 'daily'].map((n): [string, number[]] => [n, everyDay]),
])
/** Design choice: what parts of a day are called, minutes after midnight. */
const parts: ReadonlyMap<string, readonly [number, number]> = new Map([
  ['mornings', [8 * 60, 12 * 60]],
  ['afternoons', [12 * 60, 17 * 60]],
  ['evenings', [17 * 60, 20 * 60]],
])
/** Design choice: a whole day of an owner. */
const wholeDay = [7 * 60, 21 * 60] as const

const clockWords = String.raw`\d{1,2}(?:[:.]\d{2})?\s*(?:am|pm|a\.m\.|p\.m\.)?|noon`
const between = new RegExp(
  String.raw`\b(?:from|between)?\s*(${clockWords})\s*(?:-|–|to|until|till|and)\s*(${clockWords})$`,
)
const after = new RegExp(String.raw`\b(?:after|from)\s*(${clockWords})$`)
const before = new RegExp(String.raw`\b(?:before|until|till|by)\s*(${clockWords})$`)

/**
 * When an owner can come, as it is said: “Tue and Thu after 16:00, Sat”, “weekdays before 10 am, not Fri”. Days without
 * a time have the time that is said after them; with none after them, the whole day.
 */
export function readTimes(typed: string): ReadTimes {
  const clauses = typed
    .toLowerCase()
    .split(/[,;\n]+/)
    .map((c) => c.replace(/\s+/g, ' ').trim())
    .filter((c) => c !== '')
  const unread: string[] = []
  const not = new Set<number>()
  const said: { readonly days: readonly number[]; span: readonly [number, number] | undefined }[] = []
  for (const clause of clauses) {
    const out = /^(?:but )?(?:not|never|except|no) (?:on )?(.+)$/.exec(clause)
    if (out?.[1] !== undefined) {
      const days = daysIn(out[1])
      if (days) for (const day of days) not.add(day)
      else unread.push(clause)
      continue
    }
    const { span, rest, wrong } = spanIn(clause)
    const days = rest === '' && span ? everyDay : daysIn(rest)
    if (!days || wrong) unread.push(clause)
    else {
      // “Tue, Thu after 16:00”: what is said last holds for the days before it.
      if (span)
        for (let i = said.length - 1; i >= 0 && said[i]?.span === undefined; i--) (said[i] ?? { span }).span = span
      said.push({ days, span })
    }
  }
  const times = said.flatMap(({ days, span }, rank) =>
    days
      .filter((day) => !not.has(day))
      .map((weekday): WeekTime => {
        const [fromMinute, toMinute] = span ?? wholeDay
        return { weekday, fromMinute, toMinute, rank }
      }),
  )
  return { times, unread }
}

/** The span a clause ends with, and what stands before it. */
function spanIn(clause: string): {
  readonly span: readonly [number, number] | undefined
  readonly rest: string
  /** A time that nobody can tell, or none. */
  readonly wrong: boolean
} {
  const part = /\b(mornings?|afternoons?|evenings?)$/.exec(clause)
  if (part) {
    const span = parts.get(part[0].replace(/s?$/, 's'))
    return { span, rest: bare(clause.slice(0, part.index)), wrong: false }
  }
  const found = between.exec(clause) ?? after.exec(clause) ?? before.exec(clause)
  if (!found) return { span: undefined, rest: bare(clause), wrong: false }
  const rest = bare(clause.slice(0, found.index))
  const [first, second] = [found[1] ?? '', found[2]]
  const span =
    second !== undefined
      ? both(first, second)
      : after.test(clause)
        ? [minuteOf(first), wholeDay[1]]
        : [wholeDay[0], minuteOf(first)]
  const [from, to] = span
  const isRead = from !== undefined && to !== undefined && from < to
  return { span: isRead ? [from, to] : undefined, rest, wrong: !isRead }
}

const bare = (words: string): string =>
  words
    .replace(/\b(?:on|at|in the|from|between)\s*$/, '')
    .replace(/^on /, '')
    .trim()

/** “2 to 5 pm”: the half of the day is said once. */
function both(first: string, second: string): readonly [number | undefined, number | undefined] {
  const half = /(am|pm|a\.m\.|p\.m\.)$/.exec(second)?.[1]
  const isBare = /^\d{1,2}(?:[:.]\d{2})?\s*$/.test(first)
  const to = minuteOf(second)
  const own = isBare && half ? minuteOf(`${first.trim()} ${half}`) : minuteOf(first)
  // “10 to 2 pm” begins in the morning.
  const from =
    isBare && half && own !== undefined && to !== undefined && own >= to ? minuteOf(`${first.trim()} am`) : own
  return [from, to]
}

/** Minutes after midnight; undefined where it can be read in two ways, or in none. */
function minuteOf(text: string): number | undefined {
  if (text.trim() === 'noon') return 12 * 60
  const found = /^(\d{1,2})(?:[:.](\d{2}))?\s*(am|pm|a\.m\.|p\.m\.)?$/.exec(text.trim())
  if (!found) return undefined
  const [hour, minute, half] = [Number(found[1]), Number(found[2] ?? 0), found[3]?.replaceAll('.', '')]
  if (minute > 59) return undefined
  if (half) return hour >= 1 && hour <= 12 ? ((hour % 12) + (half === 'pm' ? 12 : 0)) * 60 + minute : undefined
  // Without minutes or a half of the day, “4” may be either; from eight on nobody means the other.
  if (found[2] === undefined && hour < 8) return undefined
  return hour <= 24 && hour * 60 + minute <= 1440 ? hour * 60 + minute : undefined
}

/** Days that words name; undefined where they name none, or something else beside them. */
function daysIn(words: string): readonly number[] | undefined {
  const whole = groups.get(words)
  if (whole) return whole
  const found: number[] = []
  const joined = words.replace(/([a-z]+)\s*(?:-|–|\bto\b|\bthrough\b)\s*([a-z]+)/g, '$1-$2')
  for (const part of joined.split(/\s*(?:\band\b|\bor\b|&|\/|\+)\s*|\s+/)) {
    const range = /^([a-z]+)-([a-z]+)$/.exec(part)
    if (range) {
      const [from, to] = [short.get(range[1] ?? ''), short.get(range[2] ?? '')]
      if (from === undefined || to === undefined) return undefined
      for (let day = from; ; day = (day % 7) + 1) {
        found.push(day)
        if (day === to) break
      }
    } else {
      const own = groups.get(part) ?? [short.get(part) ?? 0]
      if (own.includes(0)) return undefined
      found.push(...own)
    }
  }
  return found.length > 0 ? [...new Set(found)] : undefined
}

const inList = new Intl.ListFormat('en-GB', { type: 'conjunction' })

/** What was said, as Kibou has read it; empty where nothing was. */
export const readBack = (said: string | undefined, face: ClockFace): string =>
  said === undefined ? '' : timesText(readTimes(said).times, face)

/** The times as Kibou has read them, so that whoever typed them sees it: “Tue and Thu 16:00–21:00; Sat all day”. */
export function timesText(times: readonly WeekTime[], face: ClockFace): string {
  const bySpan = new Map<string, number[]>()
  for (const t of [...times].sort((a, b) => a.rank - b.rank || a.weekday - b.weekday)) {
    const span =
      t.fromMinute === wholeDay[0] && t.toMinute === wholeDay[1]
        ? 'all day'
        : `${minuteText(t.fromMinute, face)}–${minuteText(t.toMinute, face)}`
    bySpan.set(span, [...(bySpan.get(span) ?? []), t.weekday])
  }
  return [...bySpan]
    .map(([span, days]) => `${inList.format(inRuns([...new Set(days)].sort((x, y) => x - y)))} ${span}`)
    .join('; ')
}

/** “Mon–Fri” for three days and more in a row. */
function inRuns(days: readonly number[]): readonly string[] {
  const runs: number[][] = []
  for (const day of days) {
    const run = runs.at(-1)
    if (run && run.at(-1) === day - 1) run.push(day)
    else runs.push([day])
  }
  const name = (day: number | undefined) => shortWeekday(day ?? 1)
  return runs.flatMap((run) => (run.length > 2 ? [`${name(run[0])}–${name(run.at(-1))}`] : run.map(name)))
}
