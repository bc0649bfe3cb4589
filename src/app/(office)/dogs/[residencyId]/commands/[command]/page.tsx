import { notFound } from 'next/navigation'
import { enter } from '@/app/auth'
import { CommandPage } from '@/screens/command/CommandPage'
import { kennelDatabase } from '@/auth/door'
import { thenBreathe } from '@/work/base/runYielding'
import { requestTime } from '@/work/base/clock'
import { loadCommand } from '@/work/page/command'
import { logTried } from '../../actions'
import type { ResidencyId } from '@/core/ids'

export default async function Page({ params }: { params: Promise<{ residencyId: ResidencyId; command: string }> }) {
  await enter()
  const { residencyId, command } = await params
  const view = await thenBreathe(loadCommand(kennelDatabase(), residencyId, command, requestTime()))
  if (!view) notFound()
  return <CommandPage view={view} logTried={logTried} />
}
