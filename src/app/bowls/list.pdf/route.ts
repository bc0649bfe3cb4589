import { handle } from '@/app/door'
import { pdf } from '@/app/pdf'
import { sayDayOfYear } from '@/core/days'
import { kennelDatabase } from '@/store/connection'
import { readHouse } from '@/store/house'
import { requestTime } from '@/work/scene/clock'
import { feedingList } from '@/work/page/printed'
import { feedingPdf } from '@/work/pdf/pdf'

export const GET = handle('hand', async () => {
  const db = kennelDatabase()
  const list = feedingList(db, requestTime())
  const house = readHouse(db)
  return pdf(await feedingPdf(list, house), `Feeding ${sayDayOfYear(list.today, house.dates)}`)
})
