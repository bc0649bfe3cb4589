import { is } from '../curriculum/roles'
import { promptLevels } from '../curriculum/types'
import type { RepKind, Rung } from '../curriculum/types'
import type { RepFact, SetContext, SetFact } from '../facts/fact'
import type { Judging } from '../method/judging'

/** `C` clean, `H` helped, `L` late, `M` miss, `X` crooked and so not clean, `N` not clean for another reason. */
export type Result = 'C' | 'H' | 'L' | 'M' | 'X' | 'N'

/** Stages in which walking and coming are still being made. */
const making: ReadonlySet<Rung['stage']> = new Set([
  'shape',
  'empty-hand',
  'word-before-signal',
  'smaller-signal',
  'word-alone',
])

/** The fault of a tight leash. */
export const tightLeash = 'pulled'

/**
 * Faults that void a rep whatever was tapped before them, by kind: those that are a miss, and those that only keep it
 * from being clean. Common practice.
 */
const voiding: Readonly<
  Partial<Record<RepKind, { readonly miss: readonly string[]; readonly unclean: readonly string[] }>>
> = {
  timed: { miss: ['broke', 'looked away'], unclean: ['crept', 'vocal', 'pawed', 'rolled'] },
  heel: { miss: [], unclean: [tightLeash, 'forged', 'lagged', 'no sit at halt'] },
  settle: { miss: [], unclean: [tightLeash, 'vocal', 'jumped up'] },
  recall: { miss: [], unclean: ['stopped short'] },
}

const names = (listed: readonly string[] | undefined, rep: RepFact): boolean =>
  listed !== undefined && rep.faults.length > 0 && listed.some((f) => rep.faults.includes(f))

/** More help than the rung allows, or the cue said again. */
const hadHelp = (rung: Rung, rep: RepFact): boolean =>
  (rep.prompt !== undefined && promptLevels.indexOf(rep.prompt) > promptLevels.indexOf(rung.criterion.help)) ||
  (rep.cuesSaid ?? 1) > 1

/**
 * What a rep is by its outcome, its faults and its help, before the house's judging is asked: a break is a miss, a
 * fault that voids keeps it from being clean, and help beyond the rung's makes it helped, whenever they were tapped.
 */
export function madeOf(rung: Rung, rep: RepFact): 'C' | 'H' | 'L' | 'M' | 'N' {
  // Nine reps in ten in a replay: nothing was tapped but the outcome.
  if (rep.outcome === 'clean' && rep.faults.length === 0 && rep.prompt === undefined && rep.cuesSaid === undefined)
    return 'C'
  if (rep.outcome === 'miss' || names(voiding[rung.kind]?.miss, rep)) return 'M'
  if (rep.outcome === 'late') return 'L'
  if (rep.outcome === 'helped' || hadHelp(rung, rep)) return 'H'
  return names(voiding[rung.kind]?.unclean, rep) ? 'N' : 'C'
}

/** How a rep is drawn and counted, by what its faults and help have made of it; `unclean` is right but not clean. */
export type Made = RepFact['outcome'] | 'unclean'
const drawnAs = { C: 'clean', H: 'helped', L: 'late', M: 'miss', N: 'unclean', X: 'unclean' } as const satisfies Record<
  Result,
  Made
>
export const outcomeMade = (rung: Rung | undefined, rep: RepFact): Made =>
  rung ? drawnAs[madeOf(rung, rep)] : rep.outcome

/** Clean reps of a set as the house judges them: the figure that its rule counts. */
export const cleanOf = (rung: Rung, set: SetFact, judging: Judging, rungIsHeld: boolean): number =>
  set.reps.filter((r) => resultOf(rung, set, r, judging, rungIsHeld) === 'C').length

/** What a rep counts as under the house's judging. */
export function resultOf(rung: Rung, set: SetContext, rep: RepFact, judging: Judging, rungIsHeld: boolean): Result {
  const made = madeOf(rung, rep)
  if (made === 'L') return judging.late === 'always-paid' ? 'H' : judging.late === 'not-paid' ? 'M' : 'L'
  if (made !== 'C' || rep.faults.length === 0) return made
  if (rep.faults.includes('crooked') && crookedCounts(rung, set, judging)) return 'X'
  if (rep.faults.includes('no eye contact') && eyesCount(rung, set, judging)) return 'N'
  if (
    rep.faults.includes('no finish') &&
    rung.kind === 'recall' &&
    (judging.finish === 'always' || (judging.finish === 'once-held' && rungIsHeld))
  )
    return 'N'
  return 'C'
}

/**
 * Whether straightness counts here. Coming first: from level 2 on, and where the straight front itself is what the rung
 * teaches, at any level. Common practice.
 */
export const crookedCounts = (rung: Rung, set: Pick<SetContext, 'level'>, judging: Pick<Judging, 'crooked'>): boolean =>
  judging.crooked === 'only-correct' ||
  (judging.crooked === 'coming-first' &&
    rung.kind === 'recall' &&
    (set.level >= 2 || is(rung, 'front') || is(rung, 'runs-through')))

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
