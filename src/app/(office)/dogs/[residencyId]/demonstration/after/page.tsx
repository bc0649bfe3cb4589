import { notFound } from 'next/navigation'
import { enter } from '@/app/auth'
import { mayAct } from '@/core/people/roles'
import { AfterPage } from '@/screens/after/AfterPage'
import { kennelDatabase } from '@/auth/door'
import { loadAfter } from '@/work/page/after'
import { requestTime } from '@/work/base/clock'
import { keepHomework, readPracticeBack } from './actions'
import type { ResidencyId } from '@/core/ids'

export default async function Page({ params }: { params: Promise<{ residencyId: ResidencyId }> }) {
  const person = await enter()
  const view = loadAfter(kennelDatabase(), (await params).residencyId, requestTime())
  if (!view) notFound()
  const deeds = mayAct(person.role, 'trainer') ? { keep: keepHomework, readBack: readPracticeBack } : undefined
  return <AfterPage view={view} deeds={deeds} />
}
