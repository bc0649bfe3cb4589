import { z } from 'zod'
import { unturned } from '../turning'

/** An id, however its letters were written: one thing has one. */
export const uuid = z.uuid().toLowerCase()

/** What every fact says: itself, its number on its device, and the moment as the device saw it. */
const stamp = {
  id: uuid,
  seq: z
    .int()
    .min(0)
    .max(2 ** 40),
  deviceAt: z.int().min(0).max(8.64e15),
}

/**
 * One line of text as typed: no control characters, so that it shows as text everywhere. What would turn it round is
 * left out of it, since a fact that is refused is lost.
 */
export const line = (most: number) =>
  z
    .string()
    .overwrite(unturned)
    .trim()
    .max(most)
    .regex(/^\P{Cc}*$/u, 'no control characters')
/** The id of a person, place or feed. */
export const name = z.string().min(1).max(64)
export const seconds = z.number().min(0).max(86_400)

/** What a field of a fact may name that must be here when the fact comes. */
export type Named = 'resident' | 'person' | 'place' | 'feed'

interface Meaning<S> {
  /** Fields that name something of the kennel; nothing may be named that is not here. Null names nothing. */
  readonly names: { readonly [F in keyof S]?: Named }
  /**
   * Whose standing it may move: that of the set which this field names, by what comes after (`set`) or by anything that
   * was folded before (`anything`, of a set or of a rep). Left out where it moves none.
   */
  readonly moves?: { readonly set: keyof S | 'id' } | { readonly anything: keyof S }
}

/** A kind of fact: its shape on the wire, and what it means to the kennel. Each has a file of its own beside this. */
export const factKind = <K extends string, S extends z.ZodRawShape>(kind: K, fields: S, meaning: Meaning<S>) => ({
  kind,
  fields: Object.keys(fields),
  schema: z.object({ kind: z.literal(kind), ...stamp, ...fields }),
  names: meaning.names as Readonly<Record<string, Named | undefined>>,
  moves: meaning.moves as { readonly set?: string; readonly anything?: string } | undefined,
})
