import { handle } from '@/app/auth'
import { pdf } from '@/app/pdf'
import { dayOfYearText } from '@/core/days'
import { kennelDatabase, readHouse } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { feedingList } from '@/work/page/printed'
import { feedingPdf } from '@/work/pdf/pdf'

export const GET = handle('hand', async () => {
  const db = kennelDatabase()
  const list = feedingList(db, requestTime())
  const house = readHouse(db)
  return pdf(await feedingPdf(list, house), `Feeding ${dayOfYearText(list.today, house.dates)}`)
})
