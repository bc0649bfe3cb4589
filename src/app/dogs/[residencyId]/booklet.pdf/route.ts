import { z } from 'zod'
import { handle } from '@/app/auth'
import { pdf } from '@/app/pdf'
import { kennelDatabase, readHouse } from '@/auth/door'
import { loadBooklet } from '@/work/page/booklet'
import { bookletPdf } from '@/work/pdf/booklet'
import { requestTime } from '@/work/base/clock'
import type { ResidencyId } from '@/core/ids'

const size = z.enum(['half', 'whole']).catch('half')

export const GET = handle(
  'hand',
  async (request: Request, { params }: { params: Promise<{ residencyId: ResidencyId }> }) => {
    const db = kennelDatabase()
    const booklet = loadBooklet(db, (await params).residencyId, requestTime())
    const on = size.parse(new URL(request.url).searchParams.get('size'))
    return booklet
      ? pdf(await bookletPdf(booklet, on, readHouse(db).paper), `at-home-${booklet.name}-${on}`)
      : new Response('Dog not found.', { status: 404 })
  },
)
