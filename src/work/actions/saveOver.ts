import { createHash } from 'node:crypto'
import type { z } from 'zod'
import { fieldErrors, nested, type Typed } from '@/core/fields'
import type { FieldSpec } from '@/core/form'
import { type Clash, type Sent } from '@/core/clash'
import type { PersonId, ResidencyId } from '@/core/ids'
import { overNewer, valueText, type LastSaved } from '@/core/formMerge'
import { merge, type Json } from '@/core/merge'
import type { EpochMs } from '@/core/epochMs'
import type { Db } from '@/store/database'
import { readKennel, readPeople } from '@/store/kennel'
import { reject, wrongIn, type ActionResult, type LaidTogether, type Rejection } from './actionResult'

/** A save that somebody else's came before: refused, with both laid together. */
export type Clashed = Rejection & { readonly clash: Clash }

const digest = (text: string): string => createHash('sha256').update(text).digest('base64url').slice(0, 22)

/** A form as it stands in the kennel: what reads it, and what a save of it would stand over. */
export interface FormHere<S extends z.ZodType> {
  readonly schema: S
  /** Fields that are lists even when there is one (`nested`). */
  readonly several: readonly string[]
  /**
   * What its fields hold were it read now, and who saved that; undefined only for something that is not there yet,
   * which nobody can have saved meanwhile.
   */
  readonly now: { readonly typed: Typed; readonly fields: readonly FieldSpec[]; readonly saved: LastSaved } | undefined
}

/**
 * Reads a form and writes it, in one transaction: never over what somebody saved since it was read, and nothing of it
 * where anything is wrong. A form that only the program itself made, which nobody read, is written as it is.
 */
export function saveForm<S extends z.ZodType, Made extends object>(
  db: Db,
  form: Typed | Sent,
  here: () => FormHere<S> | Rejection,
  write: (value: z.output<S>, typed: Typed) => ActionResult<Made>,
): ActionResult<Made> | Clashed {
  return db
    .transaction((): ActionResult<Made> | Clashed => {
      const of = here()
      if ('ok' in of) return of
      const own = toWrite(form, of)
      if ('clash' in own) return own
      const parsed = of.schema.safeParse(nested(own.typed, of.several))
      return parsed.success ? write(parsed.data, own.typed) : wrongIn(fieldErrors(parsed.error))
    })
    .immediate()
}

/** What a form writes: as it was sent, or with a newer save laid together; or that both must be looked at first. */
function toWrite(form: Typed | Sent, { now, several }: FormHere<z.ZodType>): { readonly typed: Typed } | Clashed {
  if (!isSent(form)) return { typed: form }
  if (now === undefined) return { typed: form.typed }
  const out = overNewer(form, now.typed, { fields: now.fields, several }, now.saved, digest)
  if ('typed' in out) return out
  return {
    ...reject(
      'changed-meanwhile',
      'Someone else saved this while you had it open. Nothing was overwritten, and your typing is safe.',
    ),
    clash: out,
  }
}

/** Who saved something last, and when, where anybody has. */
export const savedBy = (db: Db, last: { readonly by: PersonId; readonly at: EpochMs } | undefined): LastSaved => ({
  by: readPeople(db).find((p) => p.id === last?.by)?.name ?? '',
  at: last?.at,
  timeZone: readKennel(db).timeZone,
})

/** The dog that a form is about, and who sent it. */
export interface AboutDog {
  readonly residencyId: ResidencyId
  readonly recordedBy: PersonId
}

/** The action of a form about a dog: `here` says how it would be read now, and `write` writes what was read. */
export const saveDogForm =
  <S extends z.ZodType<object>, Made extends object>(
    here: (db: Db, residencyId: ResidencyId) => FormHere<S> | Rejection,
    write: (db: Db, value: z.output<S> & AboutDog, now: EpochMs) => ActionResult<Made>,
  ) =>
  (db: Db, form: Typed | Sent, about: AboutDog, now: EpochMs): ActionResult<Made> | Clashed =>
    saveForm(
      db,
      form,
      () => here(db, about.residencyId),
      (value) => write(db, { ...value, ...about }, now),
    )

/** A form without the field that says what it is of, and what that says. */
export function partedOff(form: Typed | Sent, name: string): { readonly of: string; readonly form: Typed | Sent } {
  const { [name]: value, ...typed } = isSent(form) ? form.typed : form
  return { of: value?.[0] ?? '', form: isSent(form) ? { ...form, typed } : typed }
}

/** A form as it is sent, where it says what it was read at; else one of the program's own, which nobody read. */
const isSent = (form: Sent | Typed): form is Sent => 'typed' in form && 'chosen' in form

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
  const conflicts = merged.both.map((b) => ({ mine: valueText(b.mine), theirs: valueText(b.theirs) }))
  return { from, change, theirs, both: merged.both.map((b) => b.path), said: conflicts }
}

/** Said beside a refusal where a choice is left. */
export const bothSaid = (together: LaidTogether | undefined): string =>
  together && together.both.length > 0 ? ' You both changed the same: choose which stands.' : ''
