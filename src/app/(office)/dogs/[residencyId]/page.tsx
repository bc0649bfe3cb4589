import { notFound } from 'next/navigation'
import { z } from 'zod'
import { enter } from '@/app/auth'
import { Resident } from '@/screens/resident/Resident'
import { kennelDatabase } from '@/auth/door'
import { residentSteps } from '@/work/page/resident'
import { runYielding } from '@/work/base/runYielding'
import { requestTime } from '@/work/base/clock'
import { doesNotCome, moveGoingHome } from '../../coming/actions'
import { changeRuns, doWithoutBaseline, keepNote, putBooksRight, putSetRight, takeSetBack } from './actions'
import type { ResidencyId } from '@/core/ids'

const word = z.string().max(80).optional().catch(undefined)
const query = z.object({
  command: word,
  place: word,
  holder: word,
  only: z.enum(['refreshers', 'taken-back', 'misses']).optional().catch(undefined),
  page: z.coerce.number().int().min(0).max(100).catch(0),
})

export default async function ResidentPage({
  params,
  searchParams,
}: {
  params: Promise<{ residencyId: ResidencyId }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  await enter()
  const now = requestTime()
  const { command, place, holder, only, page } = query.parse(await searchParams)
  const view = await runYielding(
    residentSteps(
      kennelDatabase(),
      (await params).residencyId,
      now,
      { command, placeId: place, leashHolder: holder, only },
      page,
    ),
  )
  if (!view) notFound()
  return (
    <Resident
      view={view}
      now={now}
      actions={{
        takeBack: takeSetBack,
        putRight: putSetRight,
        keepNote,
        doWithoutBaseline,
        putBooksRight,
        swapRuns: changeRuns,
        changeStay: moveGoingHome,
        cancelBooking: doesNotCome,
      }}
    />
  )
}
