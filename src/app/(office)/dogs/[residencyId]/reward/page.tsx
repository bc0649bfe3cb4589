import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { enter } from '@/app/door'
import { Reward } from '@/screens/reward/Reward'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/scene/clock'
import { loadReward } from '@/work/page/reward'
import { chose, forToys, reserveToy, takeAnswerBack, tasted } from './actions'

export const metadata: Metadata = { title: 'What it works for' }

export default async function RewardPage({ params }: { params: Promise<{ residencyId: string }> }) {
  await enter('trainer')
  const view = loadReward(kennelDatabase(), (await params).residencyId, requestTime())
  if (!view) notFound()
  return (
    <Reward
      view={view}
      actions={{ taste: tasted, choice: chose, undo: takeAnswerBack, reserve: reserveToy, toys: forToys }}
    />
  )
}
