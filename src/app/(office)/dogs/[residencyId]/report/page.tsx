import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { z } from 'zod'
import { enter } from '@/app/door'
import { Report } from '@/screens/report/Report'
import { kennelDatabase } from '@/store/connection'
import { loadReport } from '@/work/page/report'
import { thenBreathe } from '@/work/scene/breaths'
import { requestTime } from '@/work/scene/clock'
import { keep, tickNote } from './actions'

export const metadata: Metadata = { title: 'Week’s report' }

const query = z.object({ week: z.coerce.number().int().optional().catch(undefined) })

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ residencyId: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  await enter()
  const { week } = query.parse(await searchParams)
  const page = await thenBreathe(loadReport(kennelDatabase(), (await params).residencyId, requestTime(), week))
  if (!page) notFound()
  return <Report page={page} keep={keep} tickNote={tickNote} />
}
