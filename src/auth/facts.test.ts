import Database from 'better-sqlite3'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { receipt } from '@/core/facts/receipt'
import { openDatabase, type Db } from '@/store/database'
import { begin } from '@/work/actions/signIn'
import { dog, monday, newFile, Tablet, trainer } from '@/work/tests/kennel'
import takeFacts, { type Asked } from './facts'
import { cookieName, sealOf } from './seal'

let db: Db
let file = ''
let person = ''
let cookie = ''
let body = ''

beforeEach(async () => {
  file = newFile()
  db = openDatabase(file)
  person = trainer(db)
  const tablet = new Tablet()
  const facts = [tablet.set(dog(db), person)]
  body = JSON.stringify({ device: tablet.device, deviceNow: monday, facts })
  cookie = `other=1; ${cookieName}=${encodeURIComponent(await sealOf(db, begin(db, person, '127.0.0.1', Date.now())))}`
})
afterEach(() => {
  db.close()
})

const ask = async (more: Partial<Asked> = {}) => {
  const answer = await takeFacts({
    file,
    damaged: false,
    method: 'POST',
    cookie,
    type: 'application/json; charset=utf-8',
    body,
    secure: false,
    ...more,
  })
  return { status: answer.status, said: JSON.parse(answer.text) as unknown, headers: answer.headers }
}
const kept = () => db.prepare('SELECT sent_by FROM fact').pluck().all()

describe('the facts door', () => {
  it('takes a batch once, and knows it when it comes again', async () => {
    let device = ''
    const statuses = async () => {
      const { status, said, headers } = await ask({ cookie: cookie + device })
      expect(status).toBe(200)
      device ||= `; ${headers['set-cookie']?.split(';')[0] ?? ''}`
      return receipt.parse(said).results.map((r) => r.status)
    }
    expect([await statuses(), await statuses()]).toEqual([['stored'], ['known']])
    expect(kept()).toEqual([person])
  })

  it('gives a device a name with what it sends first, and takes nothing in that name from another', async () => {
    const first = await ask()
    const given = /^kibou-device=([^;]+); Path=\/; HttpOnly; SameSite=Lax; Max-Age=\d+$/.exec(
      first.headers['set-cookie'] ?? '',
    )?.[1]
    expect(given).toBeDefined()
    const own = `${cookie}; kibou-device=${given ?? ''}`
    const again = await ask({ cookie: own })
    expect([receipt.parse(again.said), again.headers['set-cookie']]).toMatchObject([{ rename: false }, undefined])
    expect(receipt.parse((await ask()).said)).toEqual({ results: [], wanted: [], rename: true })
    const forged = receipt.parse((await ask({ cookie: `${cookie}; kibou-device=Fe26.2*1*x` })).said)
    expect(forged.rename).toBe(true)
    expect(kept()).toEqual([person])
  })

  it.each<[string, Partial<Asked>, number, string]>([
    ['nobody', { cookie: undefined }, 401, 'signed out'],
    ['a forged cookie', { cookie: `${cookieName}=Fe26.2*1*forged` }, 401, 'signed out'],
    ['a cookie that cannot be read', { cookie: `${cookieName}=%E0%A4%A` }, 401, 'signed out'],
    ['a question', { method: 'GET' }, 405, 'brought'],
    ['no JSON', { type: 'text/plain' }, 415, 'application/json'],
    ['nothing said of its type', { type: undefined }, 415, 'application/json'],
  ])('%s is refused, and nothing kept', async (_who, more, wanted, words) => {
    const { status, said } = await ask(more)
    expect([status, kept()]).toEqual([wanted, []])
    expect(JSON.stringify(said)).toContain(words)
  })

  const inward = JSON.stringify({
    device: '08017235-0190-4071-b78f-4aa744d744ab',
    deviceNow: monday,
    facts: [{ kind: 'set-opened', itemId: { length: { toString: 3 } } }],
  })
  it.each(['', '{', '[]', '{"device":1}', 'null', inward])('%j is no batch', async (odd) => {
    const { status, said } = await ask({ body: odd })
    expect(status).toBe(400)
    expect(said).toMatchObject({ error: 'This is no batch of facts.' })
  })

  it('a sign-in that was ended opens nothing', async () => {
    db.prepare('UPDATE signing_in SET ended_at = ?').run(Date.now())
    expect((await ask()).status).toBe(401)
  })

  it('says busy where whoever writes does not end, and takes them then', async () => {
    expect((await ask({ cookie: undefined })).status).toBe(401)
    const other = new Database(file)
    other.exec('BEGIN IMMEDIATE')
    const { status, said, headers } = await ask()
    expect([status, headers['retry-after']]).toEqual([503, '5'])
    expect(said).toMatchObject({ trouble: 'busy' })
    other.exec('ROLLBACK')
    expect((await ask()).status).toBe(200)
    other.close()
  })

  it('takes nothing into a file that is damaged', async () => {
    const { status, said } = await ask({ damaged: true })
    expect([status, kept()]).toEqual([503, []])
    expect(said).toMatchObject({ trouble: 'broken' })
  })

  it('another file is another kennel', async () => {
    expect((await ask({ file: newFile() })).status).toBe(401)
    expect((await ask()).status).toBe(200)
    expect(kept()).toEqual([person])
  })
})
