import { handle } from '@/app/door'
import { pdf } from '@/app/pdf'
import { kennelDatabase } from '@/store/connection'
import { readHouse } from '@/store/house'
import { printedScript } from '@/work/page/demonstration'
import { scriptPdf } from '@/work/pdf/script'
import { requestTime } from '@/work/scene/clock'

export const GET = handle('hand', async (_: Request, { params }: { params: Promise<{ residencyId: string }> }) => {
  const db = kennelDatabase()
  const printed = printedScript(db, (await params).residencyId, requestTime())
  return printed
    ? pdf(await scriptPdf(printed, readHouse(db).paper), `demonstration-run-${printed.run}-${printed.name}`)
    : new Response('Dog not found.', { status: 404 })
})
