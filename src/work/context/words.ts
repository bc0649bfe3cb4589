import { hasRole } from '@/core/curriculum/lookup'
import { toldAs } from '@/core/dog/byHand'
import type { Command } from '@/core/curriculum/types'
import type { Db } from '@/store/database'
import { readEntry } from '@/store/intake'
import { readCueWords, type Resident } from '@/store/residents'
import type { CommandId } from '@/core/ids'

/** The words and signals of one dog: its own where the owner has any, else those of the command. */
export interface DogsWords {
  readonly word: (command: Pick<Command, 'id' | 'defaultCue' | 'runs'>) => string
  readonly signal: (command: Pick<Command, 'id' | 'signal'>) => string
  /** Both, as far as this dog hears the one and sees the other. */
  readonly told: (command: Pick<Command, 'id' | 'defaultCue' | 'runs' | 'signal'>) => ReturnType<typeof toldAs>
  /** Whether either of a command is its own. */
  readonly isOwn: (commandId: CommandId) => boolean
}

export function wordsOf(
  db: Db,
  resident: Pick<Resident, 'dogId' | 'residencyId' | 'releaseWord' | 'traits'>,
): DogsWords {
  const own = readCueWords(db, resident.dogId)
  const signals = new Map(
    (readEntry(db, resident.residencyId, 'words')?.entry.cues ?? []).map((c) => [c.command, c.signal]),
  )
  const word: DogsWords['word'] = (c) => own.get(c.id) ?? (hasRole(c, 'releases') ? resident.releaseWord : c.defaultCue)
  const signal: DogsWords['signal'] = (c) => signals.get(c.id) || c.signal
  return {
    word,
    signal,
    told: (c) => toldAs(resident.traits, c.id, { word: word(c), signal: signal(c) }),
    isOwn: (id) => own.has(id) || (signals.get(id) ?? '') !== '',
  }
}
