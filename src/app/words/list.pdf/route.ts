import { handle } from '@/app/door'
import { pdf } from '@/app/pdf'
import { kennelDatabase } from '@/store/connection'
import { requestTime } from '@/work/scene/clock'
import { cueDictionary } from '@/work/page/printed'
import { wordsPdf } from '@/work/pdf/pdf'

export const GET = handle('hand', async () => {
  const view = cueDictionary(kennelDatabase(), requestTime())
  return pdf(await wordsPdf(view), `words-${view.today}`)
})
