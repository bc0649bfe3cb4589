import { figures } from '../figures'
import { dayText, type DateOrder } from '../days'
import { crc32 } from '../crc'
import type { ResidencyId } from '../ids'

/** One go at one command at home. */
export interface PracticeEntry {
  /** The name its own device gave it: read twice it is still one. */
  readonly entry: string
  /** The owner’s own calendar day and minute of it. */
  readonly day: string
  readonly minute: number
  readonly command: string
  readonly clean: number
  readonly reps: number
  /** Seconds stayed, where time was practiced. */
  readonly seconds: number | null
  /** How often it was changed: of two that come with one name the higher holds. None left of it: it was taken back. */
  readonly revision: number
}

export const practiceMark = 'kibou-practice'
const version = '2'
/** Without revisions: the counts of an entry only grow. */
const unrevised = '1'
/** Letters of a text that may be a log; what is longer is none. Five weeks of three sessions with six commands fit. */
export const mostLetters = 65_536
/** Design choice: repetitions that anybody practices on one day, of all commands together. */
export const mostRepsADay = 500
/** Design choice: days after going home for which practice is taken. */
export const mostDaysAtHome = figures.practiceDays.value

const two = (n: number): string => String(n).padStart(2, '0')

const entryText = (e: PracticeEntry): string =>
  [
    e.day,
    `${two(Math.floor(e.minute / 60))}:${two(e.minute % 60)}`,
    e.command,
    `${e.clean}/${e.reps}`,
    ...(e.seconds === null ? [] : [`${e.seconds}s`]),
    `#${e.entry}.${e.revision}`,
  ].join(' ')

/**
 * The log as text to send by any message: a line an entry, between a head that names the dog’s residency and a sum over
 * all of it, so that a cut or altered one is known. Breaks and blanks may be lost on the way. docs/practice-log.md.
 */
export function writePractice(residencyId: ResidencyId, entries: readonly PracticeEntry[]): string {
  const lines = [`${practiceMark} ${version} ${residencyId}`, ...entries.map(entryText)]
  return `${lines.join('\n')}\nsum ${crc32(lines.join(' '))} ${entries.length}\n`
}

export type ReadPractice =
  { readonly ok: true; readonly entries: readonly PracticeEntry[] } | { readonly ok: false; readonly why: string }

const no = (why: string): ReadPractice => ({ ok: false, why })

const entryShape = new RegExp(
  String.raw`^(\d{4}-\d{2}-\d{2}) ([01]\d|2[0-3]):([0-5]\d) ([a-z0-9][a-z0-9:.-]{0,79}) ` +
    String.raw`(\d{1,3})/(\d{1,3})(?: (\d{1,4})s)? #([a-z0-9]{4,16}-\d{1,6})(?:\.(\d{1,6}))?$`,
)

const isDay = (day: string): boolean => {
  const at = new Date(`${day}T00:00:00Z`)
  return !Number.isNaN(at.getTime()) && at.toISOString().startsWith(day)
}

function entryOf(text: string, revised: boolean): PracticeEntry | undefined {
  const [, day = '', hour = '', minute = '', command = '', clean = '', reps = '', seconds, entry = '', revision] =
    entryShape.exec(text) ?? []
  if ((revision !== undefined) !== revised || (!revised && Number(reps) === 0)) return undefined
  if (!isDay(day) || Number(clean) > Number(reps) || Number(seconds ?? 0) > 3600) return undefined
  return {
    entry,
    day,
    minute: Number(hour) * 60 + Number(minute),
    command,
    clean: Number(clean),
    reps: Number(reps),
    seconds: seconds === undefined ? null : Number(seconds),
    revision: Number(revision ?? reps),
  }
}

/**
 * Reads what came back, for this dog alone: all of it or nothing. What a message adds before and after is passed over,
 * lost line breaks are no matter, and a log that stands in it twice is one.
 */
export function readPractice(text: string, residencyId: ResidencyId): ReadPractice {
  if (text.length > mostLetters) return no('This is far too long for a practice log. Nothing was read.')
  const words = text.split(/\s+/).filter((w) => w !== '' && w !== '>')
  const starts = words.flatMap((w, i) => (w === practiceMark ? [i] : []))
  if (starts.length === 0) return no('There is no practice log in this text. Nothing was read.')
  const found = new Map<string, PracticeEntry>()
  // Each log ends where the next begins, so that a text of nothing but beginnings is read once.
  for (const [i, start] of starts.entries()) {
    const read = readOne(words.slice(start, starts[i + 1]), residencyId)
    if (!read.ok) return read
    for (const e of read.entries) {
      const known = found.get(e.entry)
      if (known?.revision === e.revision && entryText(known) !== entryText(e))
        return no('Two entries have one name and do not say the same. Nothing was read.')
      if (!known || known.revision < e.revision) found.set(e.entry, e)
    }
  }
  return { ok: true, entries: [...found.values()] }
}

function readOne(words: readonly string[], residencyId: ResidencyId): ReadPractice {
  if (words[1] !== version && words[1] !== unrevised)
    return no(`This log is of a version that is not known here: ${(words[1] ?? '').slice(0, 20)}.`)
  const end = words.indexOf('sum')
  if (end < 0) return no('This log was cut: its end is missing. Ask for it again.')
  const [sum = '', count = ''] = words.slice(end + 1)
  const body = words.slice(0, end)
  if (crc32(body.join(' ')) !== sum) return no('This log was altered or cut on the way. Ask for it again.')
  if (body[2] !== residencyId) return no('This log is another dog’s. Nothing was read.')
  const lines = linesOf(body.slice(3))
  if (lines.length !== Number(count)) return no('This log was altered on the way: its count is wrong.')
  const entries = lines.flatMap((l) => entryOf(l, words[1] === version) ?? [])
  return entries.length < lines.length
    ? no('This log has an entry that cannot be read. Nothing was read.')
    : { ok: true, entries }
}

/** Words of a log as its lines: each ends with the name of its entry, behind a `#`. */
function linesOf(words: readonly string[]): readonly string[] {
  const lines: string[] = []
  let line: string[] = []
  for (const word of words) {
    line.push(word)
    if (!/#./.test(word)) continue
    lines.push(line.join(' '))
    line = []
  }
  return line.length === 0 ? lines : [...lines, line.join(' ')]
}

/** What an owner can have practiced: from the day the dog went home, what was agreed. */
export interface PracticeAtHome {
  /** First and last day, `YYYY-MM-DD`, on which practice is taken. */
  readonly from: string
  readonly until: string
  /** Commands, and lines of the kennel's own, that the homework names. */
  readonly commands: ReadonlySet<string>
  /** Repetitions by day that are here already. */
  readonly repsOn: ReadonlyMap<string, number>
}

/** Why these entries cannot be this owner's practice, in a sentence; undefined when they can. */
export function impossibleIn(
  entries: readonly PracticeEntry[],
  home: PracticeAtHome,
  dates: DateOrder,
): string | undefined {
  const said = (day: string) => dayText(day, dates)
  const reps = new Map(home.repsOn)
  for (const e of entries) {
    if (e.day < home.from || e.day > home.until)
      return (
        `This log has practice on ${said(e.day)}. It can only be from ${said(home.from)} to ` +
        `${said(home.until)}. Nothing was read.`
      )
    if (!home.commands.has(e.command)) return `“${e.command}” is not in this dog’s homework. Nothing was read.`
    const now = (reps.get(e.day) ?? 0) + e.reps
    if (now > mostRepsADay)
      return `This log has more than ${mostRepsADay} repetitions on ${said(e.day)}. Nothing was read.`
    reps.set(e.day, now)
  }
  return undefined
}
