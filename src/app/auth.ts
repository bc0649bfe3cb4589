import 'server-only'
import { cookies, headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { v4 } from 'uuid'
import { reachesInward } from '@/core/json'
import { reject, type Rejection } from '@/core/rejection'
import { mayAct, type Role } from '@/core/people/roles'
import { answerTo, roleText } from '@/auth/answer'
import {
  cookieName,
  deviceCookie,
  deviceIn,
  deviceSealOf,
  deviceSeconds,
  longestSeconds,
  opened,
  sealOf,
  whoIs,
} from '@/auth/seal'
import {
  isWallTablet,
  databaseErrorOf,
  databaseErrorText,
  kennelDatabase,
  passOver,
  retryWhileBusy,
  type Person,
} from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { signOut } from '@/work/actions/signIn'
import { turnAway } from '@/work/actions/turnAway'

/**
 * The one place where it is decided who comes to pages, actions and handlers; each passes through one of these
 * functions. What a cookie holds and how a refusal is answered is known in auth/, which the door for facts shares.
 */

const cookieOf = async () => (await cookies()).get(cookieName)?.value

/** Who asks; undefined for somebody who is not signed in. */
export async function whoAsks(): Promise<Person | undefined> {
  return whoIs(kennelDatabase(), await cookieOf(), requestTime())
}

/** What this device was named at its first sign-in; undefined before that. */
export const deviceHere = async (): Promise<string | undefined> =>
  deviceIn(kennelDatabase(), (await cookies()).get(deviceCookie)?.value)

/** Lets this person in from now on, on this device, which is given a name of its own where it has none. */
export async function admit(id: string): Promise<void> {
  const db = kennelDatabase()
  const cookieOptions = { httpOnly: true, sameSite: 'lax', secure: (await fromWhere()).secure, path: '/' } as const
  const jar = await cookies()
  jar.set(cookieName, await sealOf(db, id), { ...cookieOptions, maxAge: longestSeconds })
  const device = (await deviceHere()) ?? v4()
  jar.set(deviceCookie, await deviceSealOf(db, device), { ...cookieOptions, maxAge: deviceSeconds })
}

/** Ends the sign-in of whoever asks. */
export async function leave(): Promise<void> {
  const id = await opened(kennelDatabase(), await cookieOf())
  // The cookie goes first and in any case: a full disk keeps nobody signed in at this device.
  ;(await cookies()).delete(cookieName)
  if (id === undefined) return
  const db = kennelDatabase()
  await retryWhileBusy(db, () => signOut(db, id, requestTime())).catch(passOver)
}

/** Whether this device shows the wall while it is locked. */
export async function isLockedWall(): Promise<boolean> {
  const device = await deviceHere()
  return device !== undefined && isWallTablet(kennelDatabase(), device)
}

/** Where a request comes from, as our own server saw it at the socket. */
export async function fromWhere(): Promise<{
  readonly address: string
  readonly isThisMachine: boolean
  readonly secure: boolean
  readonly path: string
}> {
  const head = await headers()
  const address = head.get('x-kibou-address') ?? 'unknown'
  return {
    address,
    isThisMachine: /^(::1|(::ffff:)?127\.\d+\.\d+\.\d+)$/.test(address),
    secure: head.get('x-kibou-secure') === '1',
    path: head.get('x-kibou-path') ?? '/',
  }
}

/** For a page or layout: whoever asks, when the role is enough; else the way to the door, or a refusal. */
export async function enter(least: Role = 'hand'): Promise<Person> {
  const person = await whoAsks()
  if (!person) redirect(`/sign-in?to=${encodeURIComponent((await fromWhere()).path)}`)
  if (await isTurnedAway(person, least))
    redirect(`/sign-in?for=${least}&to=${encodeURIComponent((await fromWhere()).path)}`)
  return person
}

/** Whether the role of whoever asks is not enough; that they asked is kept then. */
async function isTurnedAway(person: Person, least: Role): Promise<boolean> {
  if (mayAct(person.role, least)) return false
  turnAway(kennelDatabase(), { personId: person.id, why: 'role', place: (await fromWhere()).path }, requestTime())
  return true
}

/** No page of ours sends it. */
const nothingOfOurs = 'Invalid request. Reload the page.'

export const signedOut = 'You are signed out. Nothing typed is lost: sign in in another tab and try again.'

/**
 * For a server action: runs for whom the role is enough, and gives everybody else a refusal in the action's own form.
 */
export function act<A extends readonly unknown[], R>(
  least: Role,
  refuse: (rejection: Rejection, args: NoInfer<A>) => R,
  run: (who: Person, ...args: A) => R | Promise<R>,
): (...args: A) => Promise<R> {
  return async (...args) => {
    const person = await whoAsks()
    if (!person) return refuse(reject('signed-out', signedOut), args)
    if (await isTurnedAway(person, least)) return refuse(reject('role', roleText(least)), args)
    if (reachesInward(args)) return refuse(reject('invalid', nothingOfOurs), args)
    try {
      return await retryWhileBusy(kennelDatabase(), () => run(person, ...args))
    } catch (error) {
      const kind = databaseErrorOf(error)
      if (kind === undefined) throw error
      return refuse(reject(`database-${kind}`, databaseErrorText[kind]), args)
    }
  }
}

/** A server action whose own answer is a rejection where the role is not enough. */
export const actOrReject = <A extends readonly unknown[], R>(
  least: Role,
  run: (who: Person, ...args: A) => R | Promise<R>,
): ((...args: A) => Promise<R | Rejection>) => act<A, R | Rejection>(least, (rejection) => rejection, run)

/** For a route handler: 401 for the signed-out, 403 where the role is not enough. */
export function handle<C>(
  least: Role,
  run: (request: Request, context: C, who: Person) => Response | Promise<Response>,
): (request: Request, context: C) => Promise<Response> {
  return async (request, context) =>
    answerTo(
      await whoAsks(),
      least,
      (who) => run(request, context, who),
      async (who) => !(await isTurnedAway(who, least)),
    )
}
