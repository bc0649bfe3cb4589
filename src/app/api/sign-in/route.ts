import { admit, deviceHere, fromWhere, leave } from '@/app/auth'
import { parsedJson } from '@/core/json'
import { answerDatabaseErrors } from '@/auth/answer'
import { kennelDatabase, retryWhileBusy } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { signIn, signInForm } from '@/work/actions/signIn'

/** Open to everybody: the door itself. */
export async function POST(request: Request) {
  const form = signInForm.safeParse(parsedJson(await request.text()))
  if (!form.success) return Response.json({ error: 'Choose who you are and type your passcode.' }, { status: 400 })
  return answerDatabaseErrors(async () => {
    const db = kennelDatabase()
    const { address } = await fromWhere()
    const device = await deviceHere()
    const done = await retryWhileBusy(db, () => signIn(db, form.data, address, requestTime(), device))
    if (!done.ok)
      return Response.json({ error: done.reason, waitMs: done.waitMs }, { status: done.waitMs > 0 ? 429 : 401 })
    // Whoever was signed in at this device before is so no more.
    await leave()
    await admit(done.id)
    // Whoever came by a way back gives themselves a passcode first.
    return Response.json({
      name: done.person.name,
      role: done.person.role,
      ...(done.byWayBack ? { to: '/people/new' } : {}),
    })
  })
}
