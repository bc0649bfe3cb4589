import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { enter } from '@/app/door'
import { Card } from '@/screens/printed/Printed'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/scene/clock'
import { doorCard } from '@/work/page/printed'

export const metadata: Metadata = { title: 'Run-door card' }

export default async function CardPage({ params }: { params: Promise<{ residencyId: string }> }) {
  await enter()
  const card = doorCard(kennelDatabase(), (await params).residencyId, requestTime())
  if (!card) notFound()
  const { photo, ...rest } = card
  return <Card card={{ ...rest, hasPhoto: photo !== undefined }} />
}
