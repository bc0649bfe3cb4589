import { handle } from '@/app/auth'
import { kennelDatabase } from '@/auth/door'
import { loadBooklet } from '@/work/page/booklet'
import { practiceFile, practiceProgram } from '@/work/page/practiceFile'
import { fileName } from '@/work/pdf/pdf'
import { requestTime } from '@/work/base/clock'
import type { ResidencyId } from '@/core/ids'

/** To be saved and sent, never shown here: it is the owner’s file, with a program and a policy of its own. */
export const GET = handle('hand', async (_: Request, { params }: { params: Promise<{ residencyId: ResidencyId }> }) => {
  const booklet = loadBooklet(kennelDatabase(), (await params).residencyId, requestTime())
  if (!booklet) return new Response('Dog not found.', { status: 404 })
  const name = fileName(`practice-${booklet.name}`).replace(/\.pdf$/, '.html')
  return new Response(practiceFile(booklet, practiceProgram()), {
    headers: {
      'content-type': 'text/html; charset=utf-8',
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
    },
  })
})
