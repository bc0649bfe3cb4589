import { handle } from '@/app/door'
import { pdf } from '@/app/pdf'
import { kennelDatabase } from '@/store/connection'
import { readHouse } from '@/store/house'
import { requestTime } from '@/work/scene/clock'
import { doorCard } from '@/work/page/printed'
import { cardPdf } from '@/work/pdf/pdf'

export const GET = handle('hand', async (_: Request, { params }: { params: Promise<{ residencyId: string }> }) => {
  const db = kennelDatabase()
  const card = doorCard(db, (await params).residencyId, requestTime())
  return card
    ? pdf(await cardPdf(card, readHouse(db)), `run-${card.run}-${card.name}`)
    : new Response('Dog not found.', { status: 404 })
})
