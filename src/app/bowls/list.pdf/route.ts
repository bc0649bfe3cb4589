import { handle } from '@/app/door'
import { pdf } from '@/app/pdf'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/clock'
import { feedingList } from '@/work/papers'
import { feedingPdf } from '@/work/pdf'

export const GET = handle('hand', async () => {
  const list = feedingList(kennelDatabase(), requestTime())
  return pdf(await feedingPdf(list), `feeding-${list.today}`)
})
