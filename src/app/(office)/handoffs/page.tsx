import type { Metadata } from 'next'
import { enter } from '@/app/door'
import { mayAct } from '@/core/people/roles'
import { Handoffs } from '@/screens/handoff/Handoffs'
import { kennelDatabase } from '@/store/connection'
import { handoffsSteps } from '@/work/page/handoff'
import { inBreaths } from '@/work/scene/breaths'
import { requestTime } from '@/work/scene/clock'
import { keepBookletGiven, sayHandoffOutcome } from './actions'

export const metadata: Metadata = { title: 'Handoffs' }

export default async function HandoffsPage() {
  const person = await enter()
  const deeds = mayAct(person.role, 'trainer') ? { say: sayHandoffOutcome, give: keepBookletGiven } : undefined
  return <Handoffs {...await inBreaths(handoffsSteps(kennelDatabase(), requestTime()))} deeds={deeds} />
}
