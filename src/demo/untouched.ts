import { z } from 'zod'
import type { Db } from '@/store/database'
import { dogs, gone, staff } from './cast'
import { demoTablet } from './make'

const n = z.object({ n: z.number() })

/** Whether nobody has worked in this demonstration kennel since it was made. */
export function demoIsUntouched(db: Db): boolean {
  const count = (sql: string, ...args: unknown[]) => n.parse(db.prepare(sql).get(...args)).n
  return (
    count('SELECT count(*) AS n FROM training_set WHERE device <> ?', demoTablet) === 0 &&
    count('SELECT count(*) AS n FROM handoff_event') <= 1 &&
    count('SELECT count(*) AS n FROM residency') === dogs.length + gone.length &&
    count('SELECT count(*) AS n FROM person') === staff.length
  )
}
