import { revalidatePath } from 'next/cache'
import type { z } from 'zod'
import type { Role } from '@/core/people/roles'
import { kennelDatabase, type Db, type Person } from '@/auth/door'
import { fieldErrors } from '@/core/fields'
import { requestTime } from '@/work/base/clock'
import { actOrReject } from './auth'
import { wrongIn, type ActionResult } from '@/work/actions/actionResult'
import type { EpochMs } from '@/core/epochMs'

/** What a screen sent, with who sent it: that comes from the sign-in, whatever the screen says. */
export const signed = (raw: unknown, who: Person): unknown =>
  typeof raw === 'object' && raw !== null ? { ...raw, recordedBy: who.id } : raw

/** The action of a screen that tells: parsed, done in the name of whoever is signed in, and every page made again. */
export const actSigned = <S extends z.ZodType>(
  least: Role,
  schema: S,
  run: (db: Db, input: z.infer<S>, now: EpochMs) => ActionResult | Promise<ActionResult>,
) => actTelling(least, schema, run, () => ({}))

/** An action that tells the screen what it made. */
export const actTelling = <S extends z.ZodType, Made extends object, Said extends object>(
  least: Role,
  schema: S,
  run: (db: Db, input: z.infer<S>, now: EpochMs) => ActionResult<Made> | Promise<ActionResult<Made>>,
  say: (made: Made) => Said,
) =>
  actOrReject(least, async (who, raw: unknown): Promise<ActionResult<Said>> => {
    const parsed = schema.safeParse(signed(raw, who))
    if (!parsed.success) return wrongIn(fieldErrors(parsed.error))
    const done = await run(kennelDatabase(), parsed.data, requestTime())
    if (done.ok) revalidatePath('/', 'layout')
    return done.ok ? { ok: true, ...say(done) } : done
  })
