import { handle } from '@/app/auth'
import { kennelDatabase } from '@/auth/door'
import { practiceCalendar } from '@/work/page/booklet'
import { requestTime } from '@/work/base/clock'
import type { ResidencyId } from '@/core/ids'

export const GET = handle('hand', async (_: Request, { params }: { params: Promise<{ residencyId: ResidencyId }> }) => {
  const file = practiceCalendar(kennelDatabase(), (await params).residencyId, requestTime())
  if (!file) return new Response('Dog not found.', { status: 404 })
  return new Response(file.text, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': `attachment; filename="${file.fileName}"`,
    },
  })
})
