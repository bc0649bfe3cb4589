import { findCommand } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import type { NeedOfCommand, WorkedAt } from '../forecast/upNext'
import { houseForgetting, type Forgetting } from '../progress/memory'
import { daysToHold } from '../progress/state'
import type { PromiseStanding } from '../promise/promise'
import type { CommandStanding } from '../promise/standing'
import type { Summary } from '../promise/summary'
import { needsRefresher } from './line'

/** What each promise needs, with refreshers that are due and whether it can be worked today. */
export function needsOf(
  curriculum: Curriculum,
  summary: Summary,
  today: string,
  now: number,
  model: Forgetting = houseForgetting,
): readonly NeedOfCommand[] {
  return summary.needs.flatMap((need) => {
    const standing = summary.commands.find((c) => c.command === need.command)
    if (!standing) return []
    const due = needsRefresher(standing, now, model)
    const step = workFor(summary, standing, today)
    // What slipped is climbed back to before it is asked for again.
    const isRefreshed = due && !(standing.word === 'slipping' && step)
    return [
      {
        command: need.command,
        reps: need.reps,
        days: need.days,
        refresher: due ? refresherReps(curriculum, standing) : 0,
        work: isRefreshed ? { command: need.command, rungId: undefined } : step,
      },
    ]
  })
}

/** The next step, unless its command is promised too and so has a need of its own. */
function workFor(summary: Summary, standing: CommandStanding, today: string): WorkedAt | undefined {
  const { next } = standing
  // What was met today waits for another day, here and in each place and with each person.
  if (
    !next ||
    next.metOn === today ||
    (provesWhy.has(next.why) && standing.promises.every((p) => p.met || !lacksToday(p, today)))
  )
    return undefined
  const { command, rungId } = next
  const waits = command !== standing.command && summary.needs.some((n) => n.command === command)
  return waits ? undefined : { command, rungId }
}

const provesWhy: ReadonlySet<string> = new Set(['level', 'new-place', 'new-hands'])

/** Whether something of a promise can still be met today that today has not brought yet. */
function lacksToday(p: PromiseStanding, today: string): boolean {
  const lacks = (evidence: PromiseStanding['places'], wanted: number) =>
    evidence.filter((e) => e.days.length >= daysToHold || e.days.includes(today)).length < wanted
  return (
    (p.heldSince === undefined && !p.days.includes(today)) ||
    lacks(p.places, p.promise.places) ||
    lacks(p.people, p.promise.people)
  )
}

function refresherReps(curriculum: Curriculum, standing: CommandStanding): number {
  const run = standing.runs.find((r) => r.top >= 0)
  const rung = findCommand(curriculum, standing.command)?.runs.find((r) => r.id === run?.id)?.rungs[run?.top ?? 0]
  return rung?.setReps ?? 0
}
