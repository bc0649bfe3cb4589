import { expect, it } from 'vitest'
import { methodRows } from '@/core/method/rows'
import { switchMethod } from '../actions/method'
import { cancelBooking, takeCancelingBack } from '../actions/notComing'
import { changeStay } from '../actions/stay'
import { lookThrough } from '../context/soundness'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from '../tests/kennel'
import { recordFacts } from './accept'

it.each(methodRows.flatMap((row) => row.options.map((option) => [row.id, option.id] as const)))(
  'a dog that is booked comes to the house as it is then: %s, %s',
  (row, option) => {
    const db = newKennel()
    const recordedBy = trainer(db)
    const here = dog(db, {})
    const booked = dog(db, { name: 'Later', run: '9', arrivesOn: '2026-03-06', leavesOn: '2026-03-20' })
    dog(db, { name: 'Booked', run: '8', owner: 'Owner 8', arrivesOn: '2026-03-06', leavesOn: '2026-03-20' })
    const tablet = new Tablet()
    const set = tablet.set(here, recordedBy)
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), tablet.at)
    const on = (day: number) => monday + day * msPerDay
    expect(cancelBooking(db, { residencyId: booked, why: 'asked', recordedBy }, on(0)).ok).toBe(true)
    switchMethod(db, { row, option, recordedBy }, on(0) + 1)
    expect(takeCancelingBack(db, { residencyId: booked, recordedBy }, on(0) + 2).ok).toBe(true)
    // The other stay ends, and goes on after all.
    for (const leavesOn of ['2026-03-03', '2026-03-25'])
      expect(changeStay(db, { residencyId: here, leavesOn, reason: 'asked', recordedBy }, on(0) + 3).ok).toBe(true)
    for (const day of [1, 4, 5, 8]) expect(lookThrough(db, on(day)).standings, `day ${day}`).toEqual([])
  },
)
