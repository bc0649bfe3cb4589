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
  if (need) return `Master ${need.command.name} “${need.rung.name}” first. ${keptAnyway}`
  const locked = shut.find((s) => s.command === command)
  if (locked) return `“${name(locked.rungId)}” is locked: ${locked.because}. ${keptAnyway}`
  const later = waits.find((w) => w.command === command)
  if (later) return `“${name(later.rungId)}”: ${later.because}. Work another command.`
  return promised
    ? 'This command needs no more work today. Work another one.'
    : 'This command was not promised, so no set is suggested. You can still work it, and it counts.'
}
