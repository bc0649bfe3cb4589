import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { enter } from '@/app/door'
import { BookletSheet } from '@/screens/printed/BookletSheet'
import { kennelDatabase } from '@/store/connection'
import { loadBooklet } from '@/work/page/booklet'
import { requestTime } from '@/work/scene/clock'

export const metadata: Metadata = { title: 'Booklet' }

export default async function BookletPage({ params }: { params: Promise<{ residencyId: string }> }) {
  await enter()
  const booklet = loadBooklet(kennelDatabase(), (await params).residencyId, requestTime())
  if (!booklet) notFound()
  return <BookletSheet booklet={booklet} />
}
