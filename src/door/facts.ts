import { parse } from 'cookie'
import { wireBatch } from '@/core/facts/wire'
import { fieldErrors } from '@/core/fields'
import { kennelDatabase } from '@/store/connection'
import { sayTrouble, troubleOf } from '@/store/trouble'
import { recordFacts } from '@/work/record/accept'
import { requestTime } from '@/work/scene/clock'
import { isDamaged } from '@/work/scene/soundness'
import { answerTo, troubled } from './answer'
import { cookieName, whoIs } from './seal'

/**
 * The facts door. It stands in the process that listens, before the pages, so that no fact waits for a page to be drawn
 * (decision 018); bundled by scripts/lib/bundles.mjs, and part of no page.
 */

/** What a device asks; headers as Node gives them, the body as text. */
export interface Asked {
  readonly method: string | undefined
  readonly cookie: string | undefined
  readonly type: string | undefined
  body(): Promise<string>
}

/** Takes a device's facts: each is stored once, known already, or refused with its reason. */
export async function takeFacts({ method, cookie, type, body }: Asked): Promise<Response> {
  if (method !== 'POST')
    return Response.json({ error: 'Facts are brought, not asked for.' }, { status: 405, headers: { allow: 'POST' } })
  return troubled(async () => {
    const person = await whoIs(await openKennel(), parse(cookie ?? '')[cookieName], requestTime())
    return answerTo(person, 'hand', async (who) => {
      if (!type?.startsWith('application/json'))
        return Response.json({ error: 'Facts are sent as application/json.' }, { status: 415 })
      // What is damaged gets nothing more: devices keep their facts until a good backup stands in its place.
      if (isDamaged(kennelDatabase()))
        return Response.json({ error: sayTrouble.broken, trouble: 'broken' }, { status: 503 })
      const batch = wireBatch.safeParse(parseJson(await body()))
      if (!batch.success)
        return Response.json({ error: 'This is no batch of facts.', fields: fieldErrors(batch.error) }, { status: 400 })
      return Response.json(await patiently(() => recordFacts(kennelDatabase(), batch.data, requestTime(), who)))
    })
  })
}

/** The kennel's database, waiting for whoever writes to it in the moment it is opened. */
export const openKennel = () => patiently(kennelDatabase)

/** House: how often a writing is tried again, and ms between, while pages and jobs write; the loop turns in between. */
const [mostTries, breathMs] = [8, 60]

async function patiently<R>(write: () => R): Promise<R> {
  for (let tries = 1; ; tries++)
    try {
      return write()
    } catch (error) {
      if (troubleOf(error) !== 'busy' || tries === mostTries) throw error
      await new Promise((done) => setTimeout(done, breathMs))
    }
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}
