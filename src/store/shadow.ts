import { z } from 'zod'
import { inMemory, type Db } from './database'

/**
 * What was recorded of training, and what is made of it: it grows without end, and whether a dog may be booked does not
 * hang on it.
 */
const leftOut = new Set([
  'fact',
  'training_set',
  'rep',
  'set_close',
  'voided',
  'block',
  'block_close',
  'correction',
  'small_thing',
  'refused_fact',
  'photo',
  'practice_log',
  'standing',
  'forecast',
  'forecast_now',
  'forecast_due',
  'forecast_outcome',
  'table_import',
  'table_import_row',
])

const schemaRows = z.array(z.object({ type: z.string(), name: z.string(), sql: z.string() }))
const inOrder = ['table', 'index', 'view', 'trigger']

/**
 * A kennel in memory that knows what this one knows of its house, people and dogs: what a deed would do is tried on it,
 * and nobody waits for a lock. It holds nothing that was recorded of training. Close it when done.
 */
export function shadowOf(db: Db): Db {
  const shadow = inMemory()
  shadow.pragma('foreign_keys = OFF')
  const schema = schemaRows
    .parse(
      db.prepare(`SELECT type, name, sql FROM sqlite_schema WHERE sql IS NOT NULL AND name NOT LIKE 'sqlite_%'`).all(),
    )
    .sort((a, b) => inOrder.indexOf(a.type) - inOrder.indexOf(b.type))
  for (const { sql } of schema.filter((s) => s.type === 'table')) shadow.exec(sql)
  shadow.prepare('ATTACH ? AS house').run(db.name)
  shadow
    .transaction(() => {
      for (const { type, name } of schema)
        if (type === 'table' && !leftOut.has(name))
          shadow.exec(`INSERT INTO main."${name}" SELECT * FROM house."${name}"`)
    })
    .deferred()
  shadow.exec('DETACH house')
  for (const { type, sql } of schema) if (type !== 'table') shadow.exec(sql)
  return shadow
}
