import { notFound } from 'next/navigation'
import { enter } from '@/app/door'
import { BlockScreen } from '@/screens/block/BlockScreen'
import { kennelDatabase } from '@/store/connection'
import { loadBlock } from '@/work/page/block'
import { thenBreathe } from '@/work/scene/breaths'
import { requestTime } from '@/work/scene/clock'

export default async function BlockPage({ params }: { params: Promise<{ residencyId: string }> }) {
  const person = await enter()
  const view = await thenBreathe(
    loadBlock(kennelDatabase(), (await params).residencyId, undefined, person.id, requestTime()),
  )
  if (!view) notFound()
  return <BlockScreen view={view} />
}
