import type { ReactNode } from 'react'
import { enter } from '@/app/door'
import { mayAct } from '@/core/people/roles'
import { PausedBar, StopWorking } from '@/screens/pause/PauseBar'
import { kennelDatabase } from '@/store/connection'
import { loadDogFrame } from '@/work/page/dogFrame'
import { requestTime } from '@/work/scene/clock'
import { stopWorking, workAgain } from '../../coming/actions'

/** Around every page of a dog at the desk: that it is not worked now, or a way to say so. */
export default async function DogLayout({
  params,
  children,
}: {
  params: Promise<{ residencyId: string }>
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
      {frame.because === '' && frame.here && (
        <StopWorking residencyId={frame.residencyId} name={frame.name} pause={stopWorking} />
      )}
    </>
  )
}
