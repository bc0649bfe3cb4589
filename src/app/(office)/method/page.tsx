import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { Method } from '@/screens/method/Method'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { loadMethod } from '@/work/page/method'
import { preview, set } from './actions'

export const metadata: Metadata = { title: 'Training method' }

export default async function MethodPage() {
  await enter()
  return <Method page={loadMethod(kennelDatabase(), requestTime())} actions={{ preview, set }} />
}
