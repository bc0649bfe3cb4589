import { createHash } from 'node:crypto'
import type { Typed } from '@/core/fields'
import type { FieldSpec } from '@/core/form'
import { overNewer, type Clash, type LastSaved, type Sent } from '@/core/formMerge'
import { refuse, type Refusal } from './deed'

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
