import { findCommand } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import type { NeedOfCommand, WorkedAt } from '../forecast/upNext'
import { houseForgetting, type Forgetting } from '../progress/retention'
import { daysToMaster } from '../progress/state'
import type { PromiseStatus } from '../promise/promise'
import type { CommandStatus } from '../promise/status'
import type { Summary } from '../promise/summary'
import { needsRefresher } from './line'
import type { EpochMs } from '../epochMs'

/** What each promise needs, with refreshers that are due and whether it can be worked today. */
export function needsOf(
  curriculum: Curriculum,
  summary: Summary,
  today: string,
  now: EpochMs,
  model: Forgetting = houseForgetting,
): readonly NeedOfCommand[] {
  return summary.needs.flatMap((need) => {
    const status = summary.commands.find((c) => c.command === need.command)
    if (!status) return []
    const due = needsRefresher(status, now, model)
    const step = workFor(summary, status, today)
    // What slipped is climbed back to before it is asked for again.
    const isRefreshed = due && !(status.word === 'slipping' && step)
    return [
      {
        command: need.command,
        reps: need.reps,
        days: need.days,
        refresher: due ? refresherReps(curriculum, status) : 0,
        work: isRefreshed ? { command: need.command, rungId: undefined } : step,
      },
    ]
  })
}

/** The next step, unless its command is promised too and so has a need of its own. */
function workFor(summary: Summary, status: CommandStatus, today: string): WorkedAt | undefined {
  const { next } = status
  // What was met today waits for another day, here and in each place and with each person.
  if (
    !next ||
    next.metOn === today ||
    (provesWhy.has(next.why) && status.promises.every((p) => p.met || !lacksToday(p, today)))
  )
    return undefined
  const { command, rungId } = next
  const isPrerequisite = command !== status.command && summary.needs.some((n) => n.command === command)
  return isPrerequisite ? undefined : { command, rungId }
}

const provesWhy: ReadonlySet<string> = new Set(['level', 'new-place', 'new-hands'])

/** Whether something of a promise can still be met today that today has not brought yet. */
function lacksToday(p: PromiseStatus, today: string): boolean {
  const lacks = (evidence: PromiseStatus['places'], wanted: number) =>
    evidence.filter((e) => e.days.length >= daysToMaster || e.days.includes(today)).length < wanted
  return (
    (p.heldSince === undefined && !p.days.includes(today)) ||
    lacks(p.places, p.promise.places) ||
    lacks(p.people, p.promise.people)
  )
}

function refresherReps(curriculum: Curriculum, status: CommandStatus): number {
  const run = status.runs.find((r) => r.top >= 0)
  const rung = findCommand(curriculum, status.command)?.runs.find((r) => r.id === run?.id)?.rungs[run?.top ?? 0]
  return rung?.setReps ?? 0
}
