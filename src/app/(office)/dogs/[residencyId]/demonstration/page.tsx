import { notFound } from 'next/navigation'
import { z } from 'zod'
import { enter } from '@/app/auth'
import { mayAct } from '@/core/people/roles'
import { ScriptPage } from '@/screens/demonstration/ScriptPage'
import { kennelDatabase } from '@/auth/door'
import { loadDemonstration } from '@/work/page/demonstration'
import { requestTime } from '@/work/base/clock'
import { keepScript } from './actions'
import type { ResidencyId } from '@/core/ids'

const query = z.object({ place: z.string().max(80).optional().catch(undefined) })

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ residencyId: ResidencyId }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  const person = await enter()
  const { place } = query.parse(await searchParams)
  const view = loadDemonstration(kennelDatabase(), (await params).residencyId, requestTime(), {
    me: person.id,
    placeId: place,
  })
  if (!view) notFound()
  return (
    <ScriptPage
      view={view}
      change={mayAct(person.role, 'lead') ? keepScript : undefined}
      mayShow={mayAct(person.role, 'trainer')}
    />
  )
}
