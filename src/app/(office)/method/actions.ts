'use server'
import { act } from '@/app/door'
import { actSigned } from '@/app/signed'
import { JobKilled, runJob } from '@/jobs/pool'
import { requestTime } from '@/work/scene/clock'
import { switchForm, switchMethod } from '@/work/do/method'
import { type MethodPreview } from '@/work/page/methodPreview'

export const preview = act(
  'lead',
  (refused): MethodPreview | { readonly refused: string } => ({ refused }),
  async (_, raw: unknown): Promise<MethodPreview | { readonly refused: string }> => {
    try {
      return await runJob('method-preview', { raw, now: requestTime() })
    } catch (error) {
      if (error instanceof JobKilled) return { refused: 'It took too long just now. Try again in a moment.' }
      throw error
    }
  },
)
export const set = actSigned('lead', switchForm, switchMethod)
