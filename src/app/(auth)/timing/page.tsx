import type { Metadata } from 'next'
import { Timing } from '@/screens/timing/Timing'

export const metadata: Metadata = { title: 'The mark, practiced' }

/** Open to everybody: owners practice too, and nothing of the kennel is on it. */
export default function TimingPage() {
  return <Timing />
}
