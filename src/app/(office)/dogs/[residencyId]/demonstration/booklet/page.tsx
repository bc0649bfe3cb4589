import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { enter } from '@/app/auth'
import { BookletSheet } from '@/screens/printed/BookletSheet'
import { kennelDatabase } from '@/auth/door'
import { loadBooklet } from '@/work/page/booklet'
import { requestTime } from '@/work/base/clock'
import type { ResidencyId } from '@/core/ids'

export const metadata: Metadata = { title: 'Booklet' }

export default async function BookletPage({ params }: { params: Promise<{ residencyId: ResidencyId }> }) {
  await enter()
  const booklet = loadBooklet(kennelDatabase(), (await params).residencyId, requestTime())
  if (!booklet) notFound()
  return <BookletSheet booklet={booklet} />
}
