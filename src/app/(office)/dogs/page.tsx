import type { Metadata } from 'next'
import { z } from 'zod'
import { enter } from '@/app/auth'
import { comesAfterAll } from '@/app/(office)/coming/actions'
import { mayAct } from '@/core/people/roles'
import { Archive } from '@/screens/archive/Archive'
import { kennelDatabase } from '@/auth/door'
import { loadArchive } from '@/work/page/archive'
import { requestTime } from '@/work/base/clock'

export const metadata: Metadata = { title: 'Dogs that were here' }
const query = z.object({ q: z.string().max(80).catch('') })

export default async function ArchivePage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  const person = await enter()
  const { q } = query.parse(await searchParams)
  const back = mayAct(person.role, 'trainer') ? comesAfterAll : undefined
  return <Archive key={q} view={loadArchive(kennelDatabase(), q, requestTime())} back={back} />
}
