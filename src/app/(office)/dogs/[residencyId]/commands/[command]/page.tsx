import { notFound } from 'next/navigation'
import { enter } from '@/app/door'
import { CommandPage } from '@/screens/command/CommandPage'
import { kennelDatabase } from '@/store/connection'
import { thenBreathe } from '@/work/scene/breaths'
import { requestTime } from '@/work/scene/clock'
import { loadCommand } from '@/work/page/command'
import { logTried } from '../../actions'

export default async function Page({ params }: { params: Promise<{ residencyId: string; command: string }> }) {
  await enter()
  const { residencyId, command } = await params
  const view = await thenBreathe(loadCommand(kennelDatabase(), residencyId, command, requestTime()))
  if (!view) notFound()
  return <CommandPage view={view} logTried={logTried} />
}
