import { notFound } from 'next/navigation'
import { enter } from '@/app/auth'
import { BlockScreen } from '@/screens/block/BlockScreen'
import { kennelDatabase } from '@/auth/door'
import { blockSteps } from '@/work/page/block'
import { runYielding } from '@/work/base/runYielding'
import { requestTime } from '@/work/base/clock'
import { gripSaid } from '../actions'
import type { ResidencyId } from '@/core/ids'

export default async function BlockPage({ params }: { params: Promise<{ residencyId: ResidencyId }> }) {
  const person = await enter()
  const view = await runYielding(
    blockSteps(kennelDatabase(), (await params).residencyId, undefined, person.id, requestTime()),
  )
  if (!view) notFound()
  return <BlockScreen view={view} sayGrip={gripSaid} />
}
