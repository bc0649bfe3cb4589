import { z } from 'zod'
import { enter } from '@/app/auth'
import { mayAct } from '@/core/people/roles'
import { Wall } from '@/screens/wall/Wall'
import { wallSorts } from '@/core/views/wallView'
import { packWall } from '@/core/views/wallCells'
import { kennelDatabase, hadDogs } from '@/auth/door'
import { wallSteps } from '@/work/page/wall'
import { runYielding } from '@/work/base/runYielding'
import { requestTime } from '@/work/base/clock'
import { keepCall, keepDealing } from './wallActions'

const query = z.object({ sort: z.enum(wallSorts).catch('chance'), down: z.literal('1').optional().catch(undefined) })

export default async function WallPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  const person = await enter()
  const { sort, down } = query.parse(await searchParams)
  const me = person.role === 'hand' ? undefined : person.id
  const whose = { me, isLead: person.role === 'lead' }
  const view = await runYielding(wallSteps(kennelDatabase(), requestTime(), whose))
  return (
    <Wall
      view={packWall(view)}
      ever={view.rows.length > 0 || hadDogs(kennelDatabase())}
      sort={sort}
      descending={down === '1'}
      tickCall={mayAct(person.role, 'trainer') ? keepCall : undefined}
      deal={keepDealing}
    />
  )
}
