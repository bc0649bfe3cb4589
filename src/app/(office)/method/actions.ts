'use server'
import { act } from '@/app/door'
import { actSigned } from '@/app/signed'
import { runJob, unlessKilled } from '@/jobs/pool'
import { requestTime } from '@/work/scene/clock'
import { refuse, type Deed } from '@/work/do/deed'
import { switchForm } from '@/work/do/method'
import { type MethodPreview } from '@/work/page/methodPreview'

export const preview = act(
  'lead',
  (refused): MethodPreview | { readonly refused: string } => ({ refused }),
  (_, raw: unknown): Promise<MethodPreview | { readonly refused: string }> =>
    unlessKilled(runJob('method-preview', { raw, now: requestTime() }), (refused) => ({ refused })),
)

/** House: sixty dogs are folded in some seconds, and in so long where everybody records meanwhile. */
const foldingMs = 300_000

export const set = actSigned('lead', switchForm, (_, form, now): Promise<Deed> =>
  unlessKilled<Deed, Deed>(runJob('switch-method', { form, now }, { limitMs: foldingMs }), refuse),
)
