import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { Handoffs } from '@/screens/handoff/Handoffs'
import { kennelDatabase } from '@/store/connection'
import { loadHandoffs } from '@/work/page/handoff'
import { requestTime } from '@/work/scene/clock'

export const metadata: Metadata = { title: 'Handoffs' }

export default async function HandoffsPage() {
  await enter()
  return <Handoffs {...loadHandoffs(kennelDatabase(), requestTime())} />
}
