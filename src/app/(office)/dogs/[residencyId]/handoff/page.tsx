import { notFound } from 'next/navigation'
import { enter } from '@/app/door'
import { HandoffPage } from '@/screens/handoff/HandoffPage'
import { kennelDatabase } from '@/store/connection'
import { loadHandoffPage } from '@/work/page/handoff'
import { book, bookTyped, cancel, move, uncancel } from './actions'
import { thenBreathe } from '@/work/scene/breaths'
import { requestTime } from '@/work/scene/clock'

export default async function Page({ params }: { params: Promise<{ residencyId: string }> }) {
  await enter()
  const view = await thenBreathe(loadHandoffPage(kennelDatabase(), (await params).residencyId, requestTime()))
  if (!view) notFound()
  return <HandoffPage view={view} actions={{ book, move, cancel, uncancel, bookTyped }} />
}
