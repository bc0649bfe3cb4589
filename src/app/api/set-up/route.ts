import { admit, fromWhere } from '@/app/door'
import { weighFor } from '@/app/weigh'
import { troubled } from '@/door/answer'
import { kennelDatabase } from '@/store/connection'
import { patiently } from '@/store/patience'
import { requestTime } from '@/work/scene/clock'
import { setUp } from '@/work/do/signIn'

/** Makes the first lead; open only at this very machine, and only until there is one. */
export async function POST(request: Request) {
  if (!(await fromWhere()).isThisMachine)
    return Response.json({ error: 'The first lead is made at the machine on which Kibou runs.' }, { status: 403 })
  return troubled(async () => {
    const db = kennelDatabase()
    const typed: unknown = await request.json().catch(() => undefined)
    const done = await patiently(db, () => setUp(db, typed, requestTime(), weighFor('set-up')))
    if (!done.ok) return Response.json({ errors: done.errors }, { status: 409 })
    await admit(done.id)
    return Response.json({})
  })
}
