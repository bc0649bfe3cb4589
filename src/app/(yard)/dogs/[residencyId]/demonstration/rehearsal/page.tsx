import { notFound } from 'next/navigation'
import { enter } from '@/app/auth'
import { ShowScreen } from '@/screens/showing/ShowScreen'
import { kennelDatabase } from '@/auth/door'
import { loadShowing } from '@/work/page/showing'
import { requestTime } from '@/work/base/clock'
import type { ResidencyId } from '@/core/ids'

export default async function Page({ params }: { params: Promise<{ residencyId: ResidencyId }> }) {
  const person = await enter('trainer')
  const view = loadShowing(kennelDatabase(), (await params).residencyId, 'rehearsal', requestTime(), { me: person.id })
  if (!view) notFound()
  return <ShowScreen view={view} />
}
