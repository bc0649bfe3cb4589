import { z } from 'zod'
import { handle } from '@/app/auth'
import { pdf } from '@/app/pdf'
import { kennelDatabase, readHouse } from '@/auth/door'
import { loadReport } from '@/work/page/report'
import { reportPdf } from '@/work/pdf/report'
import { requestTime } from '@/work/base/clock'
import type { ResidencyId } from '@/core/ids'

const asked = z.coerce.number().int().optional().catch(undefined)

export const GET = handle(
  'hand',
  async (request: Request, { params }: { params: Promise<{ residencyId: ResidencyId }> }) => {
    const db = kennelDatabase()
    const week = asked.parse(new URL(request.url).searchParams.get('week') ?? undefined)
    const page = loadReport(db, (await params).residencyId, requestTime(), week)
    return page
      ? pdf(await reportPdf(page, readHouse(db)), `${page.resident.name}-week-${page.week.number}`)
      : new Response('Dog not found.', { status: 404 })
  },
)
