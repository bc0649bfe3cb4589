import type { Metadata } from 'next'
import { isLockedWall, enter } from '@/app/auth'
import { LockedWall } from '@/screens/wall/LockedWall'
import { kennelDatabase } from '@/auth/door'
import { lockedWallSteps } from '@/work/page/lockedWall'
import { runYielding } from '@/work/base/runYielding'
import { requestTime } from '@/work/base/clock'
import { WaysProvider } from '@/ui/ways'

export const metadata: Metadata = { title: 'Wall' }

/** Open to a device that a lead lets show the wall while it is locked, and to whoever is signed in. */
export default async function LockedPage() {
  if (!(await isLockedWall())) await enter()
  const wall = await runYielding(lockedWallSteps(kennelDatabase(), requestTime()))
  return (
    <WaysProvider ways={wall.ways}>
      <LockedWall wall={wall} />
    </WaysProvider>
  )
}
