import { commandOf, rungsOf } from './lookup'
import type { Curriculum } from './types'

/** What small things are repetitions of, by the ids of commands. */
export interface SmallCommands {
  /** The one called by a sound; undefined when this curriculum has none. */
  readonly call: string | undefined
  /** The one worked on the tether. */
  readonly tether: string | undefined
  /** Those of which ten may be done in passing. */
  readonly others: readonly { readonly id: string; readonly name: string }[]
}

export function smallCommands(curriculum: Curriculum): SmallCommands {
  const call = commandOf(curriculum, 'sound')?.id
  const tether = curriculum.commands.find((c) => rungsOf(c).some((r) => r.kind === 'settle'))?.id
  return {
    call,
    tether,
    others: curriculum.commands
      .filter(
        (c) =>
          c.extra !== true && c.id !== tether && rungsOf(c).some((r) => r.kind === 'position' || r.kind === 'recall'),
      )
      .map((c) => ({ id: c.id, name: c.name })),
  }
}
