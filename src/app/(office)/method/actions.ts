'use server'
import { act } from '@/app/door'
import { actSigned } from '@/app/signed'
import { runJob, unlessKilled } from '@/jobs/pool'
import { requestTime } from '@/work/scene/clock'
import { switchForm, switchMethod } from '@/work/do/method'
import { type MethodPreview } from '@/work/page/methodPreview'

export const preview = act(
  'lead',
  (refused): MethodPreview | { readonly refused: string } => ({ refused }),
  (_, raw: unknown): Promise<MethodPreview | { readonly refused: string }> =>
    unlessKilled(runJob('method-preview', { raw, now: requestTime() }), (refused) => ({ refused })),
)
export const set = actSigned('lead', switchForm, switchMethod)
