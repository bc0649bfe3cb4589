'use server'
import { act } from '@/app/door'
import { actSigned } from '@/app/signed'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/clock'
import { previewMethod, switchForm, switchMethod, type MethodPreview } from '@/work/method'

export const preview = act(
  'lead',
  (refused): MethodPreview | { readonly refused: string } => ({ refused }),
  (_, raw: unknown) => previewMethod(kennelDatabase(), raw, requestTime()),
)
export const set = actSigned('lead', switchForm, switchMethod)
