import { describe, expect, it } from 'vitest'
import { overField, readField, sentForm } from '@/core/clash'
import type { Typed } from '@/core/fields'
import { ownerTimesTyped } from '@/core/booking/ownerTimesForm'
import { addDays } from '@/core/days'
import { ownerTimesOf } from '@/store/ownerTimes'
import { readPeople } from '@/store/kennel'
import { loadHandoffPage } from '../page/handoff'
import { loadMatching } from '../page/matching'
import { matchingNow } from '../context/matching'
import { msPerDay, trainer } from '../tests/kennel'
import { readyKennel } from '../tests/readyKennel'
import { bookHandoff } from './handoff'
import { saveOwnerTimes } from './ownerTimes'

const today = '2026-03-03'

function kennel(many = 1, owner: (i: number) => string = (i) => `Owner ${i}`) {
  const k = { ...readyKennel(many, owner) }
  k.db.prepare('UPDATE residency SET rehearse = 0').run()
  const [residencyId = ''] = k.residencies
  const say = (said: string, more: Typed = {}, id = residencyId, read = ownerTimesTyped(undefined)) => {
    const typed = { said: [said], holdsUntil: [''], ...more, [readField]: [JSON.stringify(read)] }
    return saveOwnerTimes(k.db, sentForm(typed), { residencyId: id, recordedBy: k.ada }, k.now)
  }
  return { ...k, residencyId, say, view: () => loadMatching(k.db, k.now) }
}

describe('when an owner can come', () => {
  it('is kept as it was said and read back in words; what is not clear is refused by name', () => {
    const k = kennel()
    expect(k.say('Tue after 4')).toMatchObject({ ok: false, errors: { said: expect.stringContaining('tue after 4') } })
    expect(k.say('not Sun')).toMatchObject({ ok: false, errors: { said: expect.stringContaining('No time is left') } })
    expect(k.say('')).toMatchObject({ ok: false })
    expect(k.say('Fri', { holdsUntil: ['2026-13-01'] })).toMatchObject({ ok: false })
    expect(ownerTimesOf(k.db, k.residencyId)).toBeUndefined()
    expect(k.say('Thu, Fri after 10:00')).toMatchObject({ ok: true })
    expect(loadHandoffPage(k.db, k.residencyId, k.now)?.ownerTimes.read).toBe('Thu and Fri 10:00–21:00')
  })

  it('is never written over what was said meanwhile', () => {
    const k = kennel()
    expect(k.say('Thu')).toMatchObject({ ok: true })
    const clash = k.say('Fri')
    if (clash.ok || !('clash' in clash)) throw new Error('written over')
    expect(clash.clash.both[0]).toMatchObject({ mine: 'Fri', theirs: 'Thu' })
    const both = { [overField]: [clash.clash.over], 'choose.said': ['mine'] }
    expect(k.say('Fri', both)).toMatchObject({ ok: true })
    expect(ownerTimesOf(k.db, k.residencyId)?.said).toBe('Fri')
  })
})

describe('a time for every dog', () => {
  it('waits for the owner’s times, and for those that still hold', () => {
    const k = kennel()
    expect(k.view().visits[0]).toMatchObject({ because: 'no-times', hours: [], said: '' })
    const until = addDays(today, -1)
    k.say('any day', { holdsUntil: [until] })
    expect(k.view().visits[0]).toMatchObject({ because: 'no-times', heldUntil: until, said: 'Mon–Sun all day' })
  })

  it('is one at which the owner can come, somebody works and the dog is here; it can be booked as it is', () => {
    const k = kennel()
    k.say('any day 9:00 to 17:00')
    const [visit] = k.view().visits
    const [hour] = visit?.hours ?? []
    if (!hour) throw new Error('no time')
    expect(visit).toMatchObject({
      because: undefined,
      chance: 1,
      minutes: 60,
      said: expect.stringContaining('09:00–17:00'),
    })
    const personId = readPeople(k.db).find((p) => p.name === hour.personName)?.id ?? ''
    if (personId === '') throw new Error('nobody')
    expect(bookHandoff(k.db, { residencyId: k.residencyId, personId, fromMs: hour.fromMs }, k.now).ok).toBe(true)
    // What is booked is not matched again, and its hour is nobody else’s.
    expect(k.view().visits).toEqual([])
  })

  it('is another hour for each of two dogs, and none at all on days that nobody works', () => {
    const k = kennel(2)
    const [one, two] = k.residencies
    if (!one || !two) throw new Error('no dogs')
    k.say('any day 9:00 to 17:00', {}, one)
    k.say('any day 9:00 to 17:00', {}, two)
    const taken = k.view().visits.flatMap((v) => v.hours.map((h) => `${h.fromMs} ${h.personName}`))
    expect(new Set(taken).size).toBe(taken.length)
    k.db.prepare('DELETE FROM staff_hours').run()
    expect(k.view().visits.map((v) => v.because)).toEqual(['no-trainer', 'no-trainer'])
  })

  it('is not while the owner is here for another of their dogs', () => {
    const k = kennel(2, () => 'Tamsin Orrel')
    k.say('any day 9:00 to 17:00')
    const day = k.now + 3 * msPerDay
    const from = day - (day % msPerDay) + 10 * 3_600_000
    const other = k.residencies[1] ?? ''
    expect(bookHandoff(k.db, { residencyId: other, personId: k.ada, fromMs: from }, k.now)).toMatchObject({ ok: true })
    // Another trainer is free then, and the owner is not.
    trainer(k.db, 'Ben')
    const hours = k.view().visits.flatMap((v) => v.hours.map((h) => h.fromMs))
    expect(hours.length).toBeGreaterThan(0)
    const kennelNow = matchingNow(k.db, k.now)
    const taken = kennelNow.kennel.visits[0]?.times.filter((t) => {
      const [begins, ends] = [kennelNow.moment(t.from) ?? 0, kennelNow.moment(t.to) ?? 0]
      return begins < from + 3_600_000 && from < ends
    })
    expect([kennelNow.kennel.visits.length, taken]).toEqual([1, []])
  })

  it('is one hour and a half for two dogs of one owner', () => {
    const k = kennel(2, () => 'Tamsin Orrel')
    k.say('any day 9:00 to 17:00')
    const visits = k.view().visits
    expect(visits.map((v) => [v.dogs.length, v.minutes, v.because])).toEqual([[2, 90, undefined]])
  })

  it('is not looked for after going home', () => {
    const k = kennel()
    k.say('any day', {})
    const later = k.now + 200 * msPerDay
    expect(loadMatching(k.db, later).visits).toEqual([])
  })
})
