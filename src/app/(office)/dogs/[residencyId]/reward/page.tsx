import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { enter } from '@/app/auth'
import { Reward } from '@/screens/reward/Reward'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { loadReward } from '@/work/page/reward'
import { chose, forToys, reserveToy, takeAnswerBack, tasted } from './actions'
import type { ResidencyId } from '@/core/ids'

export const metadata: Metadata = { title: 'What the dog works for' }

export default async function RewardPage({ params }: { params: Promise<{ residencyId: ResidencyId }> }) {
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
