import type { ReactNode } from 'react'
import { loadFrame } from '@/work/frame'
import { kennelDatabase } from '@/store/connection'
import { Shell } from '@/screens/shell/Shell'
import { requestTime } from '@/work/clock'

export default function OfficeLayout({ children }: { children: ReactNode }) {
  const frame = loadFrame(kennelDatabase(), requestTime())
  return <Shell kennel={frame.kennel} dogs={frame.dogs}>{children}</Shell>
}
