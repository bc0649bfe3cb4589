import Database from 'better-sqlite3'
import { copyFileSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { z } from 'zod'
import { openDatabase } from '../database'
import { factTables } from '../facts/kinds'

const names = z.array(z.object({ name: z.string() })).transform((rows) => rows.map((r) => r.name))
const deskDevice = '01890000-0000-7000-8000-00000000de5c'

/**
 * Lays the kennel of a file out as the version before `fact` wrote it (migrations up to 0009): each kind of fact a
 * table by itself with its own moments of the device and of arrival, and the desk's numbers counted within each. The
 * file `to` is then such a database, for the migration to be tried on.
 */
export function layOutAsVersionNine(from: string, to: string): void {
  const folder = mkdtempSync(join(tmpdir(), 'kibou-nine-'))
  for (const file of readdirSync('src/store/migrations'))
    if (file < '0010') copyFileSync(join('src/store/migrations', file), join(folder, file))
  openDatabase(to, folder).close()
  rmSync(folder, { recursive: true })
  const db = new Database(to)
  db.pragma('foreign_keys = OFF')
  db.prepare('ATTACH ? AS newer').run(from)
  const tables = names.parse(
    db.prepare("SELECT name FROM main.sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%'").all(),
  )
  const triggers = z
    .array(z.object({ name: z.string(), sql: z.string() }))
    .parse(db.prepare("SELECT name, sql FROM main.sqlite_schema WHERE type = 'trigger'").all())
  db.transaction(() => {
    // What was refused when it was written is not asked again of what is only copied.
    for (const t of triggers) db.exec(`DROP TRIGGER main."${t.name}"`)
    const later = names.parse(db.prepare("SELECT name FROM newer.sqlite_schema WHERE type = 'table'").all())
    for (const table of tables) {
      // What a later version keeps elsewhere is not there to be copied.
      if (!later.includes(table)) continue
      const columns = names.parse(db.prepare(`SELECT name FROM pragma_table_info('${table}', 'main')`).all())
      db.exec(`DELETE FROM main."${table}"`)
      const isFacts = factTables.includes(table)
      const chosen = columns.map((c) =>
        !isFacts
          ? `"${c}"`
          : c === 'device_at' || c === 'received_at'
            ? `f.${c}`
            : c === 'seq'
              ? `CASE d.device WHEN '${deskDevice}' THEN row_number() OVER (PARTITION BY d.device ORDER BY d.seq) - 1
                 ELSE d.seq END`
              : `d."${c}"`,
      )
      db.exec(
        `INSERT INTO main."${table}" (${columns.map((c) => `"${c}"`).join(', ')}) SELECT ${chosen.join(', ')}
         FROM newer."${table}" ${isFacts ? 'd JOIN newer.fact f ON f.id = d.id ORDER BY d.rowid' : 'ORDER BY rowid'}`,
      )
    }
    for (const t of triggers) db.exec(t.sql)
  })()
  db.close()
}
