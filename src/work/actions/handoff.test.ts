import ICAL from 'ical.js'
import { describe, expect, it } from 'vitest'
import type { Db } from '@/store/database'
import { v7 } from 'uuid'
import { plainHouse } from '@/core/house/house'
import { typedOf } from '@/core/form'
import { appendHouse, readHouse, writeDaysOff } from '@/store/house'
import { appendHandoff } from '@/store/handoffs'
import { findResident } from '@/store/residents'
import { addPerson } from './begin'
import { keepSection } from './house'
import { staffTyped } from '../tests/staffTyped'
import { changeStaffMember } from './staff'
import { pause, resume } from './stay'
import {
  bookHandoff,
  bookNamed,
  cancelHandoff,
  moveHandoff,
  namedForm,
  recordOutcome,
  uncancelHandoff,
} from './handoff'
import { invitation, loadHandoffPage } from '../page/handoff'
import { loadWall } from '../page/wall'
import { whyTaken } from '../context/slots'
import { dog, mustBeOk, trainer } from '../tests/kennel'
import { readyKennel } from '../tests/readyKennel'
import type { PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

const idOf = (ids: readonly string[], i: number): string => {
  const id = ids[i]
  if (id === undefined) throw new Error(`no residency ${i}`)
  return id
}

describe('booking a handoff', () => {
  it('offers times between ready and going home, inside staff hours, and none to a dog that is not ready', () => {
    const { db, residencies, now } = readyKennel()
    const page = loadHandoffPage(db, idOf(residencies, 0), now)
    expect(page?.readyOn).toBe('2026-03-03')
    expect(page?.slots[0]).toMatchObject({ fromMs: Date.UTC(2026, 2, 4, 9) })
    const last = page?.slots.at(-1)?.toMs ?? 0
    expect(last).toBeLessThanOrEqual(Date.UTC(2026, 2, 20, 12))
    const other = dog(db, { run: '9' })
    expect(loadHandoffPage(db, other, now)).toMatchObject({ slots: [], missing: ['Sit: Any move of the rear'] })
    expect(bookHandoff(db, { residencyId: other, personId: 'x', fromMs: Date.UTC(2026, 2, 4, 9) }, now)).toMatchObject({
      ok: false,
      code: 'not-ready',
    })
  })

  it('of two who choose the same slot one gets it and the other is told', () => {
    const { db, ada, residencies, now } = readyKennel(2)
    db.prepare("UPDATE dog SET owner_name = 'Piers' WHERE id = (SELECT dog_id FROM residency WHERE id = ?)").run(
      idOf(residencies, 1),
    )
    const from = Date.UTC(2026, 2, 4, 9)
    expect(bookHandoff(db, { residencyId: idOf(residencies, 0), personId: ada, fromMs: from }, now).ok).toBe(true)
    expect(bookHandoff(db, { residencyId: idOf(residencies, 1), personId: ada, fromMs: from }, now)).toMatchObject({
      ok: false,
      code: 'not-offered',
      reason: 'Ada shows Bramble then. Nothing was booked; choose another.',
    })
    expect(
      bookHandoff(db, { residencyId: idOf(residencies, 1), personId: ada, fromMs: from + 1_800_000 }, now).ok,
    ).toBe(false)
    expect(
      bookHandoff(db, { residencyId: idOf(residencies, 1), personId: ada, fromMs: from + 3_600_000 }, now).ok,
    ).toBe(true)
  })

  it('one owner is not booked twice for the same minute, whoever shows the dogs', () => {
    const { db, ada, residencies, now } = readyKennel(2)
    const ben = addPerson(
      db,
      { name: 'Ben', role: 'trainer', weekdays: ['1', '2', '3', '4', '5'], from: '09:00', to: '12:00' },
      now,
    )
    const from = Date.UTC(2026, 2, 4, 9)
    expect(bookHandoff(db, { residencyId: idOf(residencies, 0), personId: ada, fromMs: from }, now).ok).toBe(true)
    const offered = loadHandoffPage(db, idOf(residencies, 1), now)?.slots ?? []
    expect(offered.some((s) => s.fromMs < from + 3_600_000 && from < s.toMs)).toBe(false)
    expect(
      ben.ok && bookHandoff(db, { residencyId: idOf(residencies, 1), personId: ben.id, fromMs: from }, now).ok,
    ).toBe(false)
    expect(offered.some((s) => s.fromMs === from + 3_600_000)).toBe(true)
  })

  it('a paused dog is offered none, and none is booked', () => {
    const { db, ada, residencies, now } = readyKennel()
    const id = idOf(residencies, 0)
    expect(pause(db, { residencyId: id, why: 'sick', note: '', recordedBy: ada }, now).ok).toBe(true)
    expect(loadHandoffPage(db, id, now)?.slots).toEqual([])
    expect(bookHandoff(db, { residencyId: id, personId: ada, fromMs: Date.UTC(2026, 2, 4, 9) }, now)).toMatchObject({
      ok: false,
      code: 'paused',
    })
  })

  it('quiet hours of no length are none', () => {
    const { db, ada, residencies, now } = readyKennel()
    appendHouse(db, v7(), { ...plainHouse('K', 'Europe/London'), quietFrom: 600, quietTo: 600 }, ada, now)
    expect(loadHandoffPage(db, idOf(residencies, 0), now)?.slots.length).toBeGreaterThan(10)
  })

  it('never offers a kennel hand’s hours', () => {
    const { db, residencies, now } = readyKennel()
    const hand = addPerson(
      db,
      { name: 'Pip', role: 'hand', weekdays: ['1', '2', '3', '4', '5', '6', '7'], from: '06:00', to: '22:00' },
      now,
    )
    const slots = loadHandoffPage(db, idOf(residencies, 0), now)?.slots ?? []
    expect(slots.length).toBeGreaterThan(10)
    expect(hand.ok && slots.some((s) => s.personId === hand.id)).toBe(false)
  })

  it('says what is true of a time that is not free, and of every free one nothing', () => {
    const { db, ada, residencies, now } = readyKennel(2)
    const [one, two] = [idOf(residencies, 0), idOf(residencies, 1)]
    const ben = mustBeOk(
      addPerson(db, { name: 'Ben', role: 'trainer', weekdays: ['3', '4'], from: '09:00', to: '12:00' }, now),
    )
    appendHouse(db, v7(), { ...readHouse(db), quietFrom: 11 * 60, quietTo: 12 * 60 }, ada, now)
    writeDaysOff(db, '2026-03-03', [{ id: 'off', personId: ben, from: '2026-03-05', to: '2026-03-06', why: '' }])
    const at = (day: number, hour: number) => Date.UTC(2026, 2, day, hour)
    expect(bookHandoff(db, { residencyId: one, personId: ada, fromMs: at(4, 9) }, now).ok).toBe(true)
    const why = (personId: PersonId, from: number) => {
      const done = bookHandoff(db, { residencyId: two, personId, fromMs: from }, now)
      return done.ok ? '' : done.reason
    }
    // The second brother: his owner comes for the first one then, whoever is free.
    expect(why(ben, at(4, 9))).toBe('Tamsin comes for another dog then. Nothing was booked; choose another.')
    expect(why(ada, at(4, 9))).toMatch(/^Ada shows Bramble then/)
    expect(why(ben, at(5, 9))).toMatch(/^Ben is away on Thu 5 Mar/)
    expect(why(ada, at(5, 11))).toMatch(/^Those are quiet hours/)
    expect(why(ada, at(7, 9))).toMatch(/^Ada does not work then/)
    expect(why(v7(), at(5, 9))).toMatch(/^Whoever is named does not show dogs here/)
    expect(why(ada, at(2, 9))).toMatch(/^That time is past/)
    expect(why(ada, Date.UTC(2026, 4, 20, 9))).toMatch(/goes home on Fri 20 Mar, before that/)
    // What is offered, and what is said of the rest, are one rule: each half hour is the one or the other.
    const resident = findResident(db, two)
    const offered = new Set((loadHandoffPage(db, two, now)?.slots ?? []).map((s) => `${s.personId} ${s.fromMs}`))
    expect(offered.size).toBeGreaterThan(20)
    for (let from = at(2, 0); from < at(23, 0); from += 1_800_000)
      for (const personId of [ada, ben]) {
        const said = resident && whyTaken(db, resident, { personId, fromMs: from }, { readyOn: '2026-03-03', now })
        expect([from, said === undefined]).toEqual([from, offered.has(`${personId} ${from}`)])
      }
  })

  it('the wall says the hour on its day, and the day before that', () => {
    const { db, ada, residencies, now } = readyKennel()
    const from = Date.UTC(2026, 2, 4, 9)
    expect(bookHandoff(db, { residencyId: idOf(residencies, 0), personId: ada, fromMs: from }, now).ok).toBe(true)
    const said = (at: EpochMs) => loadWall(db, at).rows.map((r) => r.booked)
    expect([said(now), said(from - 3_600_000), said(from + 2 * 3_600_000)]).toEqual([['4 Mar'], ['09:00'], ['']])
  })

  it('who is booked to show a dog is not sent away, nor given a role that shows none, before it is moved', () => {
    const { db, ada, residencies, now } = readyKennel()
    const lead = trainer(db, 'Lea')
    db.prepare("UPDATE person SET role = 'lead' WHERE id = ?").run(lead)
    expect(
      bookHandoff(db, { residencyId: idOf(residencies, 0), personId: ada, fromMs: Date.UTC(2026, 2, 4, 9) }, now).ok,
    ).toBe(true)
    const away = (from: string, to: string) =>
      keepSection(db, 'daysOff', typedOf({ off: [{ personId: ada, from, to }] }), lead, now)
    expect(away('2026-03-02', '2026-03-04')).toMatchObject({
      ok: false,
      errors: { 'off.0.from': 'Move these first: Bramble, Wed 4 Mar.' },
    })
    expect(away('2026-03-05', '2026-03-09')).toMatchObject({ ok: true })
    const become = (role: string) =>
      changeStaffMember(db, staffTyped(db, ada, { role }), { personId: ada, recordedBy: lead }, now)
    expect(become('hand')).toMatchObject({ ok: false, errors: { role: 'Move these first: Bramble, Wed 4 Mar.' } })
    expect(become('lead')).toMatchObject({ ok: true })
  })

  it('the schema itself refuses an overlap, whoever writes', () => {
    const { db, ada, residencies, now } = readyKennel(2)
    const booked = bookHandoff(
      db,
      { residencyId: idOf(residencies, 0), personId: ada, fromMs: Date.UTC(2026, 2, 4, 9) },
      now,
    )
    expect(booked.ok).toBe(true)
    const insert = db.prepare(
      `INSERT INTO handoff (id, residency_id, person_id, from_at, to_at, sequence, status, changed_at)
        VALUES ('x', ?, ?, ?, ?, 0, 'confirmed', 0)`,
    )
    expect(() =>
      insert.run(idOf(residencies, 1), ada, Date.UTC(2026, 2, 4, 9, 30), Date.UTC(2026, 2, 4, 10, 30)),
    ).toThrow(/booked then/)
  })

  it('refuses times outside hours, past ones, unknown dogs and handoffs, and a second booking', () => {
    const { db, ada, residencies, now } = readyKennel()
    const residencyId = idOf(residencies, 0)
    for (const from of [
      Date.UTC(2026, 2, 4, 13),
      Date.UTC(2026, 2, 3, 9),
      Date.UTC(2026, 2, 4, 9, 10),
      Date.UTC(2026, 3, 1, 9),
      Number.NaN,
    ])
      expect(bookHandoff(db, { residencyId, personId: ada, fromMs: from }, now).ok).toBe(false)
    expect(bookHandoff(db, { residencyId: 'none', personId: ada, fromMs: 0 }, now)).toMatchObject({ ok: false })
    expect(moveHandoff(db, { handoffId: 'none', personId: ada, fromMs: 0 }, now)).toMatchObject({ ok: false })
    expect(cancelHandoff(db, { handoffId: 'none' }, now)).toMatchObject({ ok: false })
    expect(bookHandoff(db, { residencyId, personId: ada, fromMs: Date.UTC(2026, 2, 4, 9) }, now).ok).toBe(true)
    expect(bookHandoff(db, { residencyId, personId: ada, fromMs: Date.UTC(2026, 2, 5, 9) }, now)).toMatchObject({
      ok: false,
      code: 'has-another',
    })
  })
})

describe('the location of a handoff', () => {
  it('takes as many at once as it has room for, whoever shows the dogs; moved, it stays; canceled, it is free', () => {
    const { db, ada, residencies, now } = readyKennel(2)
    const ben = mustBeOk(
      addPerson(
        db,
        { name: 'Ben', role: 'trainer', weekdays: ['1', '2', '3', '4', '5'], from: '09:00', to: '12:00' },
        now,
      ),
    )
    const [one, two] = [idOf(residencies, 0), idOf(residencies, 1)]
    db.prepare("UPDATE dog SET owner_name = 'Nell' WHERE id = ?").run(findResident(db, two)?.dogId)
    const nine = Date.UTC(2026, 2, 4, 9)
    const first = bookHandoff(db, { residencyId: one, personId: ada, fromMs: nine, placeId: 'yard' }, now)
    expect(first.ok && first.handoff.placeId).toBe('yard')
    const second = { residencyId: two, personId: ben, fromMs: nine + 1_800_000, placeId: 'yard' }
    expect(bookHandoff(db, second, now)).toMatchObject({
      ok: false,
      code: 'not-offered',
      reason: /Fenced yard is taken then\./,
    })
    expect(bookHandoff(db, { ...second, placeId: 'moon' }, now)).toMatchObject({
      ok: false,
      code: 'not-offered',
      reason: expect.stringMatching(/not found/),
    })
    // The database itself lets no two in, whoever asks.
    if (!first.ok) throw new Error(first.reason)
    const other = { ...first.handoff, id: 'other', residencyId: two, personId: ben }
    expect(() => appendHandoff(db, 'booked', 'event', other)).toThrow('this location is taken then')
    db.prepare("UPDATE place SET demonstrations_at_once = 2 WHERE id = 'yard'").run()
    const both = bookHandoff(db, second, now)
    expect(both).toMatchObject({ ok: true })
    const moved = moveHandoff(db, { handoffId: first.handoff.id, personId: ada, fromMs: nine + 3_600_000 }, now)
    expect(moved.ok && moved.handoff.placeId).toBe('yard')
    db.prepare("UPDATE place SET demonstrations_at_once = 1 WHERE id = 'yard'").run()
    if (both.ok) cancelHandoff(db, { handoffId: both.handoff.id }, now)
    expect(bookHandoff(db, { ...second, fromMs: nine }, now)).toMatchObject({ ok: true })
  })
})

describe('a time that a lead names, and a canceling taken back', () => {
  it('may lie outside staff hours and in quiet ones, never where somebody is taken, or past going home', () => {
    const { db, ada, residencies, now } = readyKennel(2)
    const [one, two] = [idOf(residencies, 0), idOf(residencies, 1)]
    const book = (residencyId: ResidencyId, day: string, at: string, personId = ada) =>
      bookNamed(db, namedForm.parse({ residencyId, personId, day, at }), now)
    // Saturday evening at ten: Ada works Monday to Friday until noon.
    const done = book(one, '2026-03-07', '22:00')
    expect(done.ok && done.handoff).toMatchObject({
      fromMs: Date.UTC(2026, 2, 7, 22),
      toMs: Date.UTC(2026, 2, 7, 23),
      personId: ada,
    })
    expect(book(two, '2026-03-07', '22:30').ok).toBe(false)
    for (const [day, at, why] of [
      ['2026-03-03', '09:00', 'is past'],
      ['2026-03-21', '09:00', 'goes home on Fri 20 Mar, before that'],
      ['2026-03-07', '22:30', 'Ada shows Bramble then'],
    ] as const)
      expect(book(two, day, at)).toMatchObject({ ok: false, reason: expect.stringContaining(why) })
    expect(book(two, '2026-03-08', '22:30', 'nobody').ok).toBe(false)
    expect(book(two, '2026-03-08', '22:30').ok).toBe(true)
    expect(namedForm.safeParse({ residencyId: two, personId: ada, day: '2026-02-30', at: '25:00' }).success).toBe(false)
  })

  it('stands again with the next sequence, unless its time is past or taken by then', () => {
    const { db, ada, residencies, now } = readyKennel(2, 'Tamsin')
    db.prepare("UPDATE dog SET owner_name = 'Piers' WHERE id = (SELECT dog_id FROM residency WHERE id = ?)").run(
      idOf(residencies, 1),
    )
    const [one, two] = [idOf(residencies, 0), idOf(residencies, 1)]
    const from = Date.UTC(2026, 2, 4, 9)
    const done = bookHandoff(db, { residencyId: one, personId: ada, fromMs: from }, now)
    if (!done.ok) throw new Error(done.reason)
    const handoffId = done.handoff.id
    const page = () => loadHandoffPage(db, one, now)
    cancelHandoff(db, { handoffId }, now + 1000)
    expect([page()?.live, page()?.cancelled?.id]).toEqual([undefined, handoffId])
    // Whoever was to show it is away that day by now, or the dog is not worked.
    writeDaysOff(db, '2026-03-03', [{ id: 'off', personId: ada, from: '2026-03-04', to: '2026-03-04', why: '' }])
    expect(uncancelHandoff(db, { handoffId }, now + 1500)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('Ada is away on Wed 4 Mar'),
    })
    writeDaysOff(db, '2026-03-03', [])
    expect(pause(db, { residencyId: one, why: 'sick', note: '', recordedBy: ada }, now + 1600).ok).toBe(true)
    expect(uncancelHandoff(db, { handoffId }, now + 1700)).toMatchObject({
      ok: false,
      code: 'paused',
    })
    resume(db, { residencyId: one, recordedBy: ada }, now + 1800)
    expect(uncancelHandoff(db, { handoffId }, now + 2000)).toMatchObject({ ok: true, handoff: { sequence: 2 } })
    expect([page()?.live?.id, page()?.cancelled]).toEqual([handoffId, undefined])
    cancelHandoff(db, { handoffId }, now + 3000)
    expect(bookHandoff(db, { residencyId: two, personId: ada, fromMs: from }, now + 4000).ok).toBe(true)
    expect(uncancelHandoff(db, { handoffId }, now + 5000)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('Ada shows Bramble then'),
    })
    expect(uncancelHandoff(db, { handoffId }, from + 1)).toMatchObject({ ok: false, code: 'past' })
    expect(uncancelHandoff(db, { handoffId: v7() }, now)).toMatchObject({ ok: false })
    // Another one was booked and worked: nothing is said of the canceled one any more, and what is over stays.
    const again = bookHandoff(db, { residencyId: one, personId: ada, fromMs: from + 86_400_000 }, now + 6000)
    if (!again.ok) throw new Error(again.reason)
    const over = again.handoff.toMs + 1
    recordOutcome(db, { handoffId: again.handoff.id, outcome: 'came-off', recordedBy: ada }, over)
    expect([page()?.live, page()?.cancelled]).toEqual([undefined, undefined])
    for (const deed of [
      cancelHandoff(db, { handoffId: again.handoff.id }, over),
      moveHandoff(db, { handoffId: again.handoff.id, personId: ada, fromMs: from + 2 * 86_400_000 }, over),
    ])
      expect(deed).toMatchObject({ ok: false, code: 'past' })
  })
})

