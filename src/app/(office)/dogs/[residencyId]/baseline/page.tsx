import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { enter } from '@/app/auth'
import { Baseline } from '@/screens/baseline/Baseline'
import { kennelDatabase } from '@/auth/door'
import { loadBaseline } from '@/work/page/baseline'
import { requestTime } from '@/work/base/clock'
import { beginAll, beginAt, keepRep, undoRep } from './actions'
import type { ResidencyId } from '@/core/ids'

export const metadata: Metadata = { title: 'Baseline' }

export default async function BaselinePage({ params }: { params: Promise<{ residencyId: ResidencyId }> }) {
  await enter('trainer')
  const view = loadBaseline(kennelDatabase(), (await params).residencyId, requestTime())
  if (!view) notFound()
  return <Baseline view={view} actions={{ rep: keepRep, undo: undoRep, start: beginAt, all: beginAll }} />
}
