import type { Rung } from '../curriculum/types'
import type { RepFact, SetContext } from '../facts'
import type { Judging } from '../method/judging'

/** `C` clean, `H` helped, `L` late, `M` miss, `X` crooked and so not clean, `N` not clean for another reason. */
export type Result = 'C' | 'H' | 'L' | 'M' | 'X' | 'N'

/** Stages in which walking and coming are still being made. */
const making: ReadonlySet<Rung['stage']> = new Set(['shape', 'empty-hand', 'word-before-signal', 'smaller-signal', 'word-alone'])

/** What a rep counts as under the house's judging. */
export function resultOf(rung: Rung, set: SetContext, rep: RepFact, judging: Judging, rungIsHeld: boolean): Result {
  switch (rep.outcome) {
    case 'helped':
      return 'H'
    case 'miss':
      return 'M'
    case 'late':
      return judging.late === 'always-paid' ? 'H' : judging.late === 'not-paid' ? 'M' : 'L'
    case 'clean':
      if (rep.faults.length === 0) return 'C'
      if (rep.faults.includes('crooked') && crookedCounts(rung, set, judging)) return 'X'
      if (rep.faults.includes('no eye contact') && eyesCount(rung, set, judging)) return 'N'
      if (rep.faults.includes('no finish') && rung.kind === 'recall' && (judging.finish === 'always' || (judging.finish === 'once-held' && rungIsHeld))) return 'N'
      return 'C'
  }
}

const crookedCounts = (rung: Rung, set: SetContext, judging: Judging): boolean => judging.crooked === 'only-correct' || (judging.crooked === 'coming-first' && rung.kind === 'recall' && set.level >= 2)

function eyesCount(rung: Rung, set: SetContext, judging: Judging): boolean {
  if (rung.kind !== 'heel' && rung.kind !== 'recall') return false
  switch (judging.eyeContact) {
    case 'always':
      return true
    case 'by-itself':
      return false
    case 'after-walking':
      return !making.has(rung.stage)
    case 'at-proofing':
      return set.level >= 1
  }
}
