import { findRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import type { Verdict } from '../progress/fold'
import type { RunStanding } from '../progress/standing'

/**
 * The rung at which the next set goes on where and with whom the last one was: what the verdict on that set says. Undefined
 * when it leaves that open: the rule was met once more, nothing was moved, or the run is beyond what was promised, so that
 * the command’s own suggestion (another place, other hands, a second day) says more.
 */
export function goesOnAt(curriculum: Curriculum, verdict: Verdict | undefined, runs: readonly RunStanding[]): string | undefined {
  if (!verdict || verdict.kind === 'met-again' || verdict.kind === 'waits' || verdict.kind === 'moves-nothing' || verdict.toRungId === '') return undefined
  const to = findRung(curriculum, verdict.toRungId)
  if (!to) return undefined
  const promised = runs.find((r) => r.id === to.run.id)?.promised
  return verdict.kind === 'moves-on' && promised !== undefined && to.index > promised ? undefined : to.rung.id
}
