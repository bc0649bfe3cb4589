import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { mayAct } from '@/core/people/roles'
import { Handoffs } from '@/screens/handoff/Handoffs'
import { kennelDatabase } from '@/auth/door'
import { handoffsSteps } from '@/work/page/handoff'
import { runYielding } from '@/work/base/runYielding'
import { requestTime } from '@/work/base/clock'
import { keepBookletGiven, recordHandoffOutcome } from './actions'

export const metadata: Metadata = { title: 'Handoffs' }

export default async function HandoffsPage() {
  const person = await enter()
  const deeds = mayAct(person.role, 'trainer') ? { say: recordHandoffOutcome, give: keepBookletGiven } : undefined
  return <Handoffs {...await runYielding(handoffsSteps(kennelDatabase(), requestTime()))} deeds={deeds} />
}
