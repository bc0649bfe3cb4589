const voided = (id: string): string => `EXISTS (SELECT 1 FROM voided v WHERE v.target_id = ${id})`

/** What another device adds to a set stands by itself: it is no rep of that set, and ends none. */
export const ofItsDevice = (fact: string, set: string): string => `${fact}.device = ${set}.device`

/**
 * Design choice, ms: a rep that comes so long after its set was begun belongs to none that anybody remembers. A
 * demonstration and a day in a kennel without network are shorter.
 */
const longestSetMs = 12 * 3_600_000
const inTime = (set: string): string => `r.at <= ${set}.at + ${longestSetMs}`

/**
 * A query for the reps that stand, as `r`, each with the standing set it belongs to, as `s`: those of the set itself,
 * and those that a device still added to it after it was put right under another id. `where` speaks of `s` only.
 */
export const standingReps = (columns: string, where: string): string =>
  `SELECT ${columns} FROM training_set s JOIN rep r ON r.set_id = s.id
   WHERE ${where} AND ${ofItsDevice('r', 's')} AND ${inTime('s')}
     AND NOT ${voided('s.id')} AND NOT ${voided('r.id')} AND (r.root IS NULL OR NOT
     ${voided('r.root')})
   UNION ALL
   SELECT ${columns} FROM training_set s JOIN training_set o ON o.id = s.root JOIN rep r ON r.set_id = s.root
   WHERE ${ofItsDevice('r', 'o')} AND ${inTime('o')}
     AND ${where} AND s.root IS NOT NULL AND NOT ${voided('s.id')} AND NOT ${voided('r.id')} AND NOT EXISTS
     (SELECT 1 FROM rep c WHERE c.root = r.id AND c.set_id = s.id)`
