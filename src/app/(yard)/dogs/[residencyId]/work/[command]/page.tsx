import { notFound } from 'next/navigation'
import { WorkScreen } from '@/screens/work/WorkScreen'
import { kennelDatabase } from '@/store/connection'
import { loadSession } from '@/work/session'
import { requestTime } from '@/work/clock'

export default async function WorkPage({ params }: { params: Promise<{ residencyId: string; command: string }> }) {
  const { residencyId, command } = await params
  const view = loadSession(kennelDatabase(), residencyId, command, requestTime())
  if (!view) notFound()
  return <WorkScreen view={view} />
}
