import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { enter } from '@/app/auth'
import { mayAct } from '@/core/people/roles'
import { Food } from '@/screens/food/Food'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { loadFood } from '@/work/page/food'
import { keepPlan, keepWeight, takeBackFood, tenWeighed, writeFed } from './actions'
import type { ResidencyId } from '@/core/ids'

export const metadata: Metadata = { title: 'Food' }

export default async function FoodPage({ params }: { params: Promise<{ residencyId: ResidencyId }> }) {
  const person = await enter()
  const view = loadFood(kennelDatabase(), (await params).residencyId, requestTime())
  if (!view) notFound()
  return (
    <Food
      view={view}
      actions={{ weigh: keepWeight, plan: keepPlan, feed: writeFed, takeBack: takeBackFood, tenPieces: tenWeighed }}
      mayDecide={mayAct(person.role, 'trainer')}
    />
  )
}
