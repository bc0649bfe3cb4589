import { z } from 'zod'
import { act } from '@/app/door'
import type { Role } from '@/core/people/roles'
import type { FormState } from '@/screens/form/state'
import type { Clash } from '@/core/clash'
import type { Person } from '@/store/kennel'
import type { Refusal } from '@/work/do/deed'
import type { Clashed } from '@/work/do/saveOver'

/** Everything a form was sent with, so that nothing typed is lost when it comes back; a passcode is typed again. */
export function typed(form: FormData): Record<string, readonly string[]> {
  const values: Record<string, string[]> = {}
  for (const [name, value] of form)
    if (typeof value === 'string' && !name.startsWith('$') && name !== 'passcode') (values[name] ??= []).push(value)
  return values
}

const isClash = (said: Readonly<Record<string, string>> | Clash): said is Clash =>
  'both' in said && Array.isArray(said.both)

/** What a refused save says to its form: both changes laid together, or what is wrong by field. */
export const saidOf = (done: Refusal | Clashed): Readonly<Record<string, string>> | Clash =>
  'clash' in done ? done.clash : done.errors

/** What a form was sent with; an action may be called with anything at all. */
export const formOf = (sent: unknown): FormData => (sent instanceof FormData ? sent : new FormData())
const triesOf = (before: unknown): number => z.object({ tries: z.int().min(0) }).safeParse(before).data?.tries ?? 0

/** The action of a form: what comes back holds what was wrong, by field, and everything that was typed. */
export const actOnForm = (
  least: Role,
  run: (
    who: Person,
    form: FormData,
  ) => Readonly<Record<string, string>> | Clash | Promise<Readonly<Record<string, string>> | Clash>,
): ((before: FormState, form: FormData) => Promise<FormState>) =>
  act<[FormState, FormData], FormState>(
    least,
    (reason, [before, form]) => ({ errors: { '': reason }, values: typed(formOf(form)), tries: triesOf(before) + 1 }),
    async (who, before, sent) => {
      const form = formOf(sent)
      const said = await run(who, form)
      const tries = triesOf(before) + 1
      return isClash(said)
        ? { errors: {}, values: said.values, tries, clash: said }
        : { errors: said, values: typed(form), tries }
    },
  )
