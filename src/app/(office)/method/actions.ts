'use server'
import { act } from '@/app/auth'
import { actSigned } from '@/app/signed'
import { orTooSlow, runJob, unlessKilled } from '@/jobs/pool'
import { requestTime } from '@/work/base/clock'
import type { ActionResult } from '@/work/actions/actionResult'
import { switchForm } from '@/work/actions/method'
import { type MethodPreview } from '@/work/page/methodPreview'

export const preview = act(
  'lead',
  ({ reason }): MethodPreview | { readonly refused: string } => ({ refused: reason }),
  (_, raw: unknown): Promise<MethodPreview | { readonly refused: string }> =>
    unlessKilled(runJob('method-preview', { raw, now: requestTime() }), ({ reason }) => ({ refused: reason })),
)

/** Design choice: sixty dogs are folded in some seconds, and in so long where everybody records meanwhile. */
const foldingMs = 300_000

export const set = actSigned('lead', switchForm, (_, form, now): Promise<ActionResult> =>
  orTooSlow<ActionResult>(runJob('switch-method', { form, now }, { limitMs: foldingMs })),
)
