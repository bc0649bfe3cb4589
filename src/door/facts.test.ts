import Database from 'better-sqlite3'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { receipt } from '@/core/facts/receipt'
import { kennelDatabase } from '@/store/connection'
import { openDatabase } from '@/store/database'
import { begin } from '@/work/do/signIn'
import { dog, monday, newFile, Tablet, trainer } from '@/work/tests/kennel'
import { takeFacts, type Asked } from './facts'
import { cookieName, sealOf } from './seal'

const held = globalThis as typeof globalThis & { kibouDatabase?: ReturnType<typeof openDatabase> }

let file = ''
let person = ''
let cookie = ''
let body = ''

beforeEach(async () => {
  file = newFile()
  process.env['KIBOU_DB'] = file
  const db = kennelDatabase()
  person = trainer(db)
  const tablet = new Tablet()
  const facts = [tablet.set(dog(db), person)]
  body = JSON.stringify({ device: tablet.device, deviceNow: monday, facts })
  cookie = `other=1; ${cookieName}=${encodeURIComponent(await sealOf(db, begin(db, person, '127.0.0.1', Date.now())))}`
})
afterEach(() => {
  held.kibouDatabase?.close()
  delete held.kibouDatabase
  delete process.env['KIBOU_DB']
})

const ask = async (more: Partial<Omit<Asked, 'body'>> & { readonly body?: string } = {}) => {
  let read = false
  const answer = await takeFacts({
    method: 'POST',
    cookie,
    type: 'application/json; charset=utf-8',
    ...more,
    body: () => {
      read = true
      return Promise.resolve(more.body ?? body)
    },
  })
  return { status: answer.status, said: (await answer.json()) as unknown, read, headers: answer.headers }
}

describe('the facts door', () => {
  it('takes a batch once, and knows it when it comes again', async () => {
    const statuses = async () => {
      const { status, said } = await ask()
      expect(status).toBe(200)
      return receipt.parse(said).results.map((r) => r.status)
    }
    expect([await statuses(), await statuses()]).toEqual([['stored'], ['known']])
    expect(kennelDatabase().prepare('SELECT sent_by FROM fact').pluck().all()).toEqual([person])
  })

  it.each<[string, Parameters<typeof ask>[0], number, string]>([
    ['nobody', { cookie: undefined }, 401, 'signed out'],
    ['a forged cookie', { cookie: `${cookieName}=Fe26.2*1*forged` }, 401, 'signed out'],
    ['a cookie that cannot be read', { cookie: `${cookieName}=%E0%A4%A` }, 401, 'signed out'],
    ['a question', { method: 'GET' }, 405, 'brought'],
    ['no JSON', { type: 'text/plain' }, 415, 'application/json'],
    ['nothing said of its type', { type: undefined }, 415, 'application/json'],
  ])('%s is refused before anything is read', async (_who, more, wanted, words) => {
    const { status, said, read } = await ask(more)
    expect([status, read]).toEqual([wanted, false])
    expect(JSON.stringify(said)).toContain(words)
  })

  it.each(['', '{', '[]', '{"device":1}', 'null'])('%j is no batch', async (odd) => {
    const { status, said } = await ask({ body: odd })
    expect(status).toBe(400)
    expect(said).toMatchObject({ error: 'This is no batch of facts.' })
  })

  it('a sign-in that was ended opens nothing', async () => {
    kennelDatabase().prepare('UPDATE signing_in SET ended_at = ?').run(Date.now())
    expect((await ask()).status).toBe(401)
  })

  it('waits for whoever writes, and says busy where that does not end, all the while turning', async () => {
    const other = new Database(file)
    other.exec('BEGIN IMMEDIATE')
    // One that has not been opened yet waits too.
    held.kibouDatabase?.close()
    delete held.kibouDatabase
    let turns = 0
    const turning = setInterval(() => turns++, 5)
    const soon = setTimeout(() => other.exec('COMMIT'), 300)
    const done = await ask()
    clearTimeout(soon)
    expect(done.status).toBe(200)
    expect(turns).toBeGreaterThan(5)
    other.exec('BEGIN IMMEDIATE')
    const refused = await ask()
    clearInterval(turning)
    expect([refused.status, refused.headers.get('retry-after')]).toEqual([503, '5'])
    expect(refused.said).toMatchObject({ trouble: 'busy' })
    other.close()
  })
})
