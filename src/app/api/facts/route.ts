import { handle } from '@/app/door'
import { wireBatch } from '@/core/facts/wire'
import { kennelDatabase } from '@/store/connection'
import { fieldErrors } from '@/core/fields'
import { recordFacts } from '@/work/record/accept'
import { sayTrouble } from '@/store/trouble'
import { requestTime } from '@/work/scene/clock'
import { isDamaged } from '@/work/scene/soundness'

/** Takes a device's facts: each is stored once, known already, or refused with its reason. */
export const POST = handle('hand', async (request: Request, _context: unknown, who) => {
  if (!request.headers.get('content-type')?.startsWith('application/json'))
    return Response.json({ error: 'Facts are sent as application/json.' }, { status: 415 })
  // What is damaged gets nothing more: devices keep their facts until a good backup stands in its place.
  if (isDamaged(kennelDatabase()))
    return Response.json({ error: sayTrouble.broken, trouble: 'broken' }, { status: 503 })
  const batch = wireBatch.safeParse(parseJson(await request.text()))
  if (!batch.success)
    return Response.json({ error: 'This is no batch of facts.', fields: fieldErrors(batch.error) }, { status: 400 })
  return Response.json(recordFacts(kennelDatabase(), batch.data, requestTime(), who))
})

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}
