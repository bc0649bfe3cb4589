import { handle } from '@/app/door'
import { pdf } from '@/app/pdf'
import { kennelDatabase } from '@/store/connection'
import { printedScript } from '@/work/page/demonstration'
import { scriptPdf } from '@/work/pdf/script'
import { requestTime } from '@/work/scene/clock'

export const GET = handle('hand', async (_: Request, { params }: { params: Promise<{ residencyId: string }> }) => {
  const printed = printedScript(kennelDatabase(), (await params).residencyId, requestTime())
  return printed
    ? pdf(await scriptPdf(printed), `demonstration-run-${printed.run}-${printed.name}`)
    : new Response('There is no such dog here.', { status: 404 })
})
