import { notFound } from 'next/navigation'
import { enter } from '@/app/door'
import { BlockScreen } from '@/screens/block/BlockScreen'
import { kennelDatabase } from '@/store/connection'
import { blockSteps } from '@/work/page/block'
import { readTrial } from '@/work/page/kitTrial'
import { inBreaths } from '@/work/scene/breaths'
import { requestTime } from '@/work/scene/clock'
import { gripSaid } from '../../actions'

export default async function WorkPage({
  params,
  searchParams,
}: {
  params: Promise<{ residencyId: string; command: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  const person = await enter()
  const { residencyId, command } = await params
  const trial = readTrial(await searchParams)
  if (trial && 'refused' in trial) notFound()
  const view = await inBreaths(blockSteps(kennelDatabase(), residencyId, command, person.id, requestTime(), trial))
  if (!view) notFound()
  return <BlockScreen view={view} sayGrip={gripSaid} />
}
