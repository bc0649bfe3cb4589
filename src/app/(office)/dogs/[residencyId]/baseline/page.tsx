import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { enter } from '@/app/door'
import { Baseline } from '@/screens/baseline/Baseline'
import { kennelDatabase } from '@/store/connection'
import { loadBaseline } from '@/work/page/baseline'
import { requestTime } from '@/work/scene/clock'
import { beginAll, beginAt, keepRep, undoRep } from './actions'

export const metadata: Metadata = { title: 'Baseline' }

export default async function BaselinePage({ params }: { params: Promise<{ residencyId: string }> }) {
  await enter('trainer')
  const view = loadBaseline(kennelDatabase(), (await params).residencyId, requestTime())
  if (!view) notFound()
  return <Baseline view={view} actions={{ rep: keepRep, undo: undoRep, start: beginAt, all: beginAll }} />
}
