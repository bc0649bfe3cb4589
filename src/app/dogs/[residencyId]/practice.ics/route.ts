import { handle } from '@/app/door'
import { kennelDatabase } from '@/store/connection'
import { practiceCalendar } from '@/work/page/booklet'
import { requestTime } from '@/work/scene/clock'

export const GET = handle('hand', async (_: Request, { params }: { params: Promise<{ residencyId: string }> }) => {
  const file = practiceCalendar(kennelDatabase(), (await params).residencyId, requestTime())
  if (!file) return new Response('Dog not found.', { status: 404 })
  return new Response(file.text, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': `attachment; filename="${file.fileName}"`,
    },
  })
})
