import { handle } from '@/app/auth'
import { pdf } from '@/app/pdf'
import { dayOfYearText } from '@/core/days'
import { kennelDatabase, readHouse } from '@/auth/door'
import { requestTime } from '@/work/base/clock'
import { cueDictionary } from '@/work/page/printed'
import { wordsPdf } from '@/work/pdf/pdf'

export const GET = handle('hand', async () => {
  const db = kennelDatabase()
  const view = cueDictionary(db, requestTime())
  const house = readHouse(db)
  return pdf(await wordsPdf(view, house), `Words ${dayOfYearText(view.today, house.dates)}`)
})
