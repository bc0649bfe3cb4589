const voided = (id: string): string => `EXISTS (SELECT 1 FROM voided v WHERE v.target_id = ${id})`

/**
 * A query for the reps that stand, as `r`, each with the standing set it belongs to, as `s`: those of the set itself,
 * and those that a device still added to it after it was put right under another id. `where` speaks of `s` only.
 */
export const standingReps = (columns: string, where: string): string =>
  `SELECT ${columns} FROM training_set s JOIN rep r ON r.set_id = s.id
   WHERE ${where} AND NOT ${voided('s.id')} AND NOT ${voided('r.id')} AND (r.root IS NULL OR NOT
     ${voided('r.root')})
   UNION ALL
   SELECT ${columns} FROM training_set s JOIN rep r ON r.set_id = s.root
   WHERE ${where} AND s.root IS NOT NULL AND NOT ${voided('s.id')} AND NOT ${voided('r.id')} AND NOT EXISTS
     (SELECT 1 FROM rep c WHERE c.root = r.id AND c.set_id = s.id)`
