import { notFound } from 'next/navigation'
import { enter } from '@/app/door'
import { ShowScreen } from '@/screens/showing/ShowScreen'
import { kennelDatabase } from '@/store/connection'
import { loadShowing } from '@/work/page/showing'
import { requestTime } from '@/work/scene/clock'

export default async function Page({ params }: { params: Promise<{ residencyId: string }> }) {
  const person = await enter('trainer')
  const view = loadShowing(kennelDatabase(), (await params).residencyId, 'demonstration', requestTime(), {
    me: person.id,
  })
  if (!view) notFound()
  return <ShowScreen view={view} />
}
