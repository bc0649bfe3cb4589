import { z } from 'zod'
import { handle } from '@/app/door'
import { pdf } from '@/app/pdf'
import { kennelDatabase } from '@/store/connection'
import { readHouse } from '@/store/house'
import { loadBooklet } from '@/work/page/booklet'
import { bookletPdf } from '@/work/pdf/booklet'
import { requestTime } from '@/work/scene/clock'

const size = z.enum(['half', 'whole']).catch('half')

export const GET = handle(
  'hand',
  async (request: Request, { params }: { params: Promise<{ residencyId: string }> }) => {
    const db = kennelDatabase()
    const booklet = loadBooklet(db, (await params).residencyId, requestTime())
    const on = size.parse(new URL(request.url).searchParams.get('size'))
    return booklet
      ? pdf(await bookletPdf(booklet, on, readHouse(db).paper), `at-home-${booklet.name}-${on}`)
      : new Response('Dog not found.', { status: 404 })
  },
)
