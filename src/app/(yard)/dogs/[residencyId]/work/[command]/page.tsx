import { notFound } from 'next/navigation'
import { WorkScreen } from '@/screens/work/WorkScreen'
import { kennelDatabase } from '@/store/connection'
import { loadSession, readTrial } from '@/work/session'
import { requestTime } from '@/work/clock'

export default async function WorkPage({ params, searchParams }: { params: Promise<{ residencyId: string; command: string }>; searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const { residencyId, command } = await params
  const trial = readTrial(await searchParams)
  if (trial && 'refused' in trial) notFound()
  const view = loadSession(kennelDatabase(), residencyId, command, requestTime(), trial)
  if (!view) notFound()
  return <WorkScreen view={view} />
}
