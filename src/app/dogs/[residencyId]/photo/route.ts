import { handle } from '@/app/auth'
import { kennelDatabase, retryWhileBusy } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { keepPhoto, photoOf } from '@/work/actions/photo'
import type { ResidencyId } from '@/core/ids'

interface Params {
  params: Promise<{ residencyId: ResidencyId }>
}

export const GET = handle('hand', async (_: Request, { params }: Params) => {
  const photo = photoOf(kennelDatabase(), (await params).residencyId)
  if (!photo) return new Response('There is no photo.', { status: 404 })
  return new Response(new Uint8Array(photo.jpeg), {
    headers: {
      'content-type': 'image/jpeg',
      'cache-control': 'private, max-age=31536000, immutable',
      'x-content-type-options': 'nosniff',
    },
  })
})

const refuse = (error: string, status: number) => Response.json({ error }, { status })

export const POST = handle('trainer', async (request: Request, { params }: Params, who) => {
  const form = await request.formData().catch(() => undefined)
  const file = form?.get('photo')
  if (!(file instanceof File)) return refuse('No picture was chosen.', 400)
  const db = kennelDatabase()
  const { residencyId } = await params
  const picture = Buffer.from(await file.arrayBuffer())
  const done = await retryWhileBusy(db, () => keepPhoto(db, residencyId, picture, who.id, requestTime()))
  return done.ok ? Response.json({ at: done.at }) : refuse(done.reason, done.status)
})
