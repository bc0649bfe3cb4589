import { sayTrouble, troubleOf } from '@/store/trouble'

/** The answer of a handler, or what keeps the database from being written: 507 for a full disk, else 503. */
export async function troubled(run: () => Response | Promise<Response>): Promise<Response> {
  try {
    return await run()
  } catch (error) {
    const trouble = troubleOf(error)
    if (trouble === undefined) throw error
    const status = trouble === 'full' ? 507 : 503
    return Response.json({ error: sayTrouble[trouble], trouble }, { status, headers: { 'retry-after': '5' } })
  }
}
