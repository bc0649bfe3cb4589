import { mayAct, roleNames, type Role } from '@/core/people/roles'
import type { Person } from '@/store/kennel'
import { databaseErrorText, databaseErrorOf } from '@/store/databaseError'

/** How a handler answers, whichever process it stands in. */

export const roleText = (least: Role): string =>
  `Only a ${roleNames[least]}${least === 'lead' ? '' : ' or lead trainer'} may do this.`

/**
 * Runs for whom the role is enough: 401 for the signed-out, 403 for others, and what keeps the database in words. Who
 * keeps account of refusals asks it in its own way (`mayHere`).
 */
export async function answerTo(
  person: Person | undefined,
  least: Role,
  run: (who: Person) => Response | Promise<Response>,
  mayHere: (who: Person) => boolean | Promise<boolean> = (who) => mayAct(who.role, least),
): Promise<Response> {
  if (!person) return Response.json({ error: 'You are signed out.' }, { status: 401 })
  if (!(await mayHere(person))) return Response.json({ error: roleText(least) }, { status: 403 })
  return answerDatabaseErrors(() => run(person))
}

/** The answer of a handler, or what keeps the database from being written: 507 for a full disk, else 503. */
export async function answerDatabaseErrors(run: () => Response | Promise<Response>): Promise<Response> {
  try {
    return await run()
  } catch (error) {
    const kind = databaseErrorOf(error)
    if (kind === undefined) throw error
    const status = kind === 'full' ? 507 : 503
    return Response.json({ error: databaseErrorText[kind], trouble: kind }, { status, headers: { 'retry-after': '5' } })
  }
}
