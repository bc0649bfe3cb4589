import { findCommand, findRung, ladderKey } from '../curriculum/lookup'
import { msPerDay, dayText, type DateOrder } from '../days'
import type { Curriculum, Ladder, Rung } from '../curriculum/types'
import type { PromiseStatus } from '../promise/promise'
import { unmetNeeds } from '../progress/gates'
import { daysUntilDue, dueAt, halfLifeDays, houseForgetting, retention, type Forgetting } from '../progress/retention'
import { ruleText } from '../rule/rule'
import { daysToMaster, masteredSince, isPassed, isWorked, type DogState } from '../progress/state'
import type { CommandStatus, StandingWord } from '../promise/status'
import type { Summary } from '../promise/summary'
import { figuresOf, goesStale, lineOf, needsRefresher, type LineView } from './line'
import { whyPhrases } from '../coach/why'
import { percent } from '../percent'
import { counted } from '../wording'
import type { EpochMs } from '../epochMs'

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
  now: EpochMs,
  model: Forgetting = houseForgetting,
): readonly CommandView[] {
  return summary.commands.flatMap((status) => {
    const command = findCommand(curriculum, status.command)
    if (!command) return []
    return [
      {
        id: command.id,
        name: command.name,
        word: status.word,
        figures: figuresOf(status),
        line: lineOf(status, now, model),
        stale: goesStale(status, now, model),
        stuck: stuckText(curriculum, status),
        reps: status.reps,
        cleanShare: status.reps > 0 ? status.clean / status.reps : undefined,
        memory: memoryText(status, now, model),
        caution: command.caution,
        runs: command.runs.map((run) => ({
          id: run.id,
          name: run.name,
          idle:
            run.aside === true &&
            !isWorked(state.runs[ladderKey(command.id, run.id)]) &&
            status.runs.find((r) => r.id === run.id)?.promised === undefined,
          rungs: run.rungs.map((rung, i) => rungView(curriculum, state, run, rung, i, status)),
        })),
        next: nextText(curriculum, status, needsRefresher(status, now, model)),
        workCommand: status.next?.command ?? command.id,
        promise: status.promise ? promiseView(curriculum, status, names) : undefined,
      },
    ]
  })
}

function rungView(
  curriculum: Curriculum,
  state: DogState,
  run: Ladder,
  rung: Rung,
  index: number,
  status: CommandStatus,
): RungView {
  const runStanding = status.runs.find((r) => r.id === run.id)
  const runState = state.runs[ladderKey(rung.command, run.id)]
  const tally = runState?.tallies[rung.id]
  const since = masteredSince(run, runState, index)
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
    promised: status.runs.find((r) => r.id === run.id)?.promised === index,
    criterion: rung.criterion.words,
    rule: ruleText(rung.rule),
    counts: tally && tally.reps > 0 ? `${tally.clean} clean of ${tally.reps}` : 'no reps yet',
    heldSince: since,
    shut:
      missing.length > 0
        ? `Locked until mastered: ${missing.map((m) => `${m.command.name} “${m.rung.name}”`).join(', ')}`
        : '',
  }
}

function stuckText(curriculum: Curriculum, status: CommandStatus): string {
  if (!status.stuck) return ''
  const name = findRung(curriculum, status.stuck.rungId)?.rung.name ?? ''
  return status.stuck.why === 'three-drops'
    ? `Stuck at ${name}. Dropped back three times in seven days.`
    : `Stuck at ${name}. Three blocks without a pass.`
}

function memoryText(status: CommandStatus, now: EpochMs, model: Forgetting): string {
  const run = status.runs.find((r) => r.id === status.mainRun && r.memory) ?? status.runs.find((r) => r.memory)
  if (!run?.memory) return 'Nothing is mastered yet, so nothing is forgotten.'
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

/** The next rung of a command, and why it is the next, in sentences. */
export function nextText(curriculum: Curriculum, status: CommandStatus, refresherDue: boolean): string {
  if (refresherDue && status.word !== 'slipping') return 'Refresher due. Do one set at the top mastered rung.'
  const found = status.next ? findRung(curriculum, status.next.rungId) : undefined
  if (!status.next || !found) return 'The top rung is passed.'
  if (found.command.id !== status.command)
    return `First ${found.command.name} “${found.rung.name}”. ${whyPhrases[status.next.why]}.`
  return `${found.rung.name}. ${whyPhrases[status.next.why]}.`
}

function promiseView(curriculum: Curriculum, status: CommandStatus, names: Names): PromiseView {
  const parts = status.promises.map((p) => promiseLines(curriculum, p, names))
  const several = parts.length > 1
  return {
    rungName: parts.map((p) => p.rungName).join(' and '),
    met: parts.every((p) => p.met),
    lines: parts.flatMap((p) => p.lines.map((l) => (several ? { ...l, text: `${p.rungName}: ${l.text}` } : l))),
  }
}

function promiseLines(curriculum: Curriculum, standing: PromiseStatus, names: Names): PromiseView {
  const rungName = findRung(curriculum, standing.promise.rungId)?.rung.name ?? standing.promise.rungId
  const evidence = (list: PromiseStatus['places'], known: ReadonlyMap<string, string>) =>
    list.length === 0
      ? ''
      : `: ${list
          .map((e) => `${known.get(e.id) ?? e.id} ${Math.min(e.days.length, daysToMaster)}/${daysToMaster} days`)
          .join(', ')}`
  const placesDone = standing.placesHeld >= standing.promise.places
  const peopleDone = standing.peopleHeld >= standing.promise.people
  return {
    rungName,
    met: standing.met,
    lines: [
      {
        done: standing.heldSince !== undefined,
        text: standing.heldSince
          ? `Mastered since ${dayText(standing.heldSince, names.dates)}`
          : 'Not mastered (needs two days)',
      },
      {
        done: placesDone,
        text:
          `${standing.placesHeld} of ${counted(standing.promise.places, 'location')}` +
          evidence(standing.places, names.places),
      },
      {
        done: peopleDone,
        text:
          `${standing.peopleHeld} of ${counted(standing.promise.people, 'handler')}` +
          evidence(standing.people, names.people),
      },
    ],
  }
}
