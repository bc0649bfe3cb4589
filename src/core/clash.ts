import type { Typed } from './fields'
import type { EpochMs } from './epochMs'

/** What stands in the way of a save: somebody else saved the same form since it was read. Nothing of it was written. */
export interface Clash {
  /** What the form becomes: both changes together, and one's own where both changed the same. */
  readonly values: Typed
  /** Which newer version this is laid over; a save that carries it writes both. */
  readonly over: string
  /** Labels of what only one of them changed. */
  readonly mine: readonly string[]
  readonly theirs: readonly string[]
  /** What both changed, to be chosen. */
  readonly both: readonly {
    /** The field that carries the choice. */
    readonly name: string
    readonly label: string
    readonly mine: string
    readonly theirs: string
    readonly list: boolean
  }[]
  /** Who saved in between, and when, where that is known. */
  readonly by: string
  readonly at: EpochMs | undefined
  readonly timeZone: string
}

/** Fields of every guarded form beside its own: what it was read at, what it is laid over, what was chosen. */
export const readField = 'as-read'
export const overField = 'laid-over'
const chosenBegins = 'choose.'
export const choiceField = (path: string): string => chosenBegins + path

/** The path that a field says the choice of; undefined where it says none. */
export const chosenPath = (name: string): string | undefined =>
  name.startsWith(chosenBegins) ? name.slice(chosenBegins.length) : undefined

/** Whether a field says how a form stands to what was read, and is none of its own. */
export const isOfGuard = (name: string): boolean =>
  name === readField || name === overField || chosenPath(name) !== undefined
