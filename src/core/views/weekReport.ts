import { z } from 'zod'
import { findCommand, ownRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { addDays, daysBetween, longDayText, longSpanText, type DateOrder } from '../days'
import { lines } from '../fields'
import { readinessBandOf } from '../forecast/upNext'
import { firstName, ownerAddressed, ownersOwn } from '../people/names'
import type { CommandStatus } from '../promise/status'
import type { Summary } from '../promise/summary'
import { lineOf, type LineView } from './line'
import { reportParts, type ReportPart } from './reportForm'
import { capitalized, inWords, ordinal } from '../wording'
import { subject } from '../owner/dog'
import { ownersName, ownerSees, type OwnersDog } from '../owner/does'
import type { EpochMs } from '../epochMs'

/** What a person made of the report of a week: its texts as they are to be read. The week is named by its last day. */
export const reportChange = z.object({
  from: z.iso.date({ error: 'A week has a first day.', abort: true }),
  to: z.iso.date({ error: 'A week has a last day.', abort: true }),
  /** A report that was kept before there was a part has nothing there. */
  texts: z.partialRecord(z.enum(reportParts), lines('The text', 1200)),
})
export type ReportChange = z.infer<typeof reportChange>

/** The week whose report a form is. */
export const weekOfReport = reportChange.pick({ from: true, to: true })

export interface ReportWeek {
  readonly number: number
  readonly from: string
  readonly to: string
}

/** The weeks of a stay that have begun, each seven days from the day it came, the last until it goes home. */
export function weeksOf(arrivesOn: string, leavesOn: string, today: string): readonly ReportWeek[] {
  const last = today < leavesOn ? today : leavesOn
  const count = Math.max(1, Math.ceil((daysBetween(arrivesOn, last) + 1) / 7))
  return Array.from({ length: count }, (_, i) => {
    const to = addDays(arrivesOn, 7 * i + 6)
    return { number: i + 1, from: addDays(arrivesOn, 7 * i), to: to < leavesOn ? to : leavesOn }
  })
}

export interface ReportFacts {
  readonly dog: OwnersDog
  readonly owner: string
  readonly week: ReportWeek
  readonly today: string
  readonly leavesOn: string
  /** Days and blocks on which it was worked in the week, by whom and where, as names. */
  readonly days: number
  readonly blocks: number
  readonly people: readonly string[]
  readonly places: readonly string[]
  readonly curriculum: Curriculum
  readonly before: Summary
  readonly now: Summary
  /** Rungs passed for the first time in the week. */
  readonly passed: readonly string[]
  /** Reps of the week and clean ones among them, by command. */
  readonly tried: readonly { readonly command: string; readonly clean: number; readonly of: number }[]
  /** What trainers wrote and ticked for the owner, in order. */
  readonly notes: readonly { readonly by: string; readonly text: string }[]
  /** Why it is not worked now; undefined where it is. */
  readonly pause: { readonly why: string; readonly fromDay: string } | undefined
  /** The chance to be ready; undefined where nothing is said or the week is past. */
  readonly chance: number | undefined
  readonly kennel: string
  readonly dates: DateOrder
}

/** One promised command at the beginning of the week and at its end. */
export interface ReportLine {
  readonly name: string
  readonly before: LineView
  readonly now: LineView
  readonly said: string
}

const list = (all: readonly string[]): string =>
  all.length <= 1 ? (all[0] ?? '') : `${all.slice(0, -1).join(', ')} and ${all.at(-1) ?? ''}`

/** The report of a week in plain words, part by part, from the facts alone. */
export function weekReport(f: ReportFacts): Readonly<Record<ReportPart, string>> {
  const { name } = f.dog
  const span = longSpanText(f.week.from, f.week.to, f.dates)
  return {
    opening:
      `Dear ${ownerAddressed(f.owner)},\n` +
      `This is ${ownersOwn(name)} ${ordinal(f.week.number)} week with us, ${span}.`,
    done: doneText(f),
    learned: learnedText(f),
    held: heldText(f),
    hard: hardText(f),
    notes: f.notes.map((n) => `${firstName(n.by)} writes: “${n.text}”`).join('\n'),
    ahead: aheadText(f),
    closing: `Best wishes from ${f.kennel}`,
  }
}

/** A place in a sentence: “the hay barn”; one that goes by a name of its own keeps its capitals. */
const inSentence = (place: string): string =>
  /^\p{Lu}[^\p{Lu}]*$/u.test(place) ? `${place.charAt(0).toLowerCase()}${place.slice(1)}` : place

function doneText({ dog, week, days, blocks, people, places, pause, dates }: ReportFacts): string {
  const { name } = dog
  if (days === 0)
    return pause === undefined
      ? `${name} had no training this week.`
      : `${name} had no training this week. ${pauseToOwnerText(dog, pause, dates)}`
  const whole = days === daysBetween(week.from, week.to) + 1
  const on = whole && days > 1 ? `on all ${inWords(days)} days` : `on ${inWords(days)} ${days === 1 ? 'day' : 'days'}`
  const sessions = `${inWords(blocks)} short ${blocks === 1 ? 'session' : 'sessions'}`
  const who = people.length === 0 ? '' : ` with ${list(people.map(firstName))}`
  return [
    `${name} trained ${on}.`,
    `${subject(dog)} had ${sessions}${who}.`,
    places.length === 0 ? '' : `We used the ${list(places.map(inSentence))}.`,
  ]
    .filter((part) => part !== '')
    .join(' ')
}

function pauseToOwnerText(
  dog: OwnersDog,
  { why, fromDay }: NonNullable<ReportFacts['pause']>,
  dates: DateOrder,
): string {
  const since = `since ${longDayText(fromDay, dates)}`
  if (why === 'sick') return `${subject(dog)} has been sick ${since}. We train again when the vet agrees.`
  return why === 'in season'
    ? `${subject(dog)} has been in season ${since}.`
    : `We have paused ${dog.pronouns.their} training ${since}.`
}

/** Design choice: more than this and nobody pictures them. */
const mostNew = 4

/** The highest rung passed of each command, as its owner can picture it. */
function learnedText({ curriculum, passed, days, dog }: ReportFacts): string {
  if (days === 0) return ''
  const highest = new Map<string, NonNullable<ReturnType<typeof ownRung>>>()
  for (const id of passed) {
    const at = ownRung(curriculum, id)
    const had = at && highest.get(at.ladderKey)
    if (at && (!had || had.index < at.index)) highest.set(at.ladderKey, at)
  }
  if (highest.size === 0) return `This week we practiced what ${dog.name} knows, until it is sure. Nothing is new.`
  const newSentences = [...highest.values()].map(
    ({ rung, command }) =>
      ownerSees(rung, command, dog) ?? `has learned one more step of “${ownersName(command)}”: ${rung.name}`,
  )
  const more = newSentences.length - mostNew
  return [
    `${dog.name} can do ${inWords(newSentences.length)} new ${newSentences.length === 1 ? 'thing' : 'things'}.`,
    ...newSentences.slice(0, mostNew).map((does) => `${subject(dog)} ${does}.`),
    ...(more > 0 ? [`The other ${more === 1 ? 'one is a smaller step' : `${inWords(more)} are smaller steps`}.`] : []),
  ].join(' ')
}

const heldOf = (s: Summary) => s.commands.filter((c) => c.promise?.met)

/** Design choice: so many commands are said with the step they are at. */
const mostSteps = 3

function heldText({ before, now, dog, curriculum }: ReportFacts): string {
  const promised = now.commands.filter((c) => c.promise)
  if (promised.length === 0) return ''
  const named = (commands: readonly CommandStatus[], more: (c: CommandStatus) => string = () => '') =>
    list(commands.map((c) => `${nameOf(curriculum, c.command)}${more(c)}`))
  const was = new Set(heldOf(before).map((c) => c.command))
  const knows = heldOf(now)
  const fresh = knows.filter((c) => !was.has(c.command))
  const rest = promised.filter((c) => !knows.includes(c))
  const step = (c: CommandStatus): string => {
    // More figures than these and nobody reads on: the picture below has them all.
    if (rest.length > mostSteps) return ''
    const { position, goal } = progressOf(lineOf(c, 0))
    return position === 0 ? '' : ` (step ${position} of ${goal})`
  }
  const all = rest.length === 0
  return [
    `We agreed on ${inWords(promised.length)} ${promised.length === 1 ? 'command' : 'commands'}.`,
    knows.length === 0
      ? ''
      : all
        ? `${dog.name} now knows ${promised.length === 1 ? 'it' : 'all of them'}.`
        : `${dog.name} now knows ${inWords(knows.length)}: ${named(knows)}.`,
    fresh.length === 0 ? '' : freshText(fresh, knows, named(fresh)),
    all ? '' : `${subject(dog)} is still learning ${named(rest, step)}.`,
  ]
    .filter((part) => part !== '')
    .join(' ')
}

function freshText(fresh: readonly unknown[], knows: readonly unknown[], named: string): string {
  if (fresh.length < knows.length) return `${capitalized(named)} ${fresh.length === 1 ? 'is' : 'are'} new this week.`
  return fresh.length === 1 ? 'It is new this week.' : `All ${inWords(fresh.length)} are new this week.`
}

/** Design choice: hard is what came out right less than two times in three, over at least so many tries. */
const [hardBelow, hardFrom] = [2 / 3, 10]

/** What did not go well, and what is done about it. */
function hardText({ tried, now, curriculum, dog }: ReportFacts): string {
  const slipped = new Set(now.commands.filter((c) => c.word === 'slipping').map((c) => c.command))
  const hard = tried
    .filter((t) => t.of >= hardFrom && t.clean < hardBelow * t.of && !slipped.has(t.command))
    .map((t) => nameOf(curriculum, t.command))
  const back = [...slipped].map((c) => nameOf(curriculum, c))
  return [
    hard.length === 0
      ? ''
      : `${capitalized(list(hard))} ${hard.length === 1 ? 'was' : 'were'} hard for ${dog.pronouns.them} this week. ` +
        'We take smaller steps until it is easy again.',
    back.length === 0
      ? ''
      : `${capitalized(list(back))} slipped back. That happens, and we practice ` +
        `${back.length === 1 ? 'that' : 'those'} first.`,
  ]
    .filter((part) => part !== '')
    .join(' ')
}

/** What an owner may count on, by the chance and not with its figure: that is for who trains. */
function aheadText({ leavesOn, today, now, chance, dog, dates }: ReportFacts): string {
  const home = daysBetween(today, leavesOn)
  if (home < 0) return ''
  const who = subject(dog)
  const goesHomeText = `${dog.name} goes home on ${longDayText(leavesOn, dates)}.`
  if (now.readyOn !== undefined) return `${goesHomeText} ${who} is ready. We look forward to showing you.`
  if (chance === undefined) return goesHomeText
  const reach = readinessBandOf({ chance })
  if (reach === 'in hand') return `${goesHomeText} ${who} is well on the way to being ready by then.`
  return reach === 'tight'
    ? `${goesHomeText} ${who} may be ready by then, or may need a little longer. We will tell you in good time.`
    : `${goesHomeText} ${who} needs longer than we planned, or we show you less. ` +
        'Please call us, so that we can decide together.'
}

/** The picture: each promised command’s line at the beginning of the week and at its end. */
export function reportLines(f: Pick<ReportFacts, 'before' | 'now' | 'curriculum'>, at: EpochMs): readonly ReportLine[] {
  return f.now.commands.flatMap((status): ReportLine[] => {
    if (!status.promise) return []
    const before = f.before.commands.find((c) => c.command === status.command)
    const line = plain(lineOf(status, at))
    return [
      {
        name: capitalized(nameOf(f.curriculum, status.command)),
        before: before ? plain(lineOf(before, at)) : { ...line, position: 0, top: -1 },
        now: line,
        said: lineText(status, line),
      },
    ]
  })
}

/** An owner sees how far it came, not how stale it is. */
const plain = (line: LineView): LineView => ({ ...line, sag: 0 })

/** How many steps of those that were agreed are done. */
function progressOf(line: LineView): { readonly position: number; readonly goal: number } {
  const goal = (line.promised ?? line.size - 1) + 1
  return { position: Math.min(line.position, goal), goal }
}

function lineText(status: CommandStatus, line: LineView): string {
  if (status.promise?.met) return 'as agreed'
  const { position, goal } = progressOf(line)
  return `step ${position} of ${goal}`
}

const nameOf = (curriculum: Curriculum, id: string): string => {
  const command = findCommand(curriculum, id)
  return command ? ownersName(command).toLowerCase() : id
}
