import type { Typed } from './fields'
import type { EpochMs } from './epochMs'
import { picks, type Choice } from './merge'

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

/** A form as it was sent: its own fields, and how it stands to what it was read at. */
export interface Sent {
  readonly typed: Typed
  /** What its fields held when it was read; undefined where it does not say. */
  readonly read: Typed | undefined
  readonly over: string
  readonly chosen: Readonly<Record<string, Choice>>
}

const isTyped = (value: unknown): value is Typed =>
  typeof value === 'object' &&
  value !== null &&
  !Array.isArray(value) &&
  Object.values(value).every((v) => Array.isArray(v) && v.every((x) => typeof x === 'string'))

function readBack(text: string | undefined): Typed | undefined {
  if (text === undefined) return undefined
  try {
    const value: unknown = JSON.parse(text)
    return isTyped(value) ? value : undefined
  } catch {
    return undefined
  }
}

/** Parts what a guarded form sends. */
export function sentForm(all: Typed): Sent {
  const own = Object.entries(all).filter(([name]) => !isOfGuard(name))
  const chosen = Object.entries(all).flatMap(([name, [value]]) => {
    const [path, choice] = [chosenPath(name), picks.find((c) => c === value)]
    return path !== undefined && choice ? [[path, choice] as const] : []
  })
  return {
    typed: Object.fromEntries(own),
    read: readBack(all[readField]?.[0]),
    over: all[overField]?.[0] ?? '',
    chosen: Object.fromEntries(chosen),
  }
}
