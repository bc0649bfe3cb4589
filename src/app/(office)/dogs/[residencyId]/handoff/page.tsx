import { notFound } from 'next/navigation'
import { z } from 'zod'
import { enter } from '@/app/auth'
import { HandoffPage } from '@/screens/handoff/HandoffPage'
import { kennelDatabase } from '@/auth/door'
import { loadHandoffPage } from '@/work/page/handoff'
import { book, bookTyped, cancel, move, ownerTimes, uncancel } from './actions'
import { thenBreathe } from '@/work/base/runYielding'
import { requestTime } from '@/work/base/clock'
import type { ResidencyId } from '@/core/ids'

const asked = z.object({ from: z.iso.date().catch('') })

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ residencyId: ResidencyId }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  await enter()
  const { from } = asked.parse(await searchParams)
  const { residencyId } = await params
  const view = await thenBreathe(loadHandoffPage(kennelDatabase(), residencyId, requestTime(), from))
  if (!view) notFound()
  return <HandoffPage view={view} actions={{ book, move, cancel, uncancel, bookTyped, ownerTimes }} />
}
