import { handle } from '@/app/door'
import { pdf } from '@/app/pdf'
import { sayDayOfYear } from '@/core/days'
import { kennelDatabase } from '@/store/connection'
import { readHouse } from '@/store/house'
import { requestTime } from '@/work/scene/clock'
import { cueDictionary } from '@/work/page/printed'
import { wordsPdf } from '@/work/pdf/pdf'

export const GET = handle('hand', async () => {
  const db = kennelDatabase()
  const view = cueDictionary(db, requestTime())
  const house = readHouse(db)
  return pdf(await wordsPdf(view, house), `Words ${sayDayOfYear(view.today, house.dates)}`)
})
