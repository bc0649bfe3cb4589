import type { ReactNode } from 'react'
import { enter, isLockedWall } from '@/app/door'
import { loadFrame } from '@/work/page/frame'
import { kennelDatabase } from '@/store/connection'
import { Shell } from '@/screens/shell/Shell'
import { WaysProvider } from '@/ui/ways'
import { requestTime } from '@/work/scene/clock'

export default async function OfficeLayout({ children }: { children: ReactNode }) {
  const person = await enter()
  const frame = loadFrame(kennelDatabase(), requestTime())
  return (
    <WaysProvider ways={frame.ways}>
      <Shell
        kennel={frame.kennel}
        dogs={frame.dogs}
        small={frame.small}
        person={person}
        showsWall={await isLockedWall()}
      >
        {children}
      </Shell>
    </WaysProvider>
  )
}
