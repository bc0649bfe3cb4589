import type { Metadata } from 'next'
import { Handoffs } from '@/screens/handoff/Handoffs'
import { kennelDatabase } from '@/store/connection'
import { loadHandoffs } from '@/work/handoff'
import { requestTime } from '@/work/clock'

export const metadata: Metadata = { title: 'Handoffs' }

export default function HandoffsPage() {
  return <Handoffs {...loadHandoffs(kennelDatabase(), requestTime())} />
}
