import type { ReactNode } from 'react'
import { enter } from '@/app/door'
import { loadFrame } from '@/work/page/frame'
import { kennelDatabase } from '@/store/connection'
import { Shell } from '@/screens/shell/Shell'
import { ClockProvider } from '@/ui/clock'
import { requestTime } from '@/work/scene/clock'

export default async function OfficeLayout({ children }: { children: ReactNode }) {
  const person = await enter()
  const frame = loadFrame(kennelDatabase(), requestTime())
  return (
    <ClockProvider face={frame.clock}>
      <Shell kennel={frame.kennel} dogs={frame.dogs} person={person}>
        {children}
      </Shell>
    </ClockProvider>
  )
}
