import { notFound } from 'next/navigation'
import { enter } from '@/app/auth'
import { MoveVersion } from '@/screens/resident/MoveVersion'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { loadMoves } from '@/work/page/moveVersion'
import { moveToVersion } from '../actions'
import type { ResidencyId } from '@/core/ids'

export default async function VersionPage({ params }: { params: Promise<{ residencyId: ResidencyId }> }) {
  await enter('lead')
  const { residencyId } = await params
  const view = loadMoves(kennelDatabase(), residencyId, requestTime())
  if (!view) notFound()
  return <MoveVersion {...view} residencyId={residencyId} move={moveToVersion} />
}
