import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { enter } from '@/app/door'
import { mayAct } from '@/core/people/roles'
import { Food } from '@/screens/food/Food'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/scene/clock'
import { loadFood } from '@/work/page/food'
import { feedItSo, keepWeight, takeBackFood, tenWeighed, writeFed } from './actions'

export const metadata: Metadata = { title: 'Food' }

export default async function FoodPage({ params }: { params: Promise<{ residencyId: string }> }) {
  const person = await enter()
  const view = loadFood(kennelDatabase(), (await params).residencyId, requestTime())
  if (!view) notFound()
  return (
    <Food
      view={view}
      actions={{ weigh: keepWeight, plan: feedItSo, feed: writeFed, takeBack: takeBackFood, tenPieces: tenWeighed }}
      mayDecide={mayAct(person.role, 'trainer')}
    />
  )
}
