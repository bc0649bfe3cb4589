import { findCommand, findRung, runKey } from '../curriculum/lookup'
import { msPerDay, sayDay, type DateOrder } from '../days'
import type { Curriculum, Run, Rung } from '../curriculum/types'
import type { PromiseStanding } from '../promise/promise'
import { unmetNeeds } from '../progress/gates'
import { daysUntilDue, dueAt, halfLifeDays, houseForgetting, retention, type Forgetting } from '../progress/memory'
import { sayRule } from '../rule/rule'
import { daysToHold, heldSince, isPassed, isWorked, type DogState } from '../progress/state'
import type { CommandStanding, NextRung, StandingWord } from '../promise/standing'
import type { Summary } from '../promise/summary'
import { figuresOf, goesStale, lineOf, needsRefresher, type LineView } from './line'
import { percent } from '../percent'
import { counted } from '../wording'

export type RungMark = 'held' | 'passed' | 'in hand' | 'slipped' | 'ahead'

export interface RungView {
  readonly id: string
  readonly name: string
  readonly mark: RungMark
  readonly promised: boolean
  readonly criterion: string
  readonly rule: string
  readonly counts: string
  readonly heldSince: string | undefined
  /** What keeps the rung shut, in words; empty when it is open. */
  readonly shut: string
}

export interface RunView {
  readonly id: string
  readonly name: string
  /** It stands aside, and nothing of it was promised or worked. */
  readonly idle: boolean
  readonly rungs: readonly RungView[]
}

export interface CommandView {
  readonly id: string
  readonly name: string
  readonly word: StandingWord
  readonly figures: string
  readonly line: LineView
  readonly stale: boolean
  readonly stuck: string
  readonly reps: number
  readonly cleanShare: number | undefined
  readonly memory: string
  readonly caution: string | undefined
  readonly runs: readonly RunView[]
  readonly next: string
  /** The command to work so that this one moves: another one when a prerequisite is missing. */
  readonly workCommand: string
  readonly promise: PromiseView | undefined
}

export interface PromiseView {
  readonly rungName: string
  readonly met: boolean
  /** What is there and what is missing, a sentence each. */
  readonly lines: readonly { readonly done: boolean; readonly text: string }[]
}

/** What this house calls its places and people, and how it writes a day. */
export interface Names {
  readonly places: ReadonlyMap<string, string>
  readonly people: ReadonlyMap<string, string>
  readonly dates: DateOrder
}

/** All commands of one dog at this moment, with every rung and what the promises still want. */
export function buildCommands(
  curriculum: Curriculum,
  state: DogState,
  summary: Summary,
  names: Names,
  now: number,
  model: Forgetting = houseForgetting,
): readonly CommandView[] {
  return summary.commands.flatMap((standing) => {
    const command = findCommand(curriculum, standing.command)
    if (!command) return []
    return [
      {
        id: command.id,
        name: command.name,
        word: standing.word,
        figures: figuresOf(standing),
        line: lineOf(standing, now, model),
        stale: goesStale(standing, now, model),
        stuck: sayStuck(curriculum, standing),
        reps: standing.reps,
        cleanShare: standing.reps > 0 ? standing.clean / standing.reps : undefined,
        memory: sayMemory(standing, now, model),
        caution: command.caution,
        runs: command.runs.map((run) => ({
          id: run.id,
          name: run.name,
          idle:
            run.aside === true &&
            !isWorked(state.runs[runKey(command.id, run.id)]) &&
            standing.runs.find((r) => r.id === run.id)?.promised === undefined,
          rungs: run.rungs.map((rung, i) => rungView(curriculum, state, run, rung, i, standing)),
        })),
        next: sayNext(curriculum, standing, needsRefresher(standing, now, model)),
        workCommand: standing.next?.command ?? command.id,
        promise: standing.promise ? promiseView(curriculum, standing, names) : undefined,
      },
    ]
  })
}

function rungView(
  curriculum: Curriculum,
  state: DogState,
  run: Run,
  rung: Rung,
  index: number,
  standing: CommandStanding,
): RungView {
  const runStanding = standing.runs.find((r) => r.id === run.id)
  const runState = state.runs[runKey(rung.command, run.id)]
  const tally = runState?.tallies[rung.id]
  const since = heldSince(run, runState, index)
  const missing = unmetNeeds(state, curriculum, rung)
  const mark: RungMark = runStanding?.slipped.includes(index)
    ? 'slipped'
    : index === (runStanding?.position ?? 0) && (missing.length === 0 || tally !== undefined)
      ? 'in hand'
      : since
        ? 'held'
        : isPassed(run, runState, index)
          ? 'passed'
          : 'ahead'
  return {
    id: rung.id,
    name: rung.name,
    mark,
    promised: standing.runs.find((r) => r.id === run.id)?.promised === index,
    criterion: rung.criterion.words,
    rule: sayRule(rung.rule),
    counts: tally && tally.reps > 0 ? `${tally.clean} clean of ${tally.reps}` : 'no reps yet',
    heldSince: since,
    shut:
      missing.length > 0
        ? `Shut until held: ${missing.map((m) => `${m.command.name} “${m.rung.name}”`).join(', ')}`
        : '',
  }
}

