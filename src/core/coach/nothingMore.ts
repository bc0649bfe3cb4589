import { findRung } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import type { Suggestions } from './suggestion'

const keptAnyway = 'What you record here is saved and does not count.'

/** Why nothing of a command is suggested, in a sentence. `promised`: something of it was promised to the owner. */
export function nothingMore(
  curriculum: Curriculum,
  { sets, shut, waits }: Suggestions,
  command: string,
  promised: boolean,
): string {
  const name = (id: string) => findRung(curriculum, id)?.rung.name ?? id
  const before = sets.find((s) => s.for === command)
  const need = before && findRung(curriculum, before.rungId)
  if (need) return `First ${need.command.name}, “${need.rung.name}”: it must be held. ${keptAnyway}`
  const kept = shut.find((s) => s.command === command)
  if (kept) return `“${name(kept.rungId)}” is shut: ${kept.because}. ${keptAnyway}`
  const later = waits.find((w) => w.command === command)
  if (later) return `“${name(later.rungId)}”: ${later.because}. Work another command.`
  return promised
    ? 'Nothing more is asked of this command today. Work another one.'
    : 'Nothing of this command was promised, so nothing of it is suggested. It may be worked all the same, and counts.'
}
