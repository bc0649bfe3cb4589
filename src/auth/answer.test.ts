import { afterEach, describe, expect, it } from 'vitest'
import type { Db } from '@/store/database'
import { databaseErrorText, databaseErrorOf } from '@/store/databaseError'
import { begin, personOf } from '@/work/actions/signIn'
import { recordFacts } from '@/work/record/accept'
import { standingOf } from '@/work/record/standing'
import { dog, monday, newKennel, Tablet, trainer } from '@/work/tests/kennel'
import { answerDatabaseErrors } from './answer'

describe('a disk that is full and a file that may not be written', () => {
  const opened: Db[] = []
  afterEach(() => opened.splice(0).forEach((db) => db.close()))
  function stage() {
    const db = newKennel()
    opened.push(db)
    const ada = trainer(db)
    return { db, ada, id: dog(db), tablet: new Tablet() }
  }
  /** No page more than there is: what SQLite does where the disk has no room. */
  const fill = (db: Db) => db.pragma(`max_page_count = ${String(db.pragma('page_count', { simple: true }))}`)

  it('keep what is there readable, give back a batch whole, and take it once there is room', async () => {
    const { db, ada, id, tablet } = stage()
    fill(db)
    const set = tablet.set(id, ada)
    const batch = tablet.batch([set, ...Array.from({ length: 300 }, () => tablet.rep(set.id))])
    const count = () => Number(db.prepare('SELECT count(*) FROM fact').pluck().get())
    const was = count()
    const answer = await answerDatabaseErrors(() => Response.json(recordFacts(db, batch, tablet.at)))
    expect([answer.status, await answer.json()]).toEqual([507, { error: databaseErrorText.full, trouble: 'full' }])
    expect(count()).toBe(was)
    expect(standingOf(db, id, tablet.at).summary.commands.length).toBeGreaterThan(5)
    db.pragma('max_page_count = 1000000')
    expect((await answerDatabaseErrors(() => Response.json(recordFacts(db, batch, tablet.at)))).status).toBe(200)
    expect(count()).toBe(was + 301)
  })

  it('nobody is shut out from looking on', () => {
    const { db, ada } = stage()
    const sign = begin(db, ada, 'here', monday)
    db.pragma('query_only = ON')
    expect(personOf(db, sign, monday + 120_000)?.id).toBe(ada)
    let kind: unknown
    try {
      db.prepare("UPDATE kennel SET name = 'x'").run()
    } catch (error) {
      kind = databaseErrorOf(error)
    }
    expect(kind).toBe('read-only')
  })

  it('what the program itself got wrong stays an error', async () => {
    const { db } = stage()
    await expect(
      answerDatabaseErrors(() => Response.json(db.prepare('SELECT nothing FROM kennel').all())),
    ).rejects.toThrow()
    await expect(
      answerDatabaseErrors(() => {
        throw new Error('mine')
      }),
    ).rejects.toThrow('mine')
  })
})
