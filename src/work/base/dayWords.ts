import { dayText } from '@/core/days'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'

/** How this house writes a day. */
export const dayWords = (db: Db): ((day: string) => string) => {
  const { dates } = readHouse(db)
  return (day) => dayText(day, dates)
}
