import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { enter } from '@/app/auth'
import { Card } from '@/screens/printed/Printed'
import { kennelDatabase } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { doorCard } from '@/work/page/printed'
import type { ResidencyId } from '@/core/ids'

export const metadata: Metadata = { title: 'Run-door card' }

export default async function CardPage({ params }: { params: Promise<{ residencyId: ResidencyId }> }) {
  await enter()
  const card = doorCard(kennelDatabase(), (await params).residencyId, requestTime())
  if (!card) notFound()
  const { photo, ...rest } = card
  return <Card card={{ ...rest, hasPhoto: photo !== undefined }} />
}
