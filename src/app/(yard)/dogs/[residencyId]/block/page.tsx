import { notFound } from 'next/navigation'
import { enter } from '@/app/door'
import { BlockScreen } from '@/screens/block/BlockScreen'
import { kennelDatabase } from '@/store/connection'
import { blockSteps } from '@/work/page/block'
import { inBreaths } from '@/work/scene/breaths'
import { requestTime } from '@/work/scene/clock'
import { gripSaid } from '../actions'

export default async function BlockPage({ params }: { params: Promise<{ residencyId: string }> }) {
  const person = await enter()
  const view = await inBreaths(
    blockSteps(kennelDatabase(), (await params).residencyId, undefined, person.id, requestTime()),
  )
  if (!view) notFound()
  return <BlockScreen view={view} sayGrip={gripSaid} />
}
