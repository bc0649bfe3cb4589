import { revalidatePath } from 'next/cache'
import type { z } from 'zod'
import type { Role } from '@/core/people/roles'
import type { Told } from '@/screens/told'
import { kennelDatabase } from '@/store/connection'
import type { Db } from '@/store/database'
import type { Person } from '@/store/kennel'
import { fieldErrors } from '@/core/fields'
import { requestTime } from '@/work/scene/clock'
import { act } from './door'
import { refuse, wrongIn, type Deed } from '@/work/do/deed'

/** What a screen sent, with who sent it: that comes from the sign-in, whatever the screen says. */
export const signed = (raw: unknown, who: Person): unknown =>
  typeof raw === 'object' && raw !== null ? { ...raw, recordedBy: who.id } : raw

/** The action of a screen that tells: parsed, done in the name of whoever is signed in, and every page made anew. */
export const actSigned = <S extends z.ZodType>(
  least: Role,
  schema: S,
  run: (db: Db, input: z.infer<S>, now: number) => Deed,
) =>
  act(least, refuse, (who, raw: unknown): Told => {
    const parsed = schema.safeParse(signed(raw, who))
    if (!parsed.success) return wrongIn(fieldErrors(parsed.error))
    const done = run(kennelDatabase(), parsed.data, requestTime())
    if (done.ok) revalidatePath('/', 'layout')
    return done.ok ? { ok: true } : done
  })
