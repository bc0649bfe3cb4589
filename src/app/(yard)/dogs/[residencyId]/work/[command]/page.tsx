import { notFound } from 'next/navigation'
import { enter } from '@/app/door'
import { WorkScreen } from '@/screens/work/WorkScreen'
import { kennelDatabase } from '@/store/connection'
import { loadSession, readTrial } from '@/work/session'
import { requestTime } from '@/work/clock'

export default async function WorkPage({ params, searchParams }: { params: Promise<{ residencyId: string; command: string }>; searchParams: Promise<Record<string, string | string[] | undefined>> }) {
  const person = await enter()
  const { residencyId, command } = await params
  const trial = readTrial(await searchParams)
  if (trial && 'refused' in trial) notFound()
  const view = loadSession(kennelDatabase(), residencyId, command, person.id, requestTime(), trial)
  if (!view) notFound()
  return <WorkScreen view={view} />
}
