import { handle } from '@/app/auth'
import { pdf } from '@/app/pdf'
import { kennelDatabase, readHouse } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { doorCard } from '@/work/page/printed'
import { cardPdf } from '@/work/pdf/pdf'
import type { ResidencyId } from '@/core/ids'

export const GET = handle('hand', async (_: Request, { params }: { params: Promise<{ residencyId: ResidencyId }> }) => {
  const db = kennelDatabase()
  const card = doorCard(db, (await params).residencyId, requestTime())
  return card
    ? pdf(await cardPdf(card, readHouse(db)), `run-${card.run}-${card.name}`)
    : new Response('Dog not found.', { status: 404 })
})
