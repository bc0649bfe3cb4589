import { findCommand, findRung, ownRung, ladderKey } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import type { DogState } from '../progress/state'
import type { CommandStatus } from '../promise/status'
import type { Summary } from '../promise/summary'
import { statusLabels } from './labels'
import { figuresOf } from './line'

/** One command that would stand otherwise. */
export interface StandingChange {
  readonly command: string
  readonly before: string
  readonly after: string
}

/** What goes along with a dog that is moved to another ladder. */
export interface Carried {
  /** So many rungs whose rule it has met are there as well. */
  readonly kept: number
  /** Rungs whose rule it has met that are not there, and what stands in their stead, if anything does. */
  readonly anew: readonly { readonly command: string; readonly was: string; readonly becomes: string | undefined }[]
}

export function carriedTo(beforeLadder: Curriculum, state: DogState, afterLadder: Curriculum): Carried {
  const met = beforeLadder.commands.flatMap((command) =>
    command.runs.flatMap((run) =>
      run.rungs
        .filter((g) => (state.runs[ladderKey(command.id, run.id)]?.tallies[g.id]?.met.length ?? 0) > 0)
        .map((rung) => ({ command, rung })),
    ),
  )
  const gone = met.filter(({ rung }) => ownRung(afterLadder, rung.id) === undefined)
  return {
    kept: met.length - gone.length,
    anew: gone.map(({ command, rung }) => ({
      command: command.name,
      was: rung.name,
      becomes: findRung(afterLadder, rung.id)?.rung.name,
    })),
  }
}

/** What differs between two summaries of one dog: word, figures, next step and promise, a line a command. */
export function compareStandings(
  beforeLadder: Curriculum,
  before: Summary,
  afterLadder: Curriculum,
  after: Summary,
): readonly StandingChange[] {
  const ids = [...new Set([...before.commands, ...after.commands].map((c) => c.command))]
  return ids.flatMap((id) => {
    const was = say(
      beforeLadder,
      before.commands.find((c) => c.command === id),
    )
    const is = say(
      afterLadder,
      after.commands.find((c) => c.command === id),
    )
    return was === is
      ? []
      : [
          {
            command: findCommand(afterLadder, id)?.name ?? findCommand(beforeLadder, id)?.name ?? id,
            before: was,
            after: is,
          },
        ]
  })
}

function say(ladder: Curriculum, status: CommandStatus | undefined): string {
  if (!status) return 'not in this curriculum'
  const next = status.next && findRung(ladder, status.next.rungId)
  return [
    `${statusLabels[status.word]} ${figuresOf(status)}`.trim(),
    next
      ? `next ${next.command.id === status.command ? '' : `${next.command.name} `}${next.rung.name}`
      : 'nothing next',
    ...status.promises.map((p) => `promised ${findRung(ladder, p.promise.rungId)?.rung.name ?? p.promise.rungId}`),
  ].join('; ')
}
