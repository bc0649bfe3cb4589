import { parse } from 'cookie'
import { wireBatch } from '@/core/facts/wire'
import { fieldErrors } from '@/core/fields'
import { parsedJson } from '@/core/json'
import { answering, oneAtATime } from '@/store/connection'
import { sayTrouble } from '@/store/trouble'
import { recordFacts } from '@/work/record/accept'
import { requestTime } from '@/work/scene/clock'
import { answerTo, troubled } from './answer'
import { cookieName, whoIs } from './seal'

/**
 * The facts door. It stands in the process that listens, before the pages, so that no fact waits for a page to be
 * drawn; and there on a thread of its own, so that nobody waits for the disk but the fact (decision 018). Bundled by
 * scripts/lib/bundles.mjs, and part of no page.
 */

/** What a device asks of which database file; headers as Node gives them. */
export interface Asked {
  readonly file: string
  /** Whether the last look through the file found damage: it takes nothing more, so that nothing is lost in it. */
  readonly damaged: boolean
  readonly method: string | undefined
  readonly cookie: string | undefined
  readonly type: string | undefined
  readonly body: string
}

/** An answer that goes from one thread to another. */
export interface Answered {
  readonly status: number
  readonly headers: Readonly<Record<string, string>>
  readonly text: string
}

/** Takes a device's facts: each is stored once, known already, or refused with its reason. */
export default async function takeFacts(asked: Asked): Promise<Answered> {
  const answer = await troubled(() => answerOf(asked))
  return { status: answer.status, headers: Object.fromEntries(answer.headers), text: await answer.text() }
}

async function answerOf({ file, damaged, method, cookie, type, body }: Asked): Promise<Response> {
  if (method !== 'POST')
    return Response.json({ error: 'Facts are brought, not asked for.' }, { status: 405, headers: { allow: 'POST' } })
  const db = databaseOf(file)
  const person = await whoIs(db, parse(cookie ?? '')[cookieName], requestTime())
  return answerTo(person, 'hand', (who) => {
    if (!type?.startsWith('application/json'))
      return Response.json({ error: 'Facts are sent as application/json.' }, { status: 415 })
    // Devices keep their facts until a good backup stands in its place.
    if (damaged) return Response.json({ error: sayTrouble.broken, trouble: 'broken' }, { status: 503 })
    const batch = wireBatch.safeParse(parsedJson(body))
    if (!batch.success)
      return Response.json({ error: 'This is no batch of facts.', fields: fieldErrors(batch.error) }, { status: 400 })
    return Response.json(recordFacts(db, batch.data, requestTime(), who))
  })
}

/** House: a fact waits so long for pages and jobs that write; only facts wait with it. */
const waitMs = 2000

const databaseOf = oneAtATime((file) => answering(file, waitMs))
