import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { Method } from '@/screens/method/Method'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/scene/clock'
import { loadMethod } from '@/work/page/method'
import { preview, set } from './actions'

export const metadata: Metadata = { title: 'House method' }

export default async function MethodPage() {
  await enter()
  return <Method page={loadMethod(kennelDatabase(), requestTime())} actions={{ preview, set }} />
}
