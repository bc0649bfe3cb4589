import { z } from 'zod'
import { handle } from '@/app/door'
import { pdf } from '@/app/pdf'
import { kennelDatabase } from '@/store/connection'
import { readHouse } from '@/store/house'
import { loadReport } from '@/work/page/report'
import { reportPdf } from '@/work/pdf/report'
import { requestTime } from '@/work/scene/clock'

const asked = z.coerce.number().int().optional().catch(undefined)

export const GET = handle(
  'hand',
  async (request: Request, { params }: { params: Promise<{ residencyId: string }> }) => {
    const db = kennelDatabase()
    const week = asked.parse(new URL(request.url).searchParams.get('week') ?? undefined)
    const page = loadReport(db, (await params).residencyId, requestTime(), week)
    return page
      ? pdf(await reportPdf(page, readHouse(db)), `${page.resident.name}-week-${page.week.number}`)
      : new Response('Dog not found.', { status: 404 })
  },
)
