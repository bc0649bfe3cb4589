import { revalidatePath } from 'next/cache'
import { redirect } from 'next/navigation'
import { z } from 'zod'
import { act } from '@/app/auth'
import type { EpochMs } from '@/core/epochMs'
import { fieldErrors, nested, type Typed } from '@/core/fields'
import { passcodeField, typedFrom } from '@/core/form'
import { sentForm, type Sent } from '@/core/clash'
import type { Role } from '@/core/people/roles'
import type { FormState } from '@/screens/form/state'
import { kennelDatabase, type Db, type Person } from '@/auth/door'
import { wrongIn, type ActionResult } from '@/work/actions/actionResult'
import { signed } from '../signed'
import { partedOff, type AboutDog, type Clashed } from '@/work/actions/saveOver'
import { requestTime } from '@/work/base/clock'

/** What a form was sent with; an action may be called with anything at all. */
export const formOf = (sent: unknown): FormData => (sent instanceof FormData ? sent : new FormData())
const triesOf = (before: unknown): number => z.object({ tries: z.int().min(0) }).safeParse(before).data?.tries ?? 0

/** A form as an action takes it: what was typed, how it stands to what was read, and a passcode where one is asked. */
export interface SentForm extends Sent {
  readonly passcode: string
}

/**
 * The action of a form. What comes back holds what was wrong, by field, and everything that was typed; or both changes
 * laid together, where somebody saved the same form meanwhile. Once it is done every page is made again. `to`: where
 * one goes then; nowhere when left out.
 */
export const actOnForm = <Made extends object>(
  least: Role,
  run: (who: Person, form: SentForm) => ActionResult<Made> | Clashed | Promise<ActionResult<Made> | Clashed>,
  to?: (made: Made, form: SentForm) => string,
): ((before: FormState, form: FormData) => Promise<FormState>) =>
  act<[FormState, FormData], FormState>(
    least,
    ({ errors }, [before, form]) => ({ errors, values: typedFrom(formOf(form)), tries: triesOf(before) + 1 }),
    async (who, before, sent) => {
      const values = typedFrom(formOf(sent))
      const passcode = formOf(sent).get(passcodeField)
      const form = { ...sentForm(values), passcode: typeof passcode === 'string' ? passcode : '' }
      const done = await run(who, form)
      const tries = triesOf(before) + 1
      if (!done.ok)
        return 'clash' in done
          ? { errors: {}, values: done.clash.values, tries, clash: done.clash }
          : { errors: done.errors, values, tries }
      revalidatePath('/', 'layout')
      if (to) redirect(to(done, form))
      return { errors: {}, values, tries }
    },
  )

/** The action of a form that only adds something: nothing that anybody read is written over. */
export const actOnFields = <S extends z.ZodType>(
  least: Role,
  schema: S,
  run: (db: Db, input: z.output<S>, now: EpochMs) => ActionResult,
  to?: () => string,
): ((before: FormState, form: FormData) => Promise<FormState>) =>
  actOnForm(
    least,
    (who, sent) => {
      const parsed = schema.safeParse(signed(nested(sent.typed), who))
      return parsed.success ? run(kennelDatabase(), parsed.data, requestTime()) : wrongIn(fieldErrors(parsed.error))
    },
    to,
  )

/** The action of a form about one dog, which its field `residencyId` names. */
export const actOnDogForm = (
  least: Role,
  deed: (db: Db, form: Typed | Sent, about: AboutDog, now: EpochMs) => ActionResult | Clashed,
): ((before: FormState, form: FormData) => Promise<FormState>) =>
  actOnForm(least, (who, sent) => {
    const { of: residencyId, form } = partedOff(sent, 'residencyId')
    return deed(kennelDatabase(), form, { residencyId, recordedBy: who.id }, requestTime())
  })
