'use server'
import { act } from '@/app/auth'
import { fieldErrors } from '@/core/fields'
import { runJob, unlessKilled } from '@/jobs/pool'
import { anotherForm, type AnotherDog } from '@/work/actions/another'
import { requestTime } from '@/work/base/clock'

type Told = AnotherDog | { readonly refused: string; readonly errors?: Readonly<Record<string, string>> }

export const runForecast = act(
  'lead',
  ({ reason }): Told => ({ refused: reason }),
  async (_, raw: unknown): Promise<Told> => {
    const form = anotherForm.safeParse(raw)
    if (!form.success) return { refused: 'Something is not right.', errors: fieldErrors(form.error) }
    return unlessKilled(runJob('another-dog', { form: form.data, now: requestTime() }), ({ reason }) => ({
      refused: reason,
    }))
  },
)
