import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { Figures } from '@/screens/figures/Figures'

export const metadata: Metadata = { title: 'House figures' }

export default async function FiguresPage() {
  await enter()
  return <Figures />
}
