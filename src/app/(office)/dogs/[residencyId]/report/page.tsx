import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { z } from 'zod'
import { enter } from '@/app/auth'
import { Report } from '@/screens/report/Report'
import { kennelDatabase } from '@/auth/door'
import { loadReport } from '@/work/page/report'
import { thenBreathe } from '@/work/base/runYielding'
import { requestTime } from '@/work/base/clock'
import { keep, tickNote } from './actions'
import type { ResidencyId } from '@/core/ids'

export const metadata: Metadata = { title: 'Week’s report' }

const query = z.object({ week: z.coerce.number().int().optional().catch(undefined) })

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ residencyId: ResidencyId }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  await enter()
  const { week } = query.parse(await searchParams)
  const page = await thenBreathe(loadReport(kennelDatabase(), (await params).residencyId, requestTime(), week))
  if (!page) notFound()
  return <Report page={page} keep={keep} tickNote={tickNote} />
}
