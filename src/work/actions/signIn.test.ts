import { verify } from '@node-rs/argon2'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readHouse } from '@/store/house'
import { demoPasscode } from '@/demo/passcode'
import { passcodeHash } from '@/demo/make'
import { insertPerson, readPeople } from '@/store/kennel'
import { hasLead, readSigners, writePasscode } from '@/store/signingIn'
import { monday } from '@/core/tests/facts'
import { weighPasscode } from './weighPasscode'
import { addSigner, begin, changePasscode, personOf, setUp, signIn, signOut, signOutEverywhere } from './signIn'
import { loadDoor } from '../page/signIn'
import { newKennel } from '../tests/kennel'
import type { PersonId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const form = { kennel: 'Osier Bank', name: 'Maud', passcode: 'willow ferry rod', again: 'willow ferry rod' }
const minutes = (n: number) => n * 60_000

async function kennelWithLead() {
  const db = newKennel()
  const done = await setUp(db, form, monday, weighPasscode)
  if (!done.ok) throw new Error('not set up')
  return { db, lead: readSigners(db, '2026-03-02')[0]?.id ?? '', session: done.id }
}

describe('setting a kennel up', () => {
  it('makes the first lead and lets them in, once only', async () => {
    const { db, session } = await kennelWithLead()
    expect(personOf(db, session, monday)).toMatchObject({ name: 'Maud', role: 'lead' })
    expect(loadDoor(db, monday)).toMatchObject({ kennel: 'Osier Bank', empty: false, isDemo: false })
    expect(await setUp(db, { ...form, name: 'Eve' }, monday, weighPasscode)).toMatchObject({
      ok: false,
      errors: { '': expect.stringContaining('already') },
    })
    expect(readSigners(db, '2026-03-02')).toHaveLength(1)
  })

  it('measures and reads as was chosen, and as a plain house where nothing was', async () => {
    const ways = { timeZone: 'America/Chicago', unit: 'lb', lengths: 'ft', temperatures: 'F', clock: '12' } as const
    const db = newKennel()
    expect((await setUp(db, { ...form, ...ways, paper: 'Letter' }, monday, weighPasscode)).ok).toBe(true)
    expect(readHouse(db)).toMatchObject({ ...ways, name: 'Osier Bank', paper: 'Letter', week: 'monday' })
    const wrong = await setUp(newKennel(), { ...form, timeZone: 'Mars/Base', unit: 'stone' }, monday, weighPasscode)
    expect(wrong.ok ? {} : wrong.errors).toMatchObject({ timeZone: 'No such time zone.', unit: 'Choose one.' })
    const plain = newKennel()
    await setUp(plain, form, monday, weighPasscode)
    expect(readHouse(plain)).toMatchObject({ unit: 'kg', lengths: 'm', paper: 'A' })
  })

  it('of two who set it up at once, one is the lead', async () => {
    const db = newKennel()
    const both = await Promise.all([
      setUp(db, form, monday, weighPasscode),
      setUp(db, { ...form, name: 'Eve' }, monday, weighPasscode),
    ])
    expect(both.filter((d) => d.ok)).toHaveLength(1)
    expect(readSigners(db, '2026-03-02')).toHaveLength(1)
  })

  it.each([
    ['a passcode of one letter', { passcode: 'a', again: 'a' }, 'passcode'],
    ['a passcode of 200', { passcode: 'a'.repeat(200), again: 'a'.repeat(200) }, 'passcode'],
    ['two that differ', { again: 'willow rot' }, 'again'],
    ['no name', { name: ' ' }, 'name'],
    ['a control character', { kennel: 'Osier\u0000' }, 'kennel'],
  ])('refuses %s', async (_, wrong, field) => {
    const db = newKennel()
    const done = await setUp(db, { ...form, ...wrong }, monday, weighPasscode)
    expect(done.ok ? [] : Object.keys(done.errors)).toContain(field)
    expect(hasLead(db)).toBe(false)
  })

  it('never crashes on random input', async () => {
    const db = newKennel()
    await fc.assert(
      fc.asyncProperty(fc.anything(), async (raw) => {
        expect((await setUp(db, raw, monday, weighPasscode)).ok).toBe(false)
      }),
      { numRuns: 300 },
    )
  })
})

describe('signing in', () => {
  it('needs the right passcode, kept only as an argon2id hash', async () => {
    const { db, lead } = await kennelWithLead()
    expect(db.prepare('SELECT passcode FROM person WHERE id = ?').pluck().get(lead)).toMatch(/^\$argon2id\$v=19\$/)
    const done = await signIn(db, { personId: lead, passcode: 'willow ferry rod' }, 'here', monday)
    expect(done).toMatchObject({ ok: true, person: { name: 'Maud' } })
    expect(await signIn(db, { personId: lead, passcode: 'Willow ferry rod' }, 'here', monday)).toMatchObject({
      ok: false,
      waitMs: 0,
    })
    expect(await signIn(db, { personId: 'nobody', passcode: 'willow ferry rod' }, 'there', monday)).toMatchObject({
      ok: false,
    })
  })

  it('slows who guesses, at that name and from there, and not the one whose name it is', async () => {
    const { db, lead } = await kennelWithLead()
    await addSigner(
      db,
      { name: 'Joss', role: 'trainer', weekdays: ['1'], from: '09:00', to: '17:00', passcode: 'hazel ferry rod' },
      monday,
      weighPasscode,
    )
    const joss = readSigners(db, '2026-03-02').find((p) => p.name === 'Joss')?.id ?? ''
    const tried = (personId: PersonId, passcode: string, from: string, at: EpochMs) =>
      signIn(db, { personId, passcode }, from, at)
    expect((await tried(lead, 'willow ferry rod', 'desk', monday)).ok).toBe(true)
    for (let i = 0; i < 5; i++) await tried(lead, `wrong ${i}`, 'tablet', monday + i)
    expect(await tried(lead, 'willow ferry rod', 'tablet', monday + 1000)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('30 s'),
    })
    expect((await tried(lead, 'willow ferry rod', 'desk', monday + 1000)).ok).toBe(true)
    expect((await tried(joss, 'hazel ferry rod', 'tablet', monday + 1000)).ok).toBe(true)
    expect((await tried(lead, 'willow ferry rod', 'tablet', monday + 31_000)).ok).toBe(true)
    // Guessing at names that nobody has slows whoever guesses at those, and nobody with a name.
    for (let i = 0; i < 5; i++) await tried(`guess ${i}`, 'x', 'garden', monday + minutes(5) + i)
    expect((await tried(joss, 'hazel ferry rod', 'garden', monday + minutes(5) + 1000)).ok).toBe(true)
    expect(await tried('guess 9', 'x', 'garden', monday + minutes(5) + 1000)).toMatchObject({
      ok: false,
      code: 'too-many-tries',
    })
  })

  it('a name that is guessed at from all over is slowed there, and never where its person comes in', async () => {
    const { db, lead } = await kennelWithLead()
    expect((await signIn(db, { personId: lead, passcode: 'willow ferry rod' }, 'desk', monday)).ok).toBe(true)
    const all = await Promise.all(
      Array.from({ length: 60 }, (_, i) =>
        signIn(
          db,
          { personId: lead, passcode: i === 59 ? 'willow ferry rod' : `wrong ${i}` },
          `fe80:0:0:${i}::1`,
          monday,
        ),
      ),
    )
    // At the same moment, from sixty places: no way round it.
    expect(all.filter((d) => !d.ok && d.waitMs > 0).length).toBeGreaterThan(30)
    expect(all.some((d) => d.ok)).toBe(false)
    expect(db.prepare('SELECT count(*) FROM wrong_passcode WHERE key = ?').pluck().get(`person ${lead}`)).toBe(20)
    expect((await signIn(db, { personId: lead, passcode: 'willow ferry rod' }, 'desk', monday + 5)).ok).toBe(true)
    // One sender with many addresses of its own is one.
    for (let i = 0; i < 5; i++)
      await signIn(db, { personId: lead, passcode: 'x' }, `2001:db8:1:2:${i}::9`, monday + minutes(70))
    expect(
      await signIn(db, { personId: lead, passcode: 'x' }, '2001:db8:1:2:ffff:1:2:3', monday + minutes(70) + 5),
    ).toMatchObject({ ok: false, code: 'too-many-tries' })
  })

  it('an office clock that was a year ahead and is put right keeps nobody out, and nobody in', async () => {
    const { db, lead } = await kennelWithLead()
    const year = 365 * 86_400_000
    for (let i = 0; i < 30; i++) await signIn(db, { personId: lead, passcode: `wrong ${i}` }, 'here', monday + year + i)
    const ahead = await signIn(db, { personId: lead, passcode: 'willow ferry rod' }, 'desk', monday + year)
    expect(ahead.ok).toBe(true)
    expect((await signIn(db, { personId: lead, passcode: 'willow ferry rod' }, 'here', monday)).ok).toBe(true)
    expect(personOf(db, ahead.ok ? ahead.id : '', monday)).toBeUndefined()
  })

  it('is opened by no passcode that is easy to guess, and by none that nobody could weigh', async () => {
    const { db, lead } = await kennelWithLead()
    // Leaked most often, as common practice has it; beside them what somebody who knows the house would try.
    const leaked = ['Password123', '123456789', 'aaaaaaaa', 'qwerty', 'iloveyou', 'passw0rd', 'letmein1', 'abcdefgh']
    for (const easy of [...leaked, 'kibou1', 'kennel', 'Maud Maud', 'osierbank1', 'Osier Bank 2026!', 'doggie1'])
      expect([easy, (await changePasscode(db, lead, easy, monday, weighPasscode)).ok]).toEqual([easy, false])
    for (const fine of ['hazel ferry rod', 'osier bank towpath', 'x9 ferry lamp'])
      expect([fine, (await changePasscode(db, lead, fine, monday, weighPasscode)).ok]).toEqual([fine, true])
    expect(await changePasscode(db, lead, 'hazel ferry lock', monday, () => Promise.resolve(undefined))).toMatchObject({
      errors: { passcode: expect.stringContaining('Wait a minute') },
    })
    // No more of it is looked at than can be weighed within a moment.
    expect(await weighPasscode('hazel ferry rod '.repeat(8), [])).toBe(
      await weighPasscode('hazel ferry rod '.repeat(2), []),
    )
  })

  it('ends when signed out, when the passcode changes, and by itself after a night', async () => {
    const { db, lead, session } = await kennelWithLead()
    signOut(db, session, monday)
    expect(personOf(db, session, monday)).toBeUndefined()
    const first = await signIn(db, { personId: lead, passcode: 'willow ferry rod' }, 'here', monday)
    const id = first.ok ? first.id : ''
    expect(personOf(db, id, monday + minutes(60 * 13))).toMatchObject({ name: 'Maud' })
    // Used at the thirteenth hour, so it holds on from there.
    expect(personOf(db, id, monday + minutes(60 * 26))).toMatchObject({ name: 'Maud' })
    expect(personOf(db, id, monday + minutes(60 * 41))).toBeUndefined()
    const second = await signIn(db, { personId: lead, passcode: 'willow ferry rod' }, 'here', monday)
    expect(await changePasscode(db, lead, 'short', monday, weighPasscode)).toMatchObject({ ok: false })
    expect(await changePasscode(db, lead, 'hazel ferry rod', monday, weighPasscode)).toMatchObject({ ok: true })
    expect(personOf(db, second.ok ? second.id : '', monday)).toBeUndefined()
  })

  it('ends on every device at once where a lead says so, and nobody else’s', async () => {
    const { db, lead } = await kennelWithLead()
    const ids = await Promise.all(
      ['phone', 'tablet', 'desk'].map(async (from) => {
        const done = await signIn(db, { personId: lead, passcode: 'willow ferry rod' }, from, monday)
        return done.ok ? done.id : ''
      }),
    )
    insertPerson(db, { id: 'joss', name: 'Joss', role: 'trainer', createdAt: monday })
    const other = begin(db, 'joss', 'desk', monday)
    expect(signOutEverywhere(db, { personId: 'nobody', recordedBy: lead }, monday).ok).toBe(false)
    expect(ids.every((id) => personOf(db, id, monday)?.id === lead)).toBe(true)
    expect(signOutEverywhere(db, { personId: lead, recordedBy: lead }, monday).ok).toBe(true)
    expect(ids.map((id) => personOf(db, id, monday))).toEqual([undefined, undefined, undefined])
    expect(personOf(db, other, monday)?.id).toBe('joss')
  })

  it(
    'those without a passcode are not at the door, and staff of an older kennel do not keep it from being set ' + 'up',
    async () => {
      const db = newKennel()
      insertPerson(db, { id: 'old', name: 'Older lead', role: 'lead', createdAt: 0 })
      expect(loadDoor(db, monday)).toMatchObject({ empty: true, people: [] })
      expect(await signIn(db, { personId: 'old', passcode: '' }, 'here', monday)).toMatchObject({ ok: false })
      expect(
        await addSigner(
          db,
          { name: 'Ebba', role: 'hand', weekdays: ['1'], from: '09:00', to: '17:00', passcode: 'kurz' },
          monday,
          weighPasscode,
        ),
      ).toMatchObject({ ok: false, errors: { passcode: expect.any(String) } })
      expect(readPeople(db).some((p) => p.name === 'Ebba')).toBe(false)
    },
  )
})

