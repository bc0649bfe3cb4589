'use server'
import { act } from '@/app/door'
import { fieldErrors } from '@/core/fields'
import { runJob, unlessKilled } from '@/jobs/pool'
import { anotherForm, type AnotherDog } from '@/work/do/another'
import { requestTime } from '@/work/scene/clock'

type Told = AnotherDog | { readonly refused: string; readonly errors?: Readonly<Record<string, string>> }

export const reckon = act(
  'lead',
  (refused): Told => ({ refused }),
  async (_, raw: unknown): Promise<Told> => {
    const form = anotherForm.safeParse(raw)
    if (!form.success) return { refused: 'Something is not right.', errors: fieldErrors(form.error) }
    return unlessKilled(runJob('another-dog', { form: form.data, now: requestTime() }), (refused) => ({ refused }))
  },
)