function sayStuck(curriculum: Curriculum, standing: CommandStanding): string {
  if (!standing.stuck) return ''
  const name = findRung(curriculum, standing.stuck.rungId)?.rung.name ?? ''
  return standing.stuck.why === 'three-drops'
    ? `Stuck at ${name}: three drops within seven days.`
    : `Stuck at ${name}: three blocks worked it without a pass.`
}

function sayMemory(standing: CommandStanding, now: number, model: Forgetting): string {
  const run = standing.runs.find((r) => r.id === standing.mainRun && r.memory) ?? standing.runs.find((r) => r.memory)
  if (!run?.memory) return 'Nothing held yet, so nothing to forget.'
  const left = percent(retention(run.memory, now, model))
  const half = halfLifeDays(run.memory, model)
  const due = run.memory.since + daysUntilDue(half) * msPerDay
  const days = (due - now) / msPerDay
  const when =
    days <= 0
      ? 'a refresher is due'
      : days < 1
        ? 'refresher due within a day'
        : `refresher due in ${counted(Math.ceil(days), 'day')}`
  return `${left} predicted retention, half-life ${Number(half.toFixed(1))} days; ${when} (at ${percent(dueAt)}).`
}

const whyWords: Record<NextRung['why'], string> = {
  climb: 'next rung',
  'climb-back': 'dropped back: climb again from here',
  rebuild: 'climb back',
  'second-day': 'met once; again on another day and it is held',
  level: 'the promised rung at the promised distraction level',
  'new-place': 'the promised rung in another place',
  'new-hands': 'the promised rung with another person on the leash',
  onward: 'the promise is met; the next rung up',
}

/** The next step of a command in a sentence. */
export function sayNext(curriculum: Curriculum, standing: CommandStanding, refresherDue: boolean): string {
  if (refresherDue && standing.word !== 'slipping') return 'Refresher due: one set at the top held rung.'
  const found = standing.next ? findRung(curriculum, standing.next.rungId) : undefined
  if (!standing.next || !found) return 'The top of the ladder is passed.'
  if (found.command.id !== standing.command)
    return `Waits for ${found.command.name} “${found.rung.name}”: ${whyWords[standing.next.why]}.`
  return `${found.rung.name}: ${whyWords[standing.next.why]}.`
}

function promiseView(curriculum: Curriculum, standing: CommandStanding, names: Names): PromiseView {
  const parts = standing.promises.map((p) => promiseLines(curriculum, p, names))
  const several = parts.length > 1
  return {
    rungName: parts.map((p) => p.rungName).join(' and '),
    met: parts.every((p) => p.met),
    lines: parts.flatMap((p) => p.lines.map((l) => (several ? { ...l, text: `${p.rungName}: ${l.text}` } : l))),
  }
}

function promiseLines(curriculum: Curriculum, standing: PromiseStanding, names: Names): PromiseView {
  const rungName = findRung(curriculum, standing.promise.rungId)?.rung.name ?? standing.promise.rungId
  const evidence = (list: PromiseStanding['places'], known: ReadonlyMap<string, string>) =>
    list.length === 0
      ? 'nowhere yet'
      : list
          .map((e) => `${known.get(e.id) ?? e.id} ${Math.min(e.days.length, daysToHold)}/${daysToHold} days`)
          .join(', ')
  const placesDone = standing.placesHeld >= standing.promise.places
  const peopleDone = standing.peopleHeld >= standing.promise.people
  return {
    rungName,
    met: standing.met,
    lines: [
      {
        done: standing.heldSince !== undefined,
        text: standing.heldSince
          ? `Mastered since ${sayDay(standing.heldSince, names.dates)}`
          : 'Not mastered (needs two days)',
      },
      {
        done: placesDone,
        text:
          `${standing.placesHeld} of ${counted(standing.promise.places, 'place')}: ` +
          evidence(standing.places, names.places),
      },
      {
        done: peopleDone,
        text:
          `${standing.peopleHeld} of ${counted(standing.promise.people, 'person', 'people')}: ` +
          `${standing.people.length === 0 ? 'nobody yet' : evidence(standing.people, names.people)}`,
      },
    ],
  }
}
