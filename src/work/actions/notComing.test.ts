import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { writeDraft } from '@/store/intake'
import { residentsArriving, residentsOn } from '@/store/residents'
import { recordFacts } from '../record/accept'
import { rebuildStandings } from '../upkeep/renewStandings'
import { loadArchive } from '../page/archive'
import { loadResident } from '../page/resident'
import { loadWall } from '../page/wall'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import { saveDraft } from './intake'
import { openBookings } from '../page/bookings'
import { cancelBooking, comingAfterAllForm, notComingForm, takeCancelingBack } from './notComing'

/** A dog booked from Tuesday on, a day from now. */
function booked(more: Record<string, unknown> = {}) {
  const db = newKennel()
  const ada = trainer(db)
  const days = { arrivesOn: '2026-03-03', leavesOn: '2026-03-20' }
  const residencyId = dog(db, { run: '7', name: 'Awl', ...days, ...more })
  const cancel = (at = monday, why = 'The owner was taken ill.') =>
    cancelBooking(db, notComingForm.parse({ residencyId, why, recordedBy: ada }), at)
  const back = (at = monday) => takeCancelingBack(db, comingAfterAllForm.parse({ residencyId, recordedBy: ada }), at)
  const archive = (asked = '') => loadArchive(db, asked, monday + msPerDay)
  return { db, ada, residencyId, days, cancel, back, archive }
}

describe('a dog that does not come', () => {
  it.each([
    ['the day before', monday],
    ['on its day', monday + msPerDay],
  ])('canceled %s counts nowhere, its run is free, and the archive says why', (_when, at) => {
    const k = booked()
    expect(residentsArriving(k.db, '2026-03-01', '2026-03-09')).toHaveLength(1)
    expect(k.cancel(at)).toEqual({ ok: true, residencyId: k.residencyId })
    expect(residentsArriving(k.db, '0001-01-01', '2026-12-31')).toEqual(
      expect.not.arrayContaining([expect.objectContaining({ arrivesOn: '2026-03-03' })]),
    )
    expect(residentsOn(k.db, '2026-03-05')).toEqual([])
    expect(loadWall(k.db, monday + 3 * msPerDay).rows).toEqual([])
    expect(loadResident(k.db, k.residencyId, at)).toBeUndefined()
    expect(k.archive()).toMatchObject({
      rows: [],
      notComing: [{ name: 'Awl', runNumber: '7', ...k.days, why: 'The owner was taken ill.', by: 'Ada' }],
    })
    expect(k.archive('nobody').notComing).toEqual([])
    // Another dog has its run.
    expect(dog(k.db, { run: '7', name: 'Rook', owner: 'Piers', ...k.days })).not.toBe('')
    expect(rebuildStandings(k.db, at)).toBe(1)
  })

  it('comes after all where its run and its days are still free', () => {
    const k = booked()
    k.cancel()
    expect(k.back()).toEqual({ ok: true })
    expect(residentsOn(k.db, '2026-03-05').map((r) => [r.name, r.arrivesOn, r.leavesOn])).toEqual([
      ['Awl', '2026-03-03', '2026-03-20'],
    ])
    expect(k.archive().notComing).toEqual([])
    expect(k.back()).toMatchObject({ ok: false, code: 'booking-not-found' })
    k.cancel()
    expect(k.back(monday + 40 * msPerDay)).toMatchObject({ ok: false, code: 'past' })
    dog(k.db, { run: '7', name: 'Rook', owner: 'Piers', ...k.days })
    expect(k.back()).toMatchObject({ ok: false, code: 'taken', reason: expect.stringMatching(/^Rook has run 7/) })
  })

  it('what is typed on after a booking was added is no booking that was begun', () => {
    const k = booked()
    const draft = (key: string) => saveDraft(k.db, { key, step: 'booking', typed: { name: ['Rook'] } }, k.ada, monday)
    expect(draft(k.residencyId)).toEqual({ ok: false })
    const key = v7()
    expect(draft(key).ok).toBe(true)
    expect(openBookings(k.db).map((d) => d.key)).toEqual([key])
    dog(k.db, { run: '9', name: 'Rook', key })
    // As it lies there where it came from another device in the moment in which the dog was added.
    writeDraft(k.db, key, 'booking', { name: ['Rook'] }, k.ada, monday)
    expect(openBookings(k.db)).toEqual([])
  })

  it('is not canceled once something of it was recorded, without a reason, twice or by a stranger', () => {
    const k = booked({ arrivesOn: '2026-03-02' })
    expect(notComingForm.safeParse({ residencyId: k.residencyId, why: ' ', recordedBy: k.ada }).success).toBe(false)
    const stranger = { residencyId: k.residencyId, why: 'Why not', recordedBy: v7() }
    expect(cancelBooking(k.db, stranger, monday)).toMatchObject({ ok: false })
    const tablet = new Tablet()
    const set = tablet.set(k.residencyId, k.ada)
    recordFacts(k.db, tablet.batch([set, tablet.rep(set.id)]), tablet.at)
    expect(k.cancel()).toMatchObject({ ok: false, code: 'sets-then' })
    const other = booked()
    expect(other.cancel().ok).toBe(true)
    expect(other.cancel()).toMatchObject({ ok: false, code: 'dog-not-found' })
    expect(booked().cancel(monday + 30 * msPerDay)).toMatchObject({ ok: false })
  })
})
