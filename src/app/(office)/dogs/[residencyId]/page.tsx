import { notFound } from 'next/navigation'
import { Resident } from '@/screens/resident/Resident'
import { kennelDatabase } from '@/store/connection'
import { loadResident } from '@/work/resident'
import { requestTime } from '@/work/clock'

export default async function ResidentPage({ params }: { params: Promise<{ residencyId: string }> }) {
  const now = requestTime()
  const view = loadResident(kennelDatabase(), (await params).residencyId, now)
  if (!view) notFound()
  return <Resident view={view} now={now} />
}
