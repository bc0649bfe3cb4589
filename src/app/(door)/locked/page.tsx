import type { Metadata } from 'next'
import { isLockedWall, enter } from '@/app/door'
import { LockedWall } from '@/screens/wall/LockedWall'
import { kennelDatabase } from '@/store/connection'
import { lockedWallSteps } from '@/work/page/lockedWall'
import { inBreaths } from '@/work/scene/breaths'
import { requestTime } from '@/work/scene/clock'
import { WaysProvider } from '@/ui/ways'

export const metadata: Metadata = { title: 'Wall' }

/** Open to a device that a lead lets show the wall while it is locked, and to whoever is signed in. */
export default async function LockedPage() {
  if (!(await isLockedWall())) await enter()
  const wall = await inBreaths(lockedWallSteps(kennelDatabase(), requestTime()))
  return (
    <WaysProvider ways={wall.ways}>
      <LockedWall wall={wall} />
    </WaysProvider>
  )
}
