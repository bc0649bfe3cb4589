import type { Metadata } from 'next'
import { enter } from '@/app/auth'
import { Renamed } from '@/screens/renamed/Renamed'

export const metadata: Metadata = { title: 'Old and new words' }

export default async function RenamedPage() {
  await enter()
  return <Renamed />
}
