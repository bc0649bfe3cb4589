import Database from 'better-sqlite3'

/** What facts are measured beside: one row of what came, kept as surely as Kibou keeps facts. */
const db = new Database(process.env['BARE_DB'] ?? '')
db.pragma('journal_mode = WAL')
db.pragma('synchronous = FULL')
db.exec('CREATE TABLE IF NOT EXISTS arrived (n INTEGER PRIMARY KEY, body TEXT NOT NULL) STRICT')
const insert = db.prepare('INSERT INTO arrived (body) VALUES (?)')

export async function POST(request: Request): Promise<Response> {
  const body: unknown = JSON.parse(await request.text())
  return Response.json({ n: Number(insert.run(JSON.stringify(body)).lastInsertRowid) })
}
