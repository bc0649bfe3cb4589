import { isForeign, leave } from '@/app/door'

/** Open to everybody: signing out twice does no harm. */
export async function POST(request: Request) {
  if (isForeign(request)) return Response.json({ error: 'This request came from another site.' }, { status: 403 })
  await leave()
  return Response.json({})
}
