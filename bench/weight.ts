import { fork } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { pages, sampleAddress } from '@/screens/pages'
import { makeDemo } from '@/demo/make'
import { openDatabase } from '@/store/database'
import { dayIn } from '@/core/days'
import { rebuildStandings } from '@/work/upkeep/renewStandings'
import { residentsOn } from '@/store/residents'

/** What the first load of each page weighs: its scripts, gzip, and its HTML. Prints, and fails nothing. */
const file = join(mkdtempSync(join(tmpdir(), 'kibou-weight-')), 'kennel.db')
const db = openDatabase(file)
const today = dayIn('Europe/London', Date.now())
makeDemo(db, today)
rebuildStandings(db, Date.now())
const ids = new Map(residentsOn(db, today).map((r) => [r.name, r.residencyId]))
db.close()

const port = 4877
const url = `http://127.0.0.1:${port}`
const server = fork('scripts/server.mjs', {
  env: { ...process.env, NODE_ENV: 'production', KIBOU_DB: file, HOST: '127.0.0.1', PORT: String(port) },
  execArgv: [],
  stdio: 'ignore',
})
await new Promise((ready) => server.once('message', ready))
const sizes = new Map<string, number>()
/** Gzip size of a file of the program, bytes. */
async function weigh(path: string): Promise<number> {
  const known = sizes.get(path)
  if (known !== undefined) return known
  const size = gzipSync(Buffer.from(await (await fetch(url + path)).arrayBuffer())).length
  sizes.set(path, size)
  return size
}
try {
  const door = await fetch(`${url}/api/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ personId: 'maud', passcode: 'osier bank' }),
  })
  const cookie = (door.headers.getSetCookie()[0] ?? '').split(';')[0] ?? ''
  const kb = (bytes: number) => (bytes / 1024).toFixed(0).padStart(5)
  console.log('scripts kB gzip, HTML kB, page (an empty page of this stack: about 146 kB of scripts)')
  for (const page of pages) {
    const answer = await fetch(url + sampleAddress(page, (dog) => ids.get(dog) ?? ''), { headers: { cookie } })
    const html = await answer.text()
    const scripts = new Set(
      [...html.matchAll(/<script[^>]+src="(\/_next\/static\/[^"?]+\.js)[^"]*"[^>]*>/g)].flatMap((m) =>
        m[0].includes('noModule') || m[1] === undefined ? [] : [m[1]],
      ),
    )
    let total = 0
    for (const path of scripts) total += await weigh(path)
    console.log(`${kb(total)} ${kb(html.length)}  ${page.address}`)
  }
} finally {
  server.send('stop')
}
