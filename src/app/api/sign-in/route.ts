import { admit, deviceHere, fromWhere, leave } from '@/app/door'
import { parsedJson } from '@/core/json'
import { troubled } from '@/door/answer'
import { kennelDatabase } from '@/store/connection'
import { patiently } from '@/store/patience'
import { requestTime } from '@/work/scene/clock'
import { signIn, signInForm } from '@/work/do/signIn'

/** Open to everybody: the door itself. */
export async function POST(request: Request) {
  const form = signInForm.safeParse(parsedJson(await request.text()))
  if (!form.success) return Response.json({ error: 'Choose who you are and type your passcode.' }, { status: 400 })
  return troubled(async () => {
    const db = kennelDatabase()
    const { address } = await fromWhere()
    const device = await deviceHere()
    const done = await patiently(db, () => signIn(db, form.data, address, requestTime(), device))
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
