/** Why a file is no table, for code to branch on. */
export type CsvFaultCode = 'too-large' | 'not-utf-8' | 'not-text' | 'empty' | 'open-quote' | 'too-many-rows'

/** What may not be found by its id. */
type Thing =
  | 'backup'
  | 'booking'
  | 'command'
  | 'dog'
  | 'draft'
  | 'food'
  | 'handoff'
  | 'location'
  | 'note'
  | 'package'
  | 'rung'
  | 'section'
  | 'set'
  | 'step'
  | 'table'
  | 'version'

/**
 * Why an action was not done, for code to branch on: a screen that does something about it, and tests. The sentence
 * beside it is for people, and may change.
 */
export type RejectionCode =
  | `${Thing}-not-found`
  /** Who asks: signed out, without the role, or not working here. */
  | 'signed-out'
  | 'role'
  | 'not-staff'
  | 'wrong-passcode'
  | 'too-many-tries'
  | 'has-lead'
  /** What was sent: wrong in a field, to be asked about once, wrong as a whole, too large, missing, or no such file. */
  | 'fields'
  | 'ask'
  | 'invalid'
  | 'too-large'
  | 'no-file'
  | 'unreadable'
  /** A table: why it is none, or not the one that was asked for. */
  | CsvFaultCode
  | 'columns-missing'
  | 'columns-unknown'
  | 'column-repeated'
  | 'no-rows'
  /** Somebody else saved the same thing meanwhile, or the same thing is being done. */
  | 'changed-meanwhile'
  | 'under-way'
  | 'stopped'
  | 'too-slow'
  /** It stands so already. */
  | 'same'
  | 'made-already'
  | 'another-kind'
  | 'known-already'
  | 'nothing-to-undo'
  /** When: before its time, past, canceled, or at an hour that does not exist. */
  | 'too-early'
  | 'past'
  | 'canceled'
  | 'no-such-time'
  /** What else is there then. */
  | 'taken'
  | 'has-another'
  | 'sets-then'
  | 'dates'
  /** What the dog still needs. */
  | 'not-ready'
  | 'paused'
  | 'not-paused'
  | 'no-plan'
  | 'not-offered'
  | 'not-possible'
  /** Files and folders. */
  | 'exists'
  | 'no-folder'
  | 'unusable'
  | 'not-written'
  | 'full'
  /** The database: see `databaseErrorText`. */
  | `database-${'full' | 'busy' | 'read-only' | 'broken' | 'unreadable'}`

/** Why an action was not done. Nothing of it was written. */
export interface Rejection {
  readonly ok: false
  readonly code: RejectionCode
  readonly reason: string
  /** By field of the form; what is under no name is wrong with the whole. */
  readonly errors: Readonly<Record<string, string>>
}

export const reject = (code: RejectionCode, reason: string): Rejection => ({
  ok: false,
  code,
  reason,
  errors: { '': reason },
})
