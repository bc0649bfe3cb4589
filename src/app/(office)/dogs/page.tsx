import type { Metadata } from 'next'
import { z } from 'zod'
import { enter } from '@/app/door'
import { Archive } from '@/screens/archive/Archive'
import { kennelDatabase } from '@/store/connection'
import { loadArchive } from '@/work/page/archive'
import { requestTime } from '@/work/scene/clock'

export const metadata: Metadata = { title: 'Dogs that were here' }
const query = z.object({ q: z.string().max(80).catch('') })

export default async function ArchivePage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  await enter()
  const { q } = query.parse(await searchParams)
  return <Archive key={q} view={loadArchive(kennelDatabase(), q, requestTime())} />
}
