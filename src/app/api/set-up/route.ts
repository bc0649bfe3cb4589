import { admit, fromWhere } from '@/app/auth'
import { weighFor } from '@/app/weigh'
import { answerDatabaseErrors } from '@/auth/answer'
import { kennelDatabase, retryWhileBusy } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { setUp } from '@/work/actions/signIn'

/** Makes the first lead; open only at this very machine, and only until there is one. */
export async function POST(request: Request) {
  if (!(await fromWhere()).isThisMachine)
    return Response.json({ error: 'The first lead is made at the machine on which Kibou runs.' }, { status: 403 })
  return answerDatabaseErrors(async () => {
    const db = kennelDatabase()
    const typed: unknown = await request.json().catch(() => undefined)
    const done = await retryWhileBusy(db, () => setUp(db, typed, requestTime(), weighFor('set-up')))
    if (!done.ok) return Response.json({ errors: done.errors }, { status: 409 })
    await admit(done.id)
    return Response.json({})
  })
}