describe('the invitation against RFC 5545', () => {
  function booked(owner?: string) {
    const { db, ada, residencies, now } = readyKennel(1, owner)
    const done = bookHandoff(
      db,
      { residencyId: idOf(residencies, 0), personId: ada, fromMs: Date.UTC(2026, 2, 4, 9) },
      now,
    )
    if (!done.ok) throw new Error(done.reason)
    return { db, ada, handoff: done.handoff, now }
  }
  const text = (db: Db, id: string) => invitation(db, id)?.text ?? ''
  const event = (ics: string) => new ICAL.Component(ICAL.parse(ics)).getFirstSubcomponent('vevent')

  it('lines end in CRLF and are folded at 75 octets (§3.1), also in the middle of many-octet letters', () => {
    const { db, handoff } = booked('Ødegård-Łukasiewicz von und zu Großenbrücke, née Ångström 🐾🐾🐾')
    const ics = text(db, handoff.id)
    expect(ics.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/)
    for (const line of ics.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75)
    expect(event(ics)?.getFirstPropertyValue('summary')).toContain('Großenbrücke, née Ångström 🐾🐾🐾')
  })

  it('escapes comma, semicolon and backslash in text (§3.3.11)', () => {
    const { db, handoff } = booked('Orrel; Tamsin, \\ Co')
    const ics = text(db, handoff.id).replaceAll('\r\n ', '')
    expect(ics).toContain('Orrel\\; Tamsin\\, \\\\ Co')
    expect(event(text(db, handoff.id))?.getFirstPropertyValue('summary')).toContain('Orrel; Tamsin, \\ Co')
  })

  it('carries UTC times (§3.3.5, form 2), UID, DTSTAMP, VERSION and PRODID (§3.6, §3.7)', () => {
    const { db, handoff } = booked()
    const ics = text(db, handoff.id)
    expect(ics).toMatch(/^BEGIN:VCALENDAR\r\nVERSION:2\.0\r\nPRODID:[^\r]+\r\n/)
    expect(ics).toContain('DTSTART:20260304T090000Z')
    expect(ics).toContain('DTEND:20260304T100000Z')
    expect(ics).toMatch(/DTSTAMP:20260303T130000Z/)
    expect(ics).toContain(`UID:${handoff.id}`)
  })

  it('says where: the kennel and its address, in one line (§3.8.1.7)', () => {
    const { db, ada, handoff, now } = booked()
    const house = { ...plainHouse('Osier Bank', 'Europe/London'), address: '2 Lock Lane\n  Saltwick' }
    appendHouse(db, v7(), house, ada, now)
    expect(event(text(db, handoff.id))?.getFirstPropertyValue('location')).toBe('Osier Bank, 2 Lock Lane, Saltwick')
  })

  it('moving keeps the UID and raises SEQUENCE (§3.8.7.4); canceling says STATUS:CANCELLED (§3.8.1.11)', () => {
    const { db, ada, handoff, now } = booked()
    const read = () => {
      const e = event(text(db, handoff.id))
      return {
        uid: e?.getFirstPropertyValue('uid'),
        sequence: e?.getFirstPropertyValue('sequence'),
        status: e?.getFirstPropertyValue('status'),
      }
    }
    expect(read()).toEqual({ uid: handoff.id, sequence: 0, status: 'CONFIRMED' })
    expect(moveHandoff(db, { handoffId: handoff.id, personId: ada, fromMs: Date.UTC(2026, 2, 5, 10) }, now).ok).toBe(
      true,
    )
    expect(read()).toEqual({ uid: handoff.id, sequence: 1, status: 'CONFIRMED' })
    expect(moveHandoff(db, { handoffId: handoff.id, personId: ada, fromMs: Date.UTC(2026, 2, 5, 13) }, now).ok).toBe(
      false,
    )
    expect(read().sequence).toBe(1)
    expect(cancelHandoff(db, { handoffId: handoff.id }, now).ok).toBe(true)
    expect(cancelHandoff(db, { handoffId: handoff.id }, now).ok).toBe(true)
    expect(read()).toEqual({ uid: handoff.id, sequence: 2, status: 'CANCELLED' })
    expect(
      moveHandoff(db, { handoffId: handoff.id, personId: ada, fromMs: Date.UTC(2026, 2, 5, 10) }, now),
    ).toMatchObject({ ok: false, code: 'canceled' })
  })
})
