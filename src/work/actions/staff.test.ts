import { describe, expect, it } from 'vitest'
import { addDays } from '@/core/days'
import { peopleOn, readPeople } from '@/store/kennel'
import { loadBlock } from '../page/block'
import { loadDoor } from '../page/signIn'
import { loadHandoffPage } from '../page/handoff'
import { loadShowing } from '../page/showing'
import { listStaff } from '../page/staff'
import { msPerDay, unguessable } from '../tests/kennel'
import { readyKennel } from '../tests/shown'
import { bookHandoff } from './handoff'
import { addSigner, changePasscode, makeWayBack, personOf, setUp, signIn } from './signIn'
import { staffTyped } from '../tests/staffTyped'
import { changeStaffMember } from './staff'
import type { PersonId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

async function house() {
  const k = readyKennel()
  k.db.prepare('UPDATE residency SET rehearse = 0').run()
  const form = { kennel: 'Osier Bank', name: 'Maud', passcode: 'willow ferry rod', again: 'willow ferry rod' }
  const made = await setUp(k.db, form, k.now, unguessable)
  if (!made.ok) throw new Error('no lead')
  const maud = readPeople(k.db).find((p) => p.name === 'Maud')?.id ?? ''
  await changePasscode(k.db, k.ben, 'hazel ferry rod', k.now, unguessable)
  const today = '2026-03-04'
  const change = (personId: PersonId, what: 'name' | 'role' | 'leaves', becomes: string, at = k.now) =>
    changeStaffMember(k.db, staffTyped(k.db, personId, { [what]: becomes }), { personId, recordedBy: maud }, at)
  return { ...k, maud, today, change }
}

describe('somebody who leaves', () => {
  it('is gone from door, suggestions, choices and slots from that day on, and keeps a name in history', async () => {
    const k = await house()
    const sign = await signIn(k.db, { personId: k.ben, passcode: 'hazel ferry rod' }, 'desk', k.now)
    if (!sign.ok) throw new Error('not signed in')
    expect(k.change(k.ben, 'leaves', addDays(k.today, 2))).toEqual({ ok: true })
    // From the day on, and on every day after it.
    const after = k.now + 3 * msPerDay
    const names = (at: EpochMs) => ({
      door: loadDoor(k.db, at).people.some((p) => p.id === k.ben),
      block: loadBlock(k.db, k.residencyId, undefined, k.ada, at)?.people.some((p) => p.id === k.ben),
      suggested: loadBlock(k.db, k.residencyId, undefined, k.ada, at)?.handlers.includes(k.ben),
      shown: loadShowing(k.db, k.residencyId, 'rehearsal', at, { me: k.ada })?.people.some((p) => p.id === k.ben),
      signedIn: personOf(k.db, sign.id, at) !== undefined,
    })
    expect(names(k.now)).toEqual({ door: true, block: true, suggested: true, shown: true, signedIn: true })
    expect(names(after)).toEqual({ door: false, block: false, suggested: false, shown: false, signedIn: false })
    const slots = loadHandoffPage(k.db, k.residencyId, k.now)?.slots.filter((s) => s.personId === k.ben) ?? []
    expect(slots.length).toBeGreaterThan(0)
    expect(slots.every((s) => s.fromMs < k.now + 2 * msPerDay)).toBe(true)
    expect(readPeople(k.db).map((p) => p.name)).toContain('Ben')
    expect(listStaff(k.db, after).find((p) => p.id === k.ben)).toMatchObject({ gone: true })
    expect(await signIn(k.db, { personId: k.ben, passcode: 'hazel ferry rod' }, 'desk', after)).toMatchObject({
      ok: false,
    })
    // And comes back with what they had.
    expect(k.change(k.ben, 'leaves', '', after)).toEqual({ ok: true })
    expect(await signIn(k.db, { personId: k.ben, passcode: 'hazel ferry rod' }, 'desk', after)).toMatchObject({
      ok: true,
    })
  })

  it('is asked for what is booked after that day first; a day before the last booking is refused by name', async () => {
    const k = await house()
    const slot = loadHandoffPage(k.db, k.residencyId, k.now)?.slots.findLast((s) => s.personId === k.ben)
    if (!slot) throw new Error('no slot')
    bookHandoff(k.db, { residencyId: k.residencyId, personId: k.ben, fromMs: slot.fromMs }, k.now)
    expect(k.change(k.ben, 'leaves', k.today)).toMatchObject({
      ok: false,
      errors: { leaves: expect.stringContaining('Move these first: Bramble') },
    })
    expect(peopleOn(k.db, k.today).some((p) => p.id === k.ben)).toBe(true)
  })

  it('is never the last lead, who stays lead too', async () => {
    const k = await house()
    expect(k.change(k.maud, 'leaves', k.today)).toMatchObject({ ok: false })
    expect(k.change(k.maud, 'role', 'hand')).toMatchObject({ ok: false })
    await addSigner(
      k.db,
      { name: 'Wyn', role: 'lead', weekdays: ['1'], from: '09:00', to: '17:00', passcode: 'alder ferry rod' },
      k.now,
      unguessable,
    )
    expect(k.change(k.maud, 'role', 'trainer')).toEqual({ ok: true })
  })
})

describe('a name and a role put right', () => {
  it('show everywhere at once, with what they were kept; a role that changes signs out', async () => {
    const k = await house()
    const sign = await signIn(k.db, { personId: k.ben, passcode: 'hazel ferry rod' }, 'desk', k.now)
    expect(k.change(k.ben, 'name', '  Benedict ')).toEqual({ ok: true })
    expect(loadDoor(k.db, k.now).people.map((p) => p.name)).toContain('Benedict')
    expect(k.change(k.ben, 'role', 'hand')).toEqual({ ok: true })
    expect(sign.ok && personOf(k.db, sign.id, k.now)).toBeUndefined()
    expect(k.db.prepare('SELECT what, was, becomes FROM person_change ORDER BY at, id').all()).toEqual([
      { what: 'name', was: 'Ben', becomes: 'Benedict' },
      { what: 'role', was: 'trainer', becomes: 'hand' },
    ])
    // The same again is nothing to keep.
    expect(k.change(k.ben, 'role', 'hand')).toEqual({ ok: true })
    expect(k.db.prepare('SELECT count(*) FROM person_change').pluck().get()).toBe(2)
  })

  it.each([
    ['name', ''],
    ['name', 'a\u0007b'],
    ['name', 'Ada'],
    ['role', 'owner'],
    ['leaves', '2026-13-40'],
    ['leaves', '1999-01-01'],
    ['leaves', 'tomorrow'],
  ] as const)('refuses %s “%s”', async (what, becomes) => {
    const k = await house()
    expect(k.change(k.ben, what, becomes)).toMatchObject({ ok: false, errors: { [what]: expect.any(String) } })
    expect(k.db.prepare('SELECT count(*) FROM person_change').pluck().get()).toBe(0)
  })
})

describe('a lead who forgot the passcode', () => {
  it('has a way back from the machine: a code that opens once, for half an hour, for a lead alone', async () => {
    const k = await house()
    expect(await makeWayBack(k.db, 'Ben', k.now)).toBeUndefined()
    const made = await makeWayBack(k.db, '', k.now)
    expect(made?.person.name).toBe('Maud')
    const open = (code: string, at: EpochMs) => signIn(k.db, { personId: k.maud, passcode: code }, 'desk', at)
    expect(await open(made?.code ?? '', k.now + 31 * 60_000)).toMatchObject({ ok: false })
    expect(await open(`${made?.code ?? ''} `, k.now + 60_000)).toMatchObject({ ok: true, byWayBack: true })
    expect(await open(made?.code ?? '', k.now + 61_000)).toMatchObject({ ok: false })
    expect(await open('willow ferry rod', k.now + 62_000)).toMatchObject({ ok: true, byWayBack: false })
    expect(k.db.prepare('SELECT count(*) FROM way_back').pluck().get()).toBe(0)
  })
})
