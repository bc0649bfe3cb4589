import { findCommand } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import type { CommandStatus } from '../promise/status'

/** What one command came to in a block. */
export interface Moved {
  readonly command: string
  readonly name: string
  readonly reps: number
  readonly clean: number
  /** What changed, in a sentence; “as before” when nothing did. */
  readonly words: string
}

/** What a block's work did to each command it touched, in the order they were touched. */
export function movedBy(
  curriculum: Curriculum,
  before: readonly CommandStatus[],
  after: readonly CommandStatus[],
  touched: readonly string[],
): readonly Moved[] {
  return [...new Set(touched)].flatMap((id) => {
    const command = findCommand(curriculum, id)
    const [was, is] = [before.find((s) => s.command === id), after.find((s) => s.command === id)]
    if (!command || !was || !is) return []
    const changes = is.runs.flatMap((run) => {
      const old = was.runs.find((r) => r.id === run.id)
      const rungs = command.runs.find((r) => r.id === run.id)?.rungs ?? []
      if (!old) return []
      const name = (i: number) => rungs[Math.min(i, rungs.length - 1)]?.name ?? ''
      return [
        ...(run.top > old.top ? [`“${name(run.top)}” is mastered now`] : []),
        ...(run.slipped.length > old.slipped.length ? ['a refresher failed: slipping'] : []),
        ...(run.position > old.position
          ? [run.position >= run.size ? 'the last rung is passed' : `on to “${name(run.position)}”`]
          : run.position < old.position
            ? [`back to “${name(run.position)}”`]
            : []),
      ]
    })
    const promise = is.promise?.met === true && was.promise?.met !== true ? ['the promise is met'] : []
    return [
      {
        command: id,
        name: command.name,
        reps: is.reps - was.reps,
        clean: is.clean - was.clean,
        words: [...changes, ...promise].join('; ') || 'no change',
      },
    ]
  })
}

/** Energy of what was paid, kcal: pieces of each feed with their energy. */
export const kcalOf = (paid: readonly { readonly pieces: number; readonly kcalPerPiece: number | null }[]): number =>
  paid.reduce((sum, p) => sum + p.pieces * (p.kcalPerPiece ?? 0), 0)
