import { handle } from '@/app/auth'
import { pdf } from '@/app/pdf'
import { kennelDatabase, readHouse } from '@/auth/door'
import { printedScript } from '@/work/page/demonstration'
import { scriptPdf } from '@/work/pdf/script'
import { requestTime } from '@/work/base/clock'
import type { ResidencyId } from '@/core/ids'

export const GET = handle('hand', async (_: Request, { params }: { params: Promise<{ residencyId: ResidencyId }> }) => {
  const db = kennelDatabase()
  const printed = printedScript(db, (await params).residencyId, requestTime())
  return printed
    ? pdf(await scriptPdf(printed, readHouse(db).paper), `demonstration-run-${printed.run}-${printed.name}`)
    : new Response('Dog not found.', { status: 404 })
})
