import { z } from 'zod'
import type { Db } from '@/store/database'
import { dogs, gone, staff } from './cast'
import { demoTablet } from './make'

const n = z.object({ n: z.number() })

/** Whether nobody has worked in this demonstration kennel since it was made. */
export function demoIsUntouched(db: Db): boolean {
  const count = (sql: string, ...args: unknown[]) => n.parse(db.prepare(sql).get(...args)).n
  const lastSet = count('SELECT coalesce(max(at), 0) AS n FROM training_set WHERE device = ?', demoTablet)
  return (
    count('SELECT count(*) AS n FROM training_set WHERE device <> ?', demoTablet) === 0 &&
    count('SELECT count(*) AS n FROM handoff_event') <= 1 &&
    count('SELECT count(*) AS n FROM residency') === dogs.length + gone.length + 1 &&
    count('SELECT count(*) AS n FROM person') === staff.length &&
    count('SELECT (SELECT count(*) FROM intake_draft) + (SELECT count(*) FROM baseline_rep) + (SELECT count(*) FROM baseline_start) + (SELECT count(*) FROM reward_taste) + (SELECT count(*) FROM fed) + (SELECT count(*) FROM pause) + (SELECT count(*) FROM photo) + (SELECT count(*) FROM day_off) AS n') === 0 &&
    count('SELECT count(*) AS n FROM house_setting') === 1 &&
    // All that the demonstration wrote down itself was before its last set.
    count(`SELECT (SELECT count(*) FROM intake_entry WHERE at > ?1) + (SELECT count(*) FROM weight WHERE at > ?1) + (SELECT count(*) FROM feeding_plan WHERE at > ?1) AS n`, { 1: lastSet }) === 0
  )
}
