import { createHash } from 'node:crypto'
import { z } from 'zod'
import type { Typed } from '@/core/fields'
import type { FieldSpec } from '@/core/form'
import type { Clash } from '@/core/clash'
import { overNewer, sayValue, type LastSaved, type Sent } from '@/core/formMerge'
import { parsedJson } from '@/core/json'
import { merge, said, same, type Json } from '@/core/merge'
import { refuse, type LaidTogether, type Refusal } from './deed'

/** A save that somebody else's came before: refused, with both laid together. */
export type Clashed = Refusal & { readonly clash: Clash }

const digest = (text: string): string => createHash('sha256').update(text).digest('base64url').slice(0, 22)

/**
 * What a guarded form writes, or that somebody saved it since it was read. Call inside the transaction that writes.
 * `now`: what its fields would hold were it read now.
 */
export function toWrite(
  sent: Sent,
  now: Typed,
  form: { readonly fields: readonly FieldSpec[]; readonly several: readonly string[] },
  saved: LastSaved,
): { readonly ok: true; readonly typed: Typed } | Clashed {
  const out = overNewer(sent, now, form, saved, digest)
  return 'typed' in out
    ? { ok: true, typed: out.typed }
    : {
        ...refuse(
          'Somebody saved this while you had it open. Nothing was written over, and nothing you typed is lost.',
        ),
        clash: out,
      }
}

/** A form as it is sent, where it says what it was read at; else one of the program's own, which nobody read. */
export const isSent = (form: Sent | Typed): form is Sent => 'typed' in form && 'chosen' in form

/** What a screen showed of a thing when somebody began to change it: its fields as text, as JSON. */
export const readForm = z.string().max(4000).optional()

/**
 * Two changes of the same thing over `newest`, to be saved in one tap; with what both changed as either made it.
 * `asSent`: the change as a form sends it; undefined where that cannot be.
 */
export function laidTogether(
  from: string,
  [read, mine, newest]: readonly [Json, Json, Json],
  asSent: (merged: Json) => unknown,
): LaidTogether | undefined {
  const merged = merge(read, mine, newest)
  const chosen = Object.fromEntries(merged.both.map((b) => [b.path, 'theirs' as const]))
  const [change, theirs] = [asSent(merged.value), asSent(merge(read, mine, newest, chosen).value)]
  if (change === undefined || theirs === undefined) return undefined
  const told = merged.both.map((b) => ({ mine: sayValue(b.mine), theirs: sayValue(b.theirs) }))
  return { from, change, theirs, both: merged.both.map((b) => b.path), said: told }
}

/** Said beside a refusal where a choice is left. */
export const bothSaid = (together: LaidTogether | undefined): string =>
  together && together.both.length > 0 ? ' You both changed the same: choose which stands.' : ''

const fieldsRead = z.record(z.string(), z.string())

/**
 * Why a change of a few fields is not written: somebody changed them since they were read. It brings both laid
 * together. Undefined where nobody did. `now`: what the fields hold now.
 */
export function overRead(
  read: string | undefined,
  mine: Readonly<Record<string, string>>,
  now: Readonly<Record<string, string>>,
): Refusal | undefined {
  if (read === undefined) return undefined
  const base = fieldsRead.safeParse(parsedJson(read)).data ?? {}
  if (same(said(base), said(now)) || same(said(mine), said(now))) return undefined
  const empty = Object.fromEntries(Object.keys(now).map((name) => [name, '']))
  const together = laidTogether(JSON.stringify(now), [base, mine, now], (merged) => ({
    ...empty,
    ...(merged as Record<string, string>),
  }))
  return {
    ...refuse(
      `Somebody changed this while you had it open. Nothing was written over, nothing is lost.${bothSaid(together)}`,
    ),
    ...(together === undefined ? {} : { together }),
  }
}
