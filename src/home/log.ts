import { mostLetters, practiceMark, writePractice, type PracticeEntry } from '@/core/demonstration/practiceLog'
import type { ResidencyId } from '@/core/ids'

/** What this browser keeps of the practice with one dog. */
export interface Kept {
  readonly device: string
  readonly next: number
  readonly entries: readonly (PracticeEntry & { readonly last: number })[]
}

const isEntry = (e: unknown): e is Kept['entries'][number] =>
  typeof e === 'object' &&
  e !== null &&
  ['entry', 'day', 'command'].every((k) => typeof (e as Record<string, unknown>)[k] === 'string') &&
  ['minute', 'clean', 'reps', 'last', 'revision'].every((k) => Number.isInteger((e as Record<string, unknown>)[k])) &&
  ((e as Record<string, unknown>)['seconds'] === null || Number.isFinite((e as Record<string, unknown>)['seconds']))

/** A file that went home earlier kept no revisions: its counts only grew. */
const revised = (e: unknown): unknown =>
  typeof e === 'object' && e !== null && 'reps' in e && !('revision' in e) ? { ...e, revision: e.reps } : e

/** What a browser kept, where it is that; by hand, since a schema’s library would make the file five times as large. */
export function keptIn(text: string): Kept | undefined {
  try {
    const stored: unknown = JSON.parse(text)
    if (typeof stored !== 'object' || stored === null) return undefined
    const { device, next, entries } = stored as Record<string, unknown>
    return typeof device === 'string' &&
      /^[a-z0-9]{4,16}$/.test(device) &&
      Number.isInteger(next) &&
      Array.isArray(entries) &&
      entries.map(revised).every(isEntry)
      ? { device, next: Number(next), entries: entries.map(revised).filter(isEntry) }
      : undefined
  } catch {
    return undefined
  }
}

/** Design choice: taps on one command within so long are one go at it. */
const oneGoMs = 45 * 60_000

export const nothingKept = (random: () => number): Kept => ({
  device: Array.from({ length: 6 }, () => Math.floor(random() * 36).toString(36)).join(''),
  next: 0,
  entries: [],
})

const two = (n: number): string => String(n).padStart(2, '0')
/** The owner’s own calendar day of a moment. */
export const dayOf = (at: Date): string => `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`

/** One rep more: of the go in hand at this command, else of a new one. */
export function tapped(kept: Kept, command: string, clean: boolean, seconds: number | null, now: Date): Kept {
  const at = now.getTime()
  const open = kept.entries.findLast((e) => e.command === command)
  const goesOn = open && at >= open.last && at - open.last < oneGoMs && open.day === dayOf(now) && open.reps < 999
  const was = goesOn
    ? open
    : {
        entry: `${kept.device}-${kept.next}`,
        day: dayOf(now),
        minute: now.getHours() * 60 + now.getMinutes(),
        command,
        clean: 0,
        reps: 0,
        seconds: null,
        revision: 0,
        last: at,
      }
  const is = {
    ...was,
    reps: was.reps + 1,
    clean: was.clean + Number(clean),
    seconds: clean && seconds !== null ? Math.max(seconds, was.seconds ?? 0) : was.seconds,
    last: at,
    revision: was.revision + 1,
  }
  return {
    ...kept,
    next: goesOn ? kept.next : kept.next + 1,
    entries: goesOn ? kept.entries.map((e) => (e === open ? is : e)) : [...kept.entries, is],
  }
}

/**
 * As it was before the last taps. What may have been sent meanwhile keeps its name: it comes again with fewer reps, or
 * with none, in a higher revision, and no name is given twice.
 */
export const takenBack = (kept: Kept, before: Kept): Kept => ({
  ...kept,
  entries: kept.entries.map((e) => {
    const was = before.entries.find((b) => b.entry === e.entry)
    if (was?.revision === e.revision) return e
    return { ...(was ?? { ...e, clean: 0, reps: 0, seconds: null }), revision: e.revision + 1 }
  }),
})

/** The log as text to send. Where all of it would be too long to be read, the oldest entries stay out. */
export function textOf(residencyId: ResidencyId, { entries }: Kept): string {
  const text = writePractice(residencyId, entries)
  if (text.length <= mostLetters) return text
  const fits = Math.floor((entries.length * mostLetters) / text.length)
  return textOf(residencyId, { device: '', next: 0, entries: entries.slice(-Math.min(fits, entries.length - 1)) })
}

/** Where this browser keeps it. */
export const keyOf = (residencyId: ResidencyId): string => `${practiceMark}-${residencyId}`

/** The week that this day lies in, from the day after the handoff; 1 before, the last one after. */
export function weekOn(from: string, day: string, weeks: number): number {
  const days = Math.round((Date.parse(`${day}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000)
  return Math.min(Math.max(1, weeks), Math.max(1, Math.ceil(days / 7)))
}
