'use server'
import { revalidatePath } from 'next/cache'
import type { z } from 'zod'
import type { Told } from '@/screens/told'
import { act } from '@/app/door'
import { signed } from '@/app/signed'
import type { Role } from '@/core/people/roles'
import { kennelDatabase } from '@/store/connection'
import type { Db } from '@/store/database'
import { fieldErrors } from '@/work/begin'
import { requestTime } from '@/work/clock'
import { correctSet, correctSetForm, voidForm, voidSet, type Done } from '@/work/correct'
import { addNote, addTried, noteForm, triedForm } from '@/work/journal'
import { moveCurriculum, moveForm } from '@/work/curriculum'


const guarded = <S extends z.ZodType>(least: Role, schema: S, run: (db: Db, input: z.infer<S>, now: number) => Done) =>
  act(least, (reason): Told => ({ ok: false, reason }), (who, raw: unknown) => keep(schema, signed(raw, who), run))

function keep<S extends z.ZodType>(schema: S, raw: unknown, run: (db: Db, input: z.infer<S>, now: number) => Done): Told {
  const parsed = schema.safeParse(raw)
  if (!parsed.success) return { ok: false, reason: Object.values(fieldErrors(parsed.error)).join(' ') }
  const done = run(kennelDatabase(), parsed.data, requestTime())
  if (done.ok) revalidatePath('/', 'layout')
  return done.ok ? { ok: true } : { ok: false, reason: done.reason }
}

export const takeSetBack = guarded('trainer', voidForm, voidSet)
export const putSetRight = guarded('trainer', correctSetForm, correctSet)
export const keepNote = guarded('hand', noteForm, addNote)
export const logTried = guarded('trainer', triedForm, addTried)
export const moveToVersion = guarded('lead', moveForm, moveCurriculum)
