import 'server-only'
import { sealData, unsealData } from 'iron-session'
import { cookies, headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { z } from 'zod'
import { mayAct, type Role } from '@/core/people/roles'
import { kennelDatabase } from '@/store/connection'
import type { Person } from '@/store/kennel'
import { readSecret } from '@/store/signingIn'
import { sayTrouble, troubleOf, unlessTrouble } from '@/store/trouble'
import { requestTime } from '@/work/scene/clock'
import { personOf, signOut } from '@/work/do/signIn'
import { troubled } from './troubled'

/**
 * The one place where it is decided who comes in. Every page, action and handler passes through one of these functions.
 */

const cookieName = 'kibou'
/** A cookie older than this is no longer read, whatever it holds. */
const longestSeconds = 30 * 86_400
const sealed = z.object({ id: z.uuid() })

/** The id of the sign-in named by the cookie; undefined for none, a forged or an old one. */
async function signInId(): Promise<string | undefined> {
  const cookie = (await cookies()).get(cookieName)?.value
  if (cookie === undefined) return undefined
  try {
    return sealed.safeParse(await unsealData(cookie, { password: readSecret(kennelDatabase()), ttl: longestSeconds }))
      .data?.id
  } catch {
    // Whatever cannot even be read is no cookie of ours.
    return undefined
  }
}

/** Who asks; undefined for somebody who is not signed in. */
export async function whoAsks(): Promise<Person | undefined> {
  const id = await signInId()
  return id === undefined ? undefined : personOf(kennelDatabase(), id, requestTime())
}

/** Lets this person in from now on, on this device. */
export async function admit(id: string): Promise<void> {
  const value = await sealData({ id }, { password: readSecret(kennelDatabase()), ttl: longestSeconds })
  ;(await cookies()).set(cookieName, value, {
    httpOnly: true,
    sameSite: 'lax',
    secure: (await fromWhere()).secure,
    path: '/',
    maxAge: longestSeconds,
  })
}

/** Ends the sign-in of whoever asks. */
export async function leave(): Promise<void> {
  const id = await signInId()
  // The cookie goes first and in any case: a full disk keeps nobody signed in at this device.
  ;(await cookies()).delete(cookieName)
  if (id !== undefined) unlessTrouble(() => signOut(kennelDatabase(), id, requestTime()))
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
  if (!mayAct(person.role, least)) redirect(`/sign-in?for=${least}&to=${encodeURIComponent((await fromWhere()).path)}`)
  return person
}

export const signedOut = 'You are signed out. Nothing typed is lost: sign in in another tab and try again.'
const sayRole = (least: Role): string => `Only a ${least}${least === 'lead' ? '' : ' or lead'} may do this.`

/**
 * For a server action: runs for whom the role is enough, and gives everybody else a refusal in the action's own form.
 */
export function act<A extends readonly unknown[], R>(
  least: Role,
  refuse: (reason: string, args: NoInfer<A>) => R,
  run: (who: Person, ...args: A) => R | Promise<R>,
): (...args: A) => Promise<R> {
  return async (...args) => {
    const person = await whoAsks()
    if (!person) return refuse(signedOut, args)
    if (!mayAct(person.role, least)) return refuse(sayRole(least), args)
    try {
      return await run(person, ...args)
    } catch (error) {
      const trouble = troubleOf(error)
      if (trouble === undefined) throw error
      return refuse(sayTrouble[trouble], args)
    }
  }
}

/** For a route handler: 401 for the signed-out, 403 where the role is not enough. */
export function handle<C>(
  least: Role,
  run: (request: Request, context: C, who: Person) => Response | Promise<Response>,
): (request: Request, context: C) => Promise<Response> {
  return async (request, context) => {
    const person = await whoAsks()
    if (!person) return Response.json({ error: 'You are signed out.' }, { status: 401 })
    if (!mayAct(person.role, least)) return Response.json({ error: sayRole(least) }, { status: 403 })
    return troubled(() => run(request, context, person))
  }
}
