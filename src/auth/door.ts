/**
 * What routes are given of the kennel: its one connection, and what is known of it there. No route reads a table: it
 * hands the connection on to work, and says who asks.
 */
export { kennelDatabase } from '@/store/connection'
export { readHouse } from '@/store/house'
export { hadDogs } from '@/store/kennel'
export type { Db } from '@/store/database'
export type { Person } from '@/store/kennel'
export { retryWhileBusy } from '@/store/retryWhileBusy'
export { isWallTablet } from '@/store/wallTablets'
export { passOver, databaseErrorText, databaseErrorOf } from '@/store/databaseError'
