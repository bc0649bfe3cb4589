import { parse } from 'cookie'
import { v4 } from 'uuid'
import { wireBatch } from '@/core/facts/wire'
import { fieldErrors } from '@/core/fields'
import { parsedJson } from '@/core/json'
import { answering, oneAtATime } from '@/store/connection'
import { databaseErrorText } from '@/store/databaseError'
import { recordFacts } from '@/work/record/accept'
import { requestTime } from '@/work/base/clock'
import { answerTo, answerDatabaseErrors } from './answer'
import { cookieName, deviceCookie, deviceIn, deviceSealOf, deviceSeconds, whoIs } from './seal'

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
  /** It came over TLS. */
  readonly secure: boolean
}

/** An answer that goes from one thread to another. */
export interface Answered {
  readonly status: number
  readonly headers: Readonly<Record<string, string>>
  readonly text: string
}

/** Takes a device's facts: each is stored once, known already, or refused with its reason. */
export default async function takeFacts(asked: Asked): Promise<Answered> {
  const answer = await answerDatabaseErrors(() => answerOf(asked))
  return { status: answer.status, headers: Object.fromEntries(answer.headers), text: await answer.text() }
}

async function answerOf({ file, damaged, method, cookie, type, body, secure }: Asked): Promise<Response> {
  if (method !== 'POST')
    return Response.json({ error: 'Facts are brought, not asked for.' }, { status: 405, headers: { allow: 'POST' } })
  const db = databaseOf(file)
  const cookies = parse(cookie ?? '')
  const person = await whoIs(db, cookies[cookieName], requestTime())
  const shown = await deviceIn(db, cookies[deviceCookie])
  return answerTo(person, 'hand', async (who) => {
    if (!type?.startsWith('application/json'))
      return Response.json({ error: 'Facts are sent as application/json.' }, { status: 415 })
    // Devices keep their facts until a good backup stands in its place.
    if (damaged) return Response.json({ error: databaseErrorText.broken, trouble: 'broken' }, { status: 503 })
    const batch = wireBatch.safeParse(parsedJson(body))
    if (!batch.success)
      return Response.json({ error: 'This is no batch of facts.', fields: fieldErrors(batch.error) }, { status: 400 })
    // A device that signed in before devices were given a name is given one with what it sends first.
    const proof = shown ?? v4()
    const receipt = recordFacts(db, batch.data, requestTime(), who, proof)
    if (shown !== undefined) return Response.json(receipt)
    const given = `${deviceCookie}=${encodeURIComponent(await deviceSealOf(db, proof))}`
    return Response.json(receipt, { headers: { 'set-cookie': `${given}; ${keptSo(secure)}` } })
  })
}

const keptSo = (secure: boolean): string =>
  `Path=/; HttpOnly; SameSite=Lax; Max-Age=${deviceSeconds}${secure ? '; Secure' : ''}`

/** Design choice: a fact waits so long for pages and jobs that write; only facts wait with it. */
const waitMs = 2000

const databaseOf = oneAtATime((file) => answering(file, waitMs))
