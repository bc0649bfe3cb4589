import type { ReactNode } from 'react'
import { enter } from '@/app/auth'
import { mayAct } from '@/core/people/roles'
import { PausedBar, StopWorking } from '@/screens/pause/PauseBar'
import { kennelDatabase } from '@/auth/door'
import { loadDogFrame } from '@/work/page/dogFrame'
import { requestTime } from '@/work/base/clock'
import { stopWorking, workAgain } from '../../coming/actions'
import type { ResidencyId } from '@/core/ids'

/** Around every page of a dog at the desk: that it is not worked now, or a way to say so. */
export default async function DogLayout({
  params,
  children,
}: {
  params: Promise<{ residencyId: ResidencyId }>
  children: ReactNode
}) {
  const person = await enter()
  const frame = loadDogFrame(kennelDatabase(), (await params).residencyId, requestTime())
  if (!frame) return children
  return (
    <>
      {frame.because !== '' && (
        <PausedBar
          residencyId={frame.residencyId}
          because={frame.because}
          resume={mayAct(person.role, 'trainer') ? workAgain : undefined}
        />
      )}
      {children}
      {frame.because === '' && frame.here && <StopWorking frame={frame} pause={stopWorking} />}
    </>
  )
}
