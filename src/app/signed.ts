import { revalidatePath } from 'next/cache'
import type { z } from 'zod'
import type { Role } from '@/core/people/roles'
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
  run: (db: Db, input: z.infer<S>, now: number) => Deed | Promise<Deed>,
) => actTelling(least, schema, run, () => ({}))

/** The same, with what the screen is told of what was made. */
export const actTelling = <S extends z.ZodType, Made extends object, Said extends object>(
  least: Role,
  schema: S,
  run: (db: Db, input: z.infer<S>, now: number) => Deed<Made> | Promise<Deed<Made>>,
  say: (made: Made) => Said,
) =>
  act(least, refuse, async (who, raw: unknown): Promise<Deed<Said>> => {
    const parsed = schema.safeParse(signed(raw, who))
    if (!parsed.success) return wrongIn(fieldErrors(parsed.error))
    const done = await run(kennelDatabase(), parsed.data, requestTime())
    if (done.ok) revalidatePath('/', 'layout')
    return done.ok ? { ok: true, ...say(done) } : done
  })
