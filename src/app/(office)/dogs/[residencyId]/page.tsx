import { notFound } from 'next/navigation'
import { z } from 'zod'
import { enter } from '@/app/door'
import { Resident } from '@/screens/resident/Resident'
import { kennelDatabase } from '@/store/connection'
import { residentSteps } from '@/work/page/resident'
import { inBreaths } from '@/work/scene/breaths'
import { requestTime } from '@/work/scene/clock'
import { doesNotCome, moveGoingHome } from '../../coming/actions'
import { changeRuns, doWithoutBaseline, keepNote, putBooksRight, putSetRight, takeSetBack } from './actions'

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
  params: Promise<{ residencyId: string }>
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  await enter()
  const now = requestTime()
  const { command, place, holder, only, page } = query.parse(await searchParams)
  const view = await inBreaths(
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
