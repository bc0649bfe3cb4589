import { allNeeds, findRung, ladderText } from './lookup'
import type { Curriculum } from './types'

export interface GraphPeg {
  readonly id: string
  readonly name: string
  /** Position along its line, 0–1. */
  readonly at: number
  /** Has a prerequisite, or is one. */
  readonly tied: boolean
}

export interface GraphLine {
  readonly command: string
  readonly name: string
  readonly pegs: readonly GraphPeg[]
  /** Tells lines of one command apart. */
  readonly run: string
}

export interface GraphTie {
  /** The rung that must be held, and the rung it opens: line number and peg position. */
  readonly from: { readonly line: number; readonly at: number; readonly name: string }
  readonly to: { readonly line: number; readonly at: number; readonly name: string }
}

export interface PrerequisiteGraph {
  readonly lines: readonly GraphLine[]
  readonly ties: readonly GraphTie[]
}

/** The prerequisites of a curriculum as lines with pegs and ties between them. */
export function graphOf(curriculum: Curriculum): PrerequisiteGraph {
  const rungs = curriculum.commands.flatMap((c) => c.runs.flatMap((r) => r.rungs))
  const needed = new Set(
    rungs.flatMap((r) => allNeeds(curriculum, r).map((n) => findRung(curriculum, n)?.rung.id ?? n)),
  )
  const lines = curriculum.commands.flatMap((c) =>
    c.runs.map((ladder): GraphLine => ({
      command: c.id,
      run: ladder.id,
      name: ladderText(c, ladder),
      pegs: ladder.rungs.map((r, i) => ({
        id: r.id,
        name: r.name,
        at: ladder.rungs.length === 1 ? 0.5 : i / (ladder.rungs.length - 1),
        tied: allNeeds(curriculum, r).length > 0 || needed.has(r.id),
      })),
    })),
  )
  const place = (id: string) => {
    const line = lines.findIndex((l) => l.pegs.some((p) => p.id === id))
    const peg = lines[line]?.pegs.find((p) => p.id === id)
    return peg && { line, at: peg.at, name: `${lines[line]?.name ?? ''}: ${peg.name}` }
  }
  const ties = rungs.flatMap((rung) =>
    allNeeds(curriculum, rung).flatMap((need) => {
      const from = place(findRung(curriculum, need)?.rung.id ?? need)
      const to = place(rung.id)
      return from && to ? [{ from, to }] : []
    }),
  )
  return { lines, ties }
}
