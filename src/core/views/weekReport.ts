import { z } from 'zod'
import { findCommand, ownRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { addDays, daysBetween, sayDay, type DateOrder } from '../days'
import { lines } from '../fields'
import { reachOf } from '../forecast/upNext'
import { firstName, ownerAddressed } from '../people/names'
import { capitalized, counted } from '../wording'
import type { CommandStanding } from '../promise/standing'
import type { Summary } from '../promise/summary'
import { lineOf, type LineView } from './line'

/** Parts of a report, in their order. */
export const reportParts = ['opening', 'done', 'learned', 'held', 'ahead', 'closing'] as const
export type ReportPart = (typeof reportParts)[number]

/** What a person made of the report of a week: its texts as they are to be read. The week is named by its last day. */
export const reportChange = z.object({
  from: z.iso.date({ error: 'A week has a first day.', abort: true }),
  to: z.iso.date({ error: 'A week has a last day.', abort: true }),
  texts: z.record(z.enum(reportParts), lines('The text', 1200)),
})
export type ReportChange = z.infer<typeof reportChange>

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
  readonly name: string
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
  /** Why it was not worked, where it is paused. */
  readonly paused: string
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
  const [from, to] = [sayDay(f.week.from, f.dates), sayDay(f.week.to, f.dates)]
  return {
    opening: `Dear ${ownerAddressed(f.owner)}, this is week ${f.week.number} of ${f.name}, ${from} to ${to}.`,
    done: sayDone(f),
    learned: sayLearned(f),
    held: sayHeld(f),
    ahead: sayAhead(f),
    closing: `Greetings from ${f.kennel}.`,
  }
}

function sayDone({ name, days, blocks, people, places, paused }: ReportFacts): string {
  if (days === 0)
    return paused === '' ? `${name} was not worked this week.` : `${name} was not worked this week. ${paused}`
  return (
    `${name} was worked on ${counted(days, 'day')}, in ${counted(blocks, 'short block')}` +
    `${people.length > 0 ? ` with ${list(people.map(firstName))}` : ''}` +
    `${places.length > 0 ? `, in these places: ${list(places)}` : ''}.`
  )
}

/** The highest rung passed of each command, by its name as an owner can read it. */
function sayLearned({ curriculum, passed, days, name }: ReportFacts): string {
  if (days === 0) return ''
  const highest = new Map<string, { readonly command: string; readonly rung: string; readonly index: number }>()
  for (const id of passed) {
    const at = ownRung(curriculum, id)
    if (!at) continue
    const had = highest.get(at.runKey)
    if (!had || had.index < at.index)
      highest.set(at.runKey, { command: at.command.name, rung: at.rung.name, index: at.index })
  }
  if (highest.size === 0)
    return `Nothing new was passed this week: what ${name} knows was practised until it is sure. That belongs to it.`
  return `New this week: ${list([...highest.values()].map((h) => `${h.command} as far as “${h.rung}”`))}.`
}

const heldOf = (s: Summary) => s.commands.filter((c) => c.promise?.met)

function sayHeld({ before, now, name, curriculum }: ReportFacts): string {
  const promised = now.commands.filter((c) => c.promise)
  if (promised.length === 0) return ''
  const named = (commands: readonly CommandStanding[]) =>
    list(commands.map((c) => (findCommand(curriculum, c.command)?.name ?? c.command).toLowerCase()))
  const [was, does] = [new Set(heldOf(before).map((c) => c.command)), heldOf(now)]
  const [fresh, rest] = [does.filter((c) => !was.has(c.command)), promised.filter((c) => !does.includes(c))]
  const slipped = now.commands.filter((c) => c.word === 'slipping').length
  const knows =
    does.length === 0
      ? ''
      : rest.length === 0
        ? `${name} now knows ${promised.length === 1 ? 'it' : 'all of them'}.`
        : `${name} now knows ${named(does)}.`
  const isNew = `${capitalized(named(fresh))} ${fresh.length === 1 ? 'is' : 'are'} new this week.`
  return [
    `We agreed on ${counted(promised.length, 'command')}.`,
    knows,
    fresh.length > 0 ? isNew : '',
    rest.length > 0 ? `${name} is still learning ${named(rest)}.` : '',
    slipped > 0 ? `${slipped === 1 ? 'One' : slipped} slipped back. That happens, and we practice it first.` : '',
  ]
    .filter((part) => part !== '')
    .join(' ')
}

/** What an owner may count on, by the chance and not with its figure: that is for who trains. */
function sayAhead({ leavesOn, today, now, chance, name, dates }: ReportFacts): string {
  const home = daysBetween(today, leavesOn)
  if (home < 0) return ''
  const goes = `${name} goes home on ${sayDay(leavesOn, dates)}.`
  if (now.readyOn !== undefined) return `${goes} Everything that was agreed is there; we look forward to showing you.`
  if (chance === undefined) return goes
  const reach = reachOf({ chance })
  if (reach === 'in hand') return `${goes} It is well on its way to be ready by then.`
  return reach === 'tight'
    ? `${goes} It may be ready by then, and may need a little longer; we will tell you in good time.`
    : `${goes} As it stands it will need longer than was planned, or less to be shown. Please ring us, so that we ` +
        'can decide it together.'
}

/** The picture: each promised command’s line at the beginning of the week and at its end. */
export function reportLines(f: Pick<ReportFacts, 'before' | 'now' | 'curriculum'>, at: number): readonly ReportLine[] {
  return f.now.commands.flatMap((standing): ReportLine[] => {
    if (!standing.promise) return []
    const before = f.before.commands.find((c) => c.command === standing.command)
    const line = plain(lineOf(standing, at))
    return [
      {
        name: findCommand(f.curriculum, standing.command)?.name ?? standing.command,
        before: before ? plain(lineOf(before, at)) : { ...line, position: 0, top: -1 },
        now: line,
        said: sayLine(standing, line),
      },
    ]
  })
}

/** An owner sees how far it came, not how stale it is. */
const plain = (line: LineView): LineView => ({ ...line, sag: 0 })

function sayLine(standing: CommandStanding, line: LineView): string {
  if (standing.promise?.met) return 'as agreed'
  const goal = (line.promised ?? line.size - 1) + 1
  return `${Math.min(line.position, goal)} of ${goal} steps`
}
