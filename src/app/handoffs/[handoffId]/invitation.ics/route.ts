import { handle } from '@/app/auth'
import { kennelDatabase } from '@/auth/door'
import { invitation } from '@/work/page/handoff'
import type { HandoffId } from '@/core/ids'

export const GET = handle('hand', async (_: Request, { params }: { params: Promise<{ handoffId: HandoffId }> }) => {
  const file = invitation(kennelDatabase(), (await params).handoffId)
  if (!file) return new Response('There is no handoff by that address.', { status: 404 })
  return new Response(file.text, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': `attachment; filename="${file.fileName}"`,
    },
  })
})
