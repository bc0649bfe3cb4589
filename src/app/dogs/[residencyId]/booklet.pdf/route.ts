import { z } from 'zod'
import { handle } from '@/app/door'
import { pdf } from '@/app/pdf'
import { kennelDatabase } from '@/store/connection'
import { loadBooklet } from '@/work/page/booklet'
import { bookletPdf } from '@/work/pdf/booklet'
import { requestTime } from '@/work/scene/clock'

const size = z.enum(['A5', 'A4']).catch('A5')

export const GET = handle(
  'hand',
  async (request: Request, { params }: { params: Promise<{ residencyId: string }> }) => {
    const booklet = loadBooklet(kennelDatabase(), (await params).residencyId, requestTime())
    const on = size.parse(new URL(request.url).searchParams.get('size'))
    return booklet
      ? pdf(await bookletPdf(booklet, on), `at-home-${booklet.name}-${on}`)
      : new Response('There is no such dog here.', { status: 404 })
  },
)
