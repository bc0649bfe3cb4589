import { notFound } from 'next/navigation'
import { enter } from '@/app/auth'
import { BlockScreen } from '@/screens/block/BlockScreen'
import { kennelDatabase } from '@/auth/door'
import { blockSteps } from '@/work/page/block'
import { readTrial } from '@/work/page/kitTrial'
import { runYielding } from '@/work/base/runYielding'
import { requestTime } from '@/work/base/clock'
import { gripSaid } from '../../actions'
import type { ResidencyId } from '@/core/ids'

export default async function WorkPage({
  params,
  searchParams,
}: {
  params: Promise<{ residencyId: ResidencyId; command: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  const person = await enter()
  const { residencyId, command } = await params
  const trial = readTrial(await searchParams)
  if (trial && 'refused' in trial) notFound()
  const view = await runYielding(blockSteps(kennelDatabase(), residencyId, command, person.id, requestTime(), trial))
  if (!view) notFound()
  return <BlockScreen view={view} sayGrip={gripSaid} />
}