it('the demonstration’s passcode is the one that its door names', async () => {
  expect(await verify(passcodeHash, demoPasscode)).toBe(true)
  const db = newKennel()
  insertPerson(db, { id: 'm', name: 'Maud', role: 'lead', createdAt: 0 })
  writePasscode(db, 'm', passcodeHash)
  expect(await signIn(db, { personId: 'm', passcode: demoPasscode }, 'here', monday)).toMatchObject({ ok: true })
})

describe('a device that has signed in before', () => {
  it('is slowed by its own wrong tries, and by nobody else’s at its address', async () => {
    const { db, lead } = await kennelWithLead()
    const [own, other] = ['0193c9a2-1111-4000-8000-00000000000a', '0193c9a2-1111-4000-8000-00000000000b']
    const from = (passcode: string, at: EpochMs, device?: string, personId = lead) =>
      signIn(db, { personId, passcode }, '192.0.2.7', at, device)
    for (let i = 0; i < 30; i++) await from('wrong one', monday + i, undefined, i % 2 ? lead : 'nobody')
    // A new device at that address waits; the one that was here before does not.
    expect(await from('willow ferry rod', monday + 100)).toMatchObject({ ok: false, waitMs: expect.any(Number) })
    expect(await from('willow ferry rod', monday + 100, own)).toMatchObject({ ok: true })
    for (let i = 0; i < 5; i++) await from('wrong one', monday + 200 + i, own)
    expect(await from('willow ferry rod', monday + 300, own)).toMatchObject({ ok: false })
    expect(await from('willow ferry rod', monday + 300, other)).toMatchObject({ ok: true })
    expect(await from('willow ferry rod', monday + minutes(2), own)).toMatchObject({ ok: true })
  })
})
