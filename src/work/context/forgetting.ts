import { fitForgetting, type FittedForgetting } from '@/core/forecast/forgetting'
import { readForgetting } from '@/store/forgetting'
import type { Db } from '@/store/database'

/**
 * The forgetting model in use here: fitted from the kennel's own refreshers when there are enough, the house's else.
 */
export const kennelForgetting = (db: Db): FittedForgetting => readForgetting(db) ?? fitForgetting([])
