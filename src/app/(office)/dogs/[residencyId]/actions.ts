'use server'
import { revalidatePath } from 'next/cache'
import type { z } from 'zod'
import type { Told } from '@/screens/told'
import { kennelDatabase } from '@/store/connection'
import type { Db } from '@/store/database'
import { fieldErrors } from '@/work/begin'
import { requestTime } from '@/work/clock'
import { correctSet, correctSetForm, voidForm, voidSet, type Done } from '@/work/correct'
import { addNote, addTried, noteForm, triedForm } from '@/work/journal'
import { moveCurriculum, moveForm } from '@/work/curriculum'


async function act<S extends z.ZodType>(schema: S, raw: unknown, run: (db: Db, input: z.infer<S>, now: number) => Done): Promise<Told> {
  const parsed = schema.safeParse(raw)
  if (!parsed.success) return { ok: false, reason: Object.values(fieldErrors(parsed.error)).join(' ') }
  const done = run(kennelDatabase(), parsed.data, requestTime())
  if (done.ok) revalidatePath('/', 'layout')
  return done.ok ? { ok: true } : { ok: false, reason: done.reason }
}

export const takeSetBack = async (raw: unknown): Promise<Told> => act(voidForm, raw, voidSet)
export const putSetRight = async (raw: unknown): Promise<Told> => act(correctSetForm, raw, correctSet)
export const keepNote = async (raw: unknown): Promise<Told> => act(noteForm, raw, addNote)
export const logTried = async (raw: unknown): Promise<Told> => act(triedForm, raw, addTried)
export const moveToVersion = async (raw: unknown): Promise<Told> => act(moveForm, raw, moveCurriculum)
