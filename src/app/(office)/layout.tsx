import type { ReactNode } from 'react'
import { enter, isLockedWall } from '@/app/auth'
import { loadFrame } from '@/work/page/frame'
import { kennelDatabase } from '@/auth/door'
import { Shell } from '@/screens/shell/Shell'
import { WaysProvider } from '@/ui/ways'
import { requestTime } from '@/work/base/clock'

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
