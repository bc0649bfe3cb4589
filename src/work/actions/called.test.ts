import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { lastCall } from '@/store/calls'
import { dog, monday, newKennel, trainer } from '../tests/kennel'
import { calledForm, tickCall } from './called'
import type { EpochMs } from '@/core/epochMs'

describe('a call to an owner', () => {
  it('is kept with who and when, and can be taken back', () => {
    const db = newKennel()
    const ada = trainer(db)
    const residencyId = dog(db)
    const tick = (called: boolean, at: EpochMs, more: object = {}) =>
      tickCall(db, calledForm.parse({ residencyId, called, recordedBy: ada, ...more }), at)
    expect(lastCall(db, residencyId)).toBeUndefined()
    expect(tick(true, monday)).toEqual({ ok: true, residencyId })
    expect(lastCall(db, residencyId)).toEqual({ at: monday, by: 'Ada' })
    expect(tick(false, monday + 1)).toEqual({ ok: true, residencyId })
    expect(lastCall(db, residencyId)).toBeUndefined()
    expect(tick(true, monday + 2)).toEqual({ ok: true, residencyId })
    expect(lastCall(db, residencyId)?.at).toBe(monday + 2)
    expect(tick(true, monday, { residencyId: v7() })).toMatchObject({ ok: false })
    expect(tick(true, monday, { recordedBy: v7() })).toMatchObject({ ok: false })
  })
})
