import { leave } from '@/app/auth'

/** Open to everybody: signing out twice does no harm. */
export async function POST() {
  await leave()
  return Response.json({})
}
