import { handle } from '@/app/door'
import { pdf } from '@/app/pdf'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/scene/clock'
import { feedingList } from '@/work/page/printed'
import { feedingPdf } from '@/work/pdf/pdf'

export const GET = handle('hand', async () => {
  const list = feedingList(kennelDatabase(), requestTime())
  return pdf(await feedingPdf(list), `feeding-${list.today}`)
})
