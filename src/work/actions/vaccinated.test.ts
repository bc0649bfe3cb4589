import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { typedOf } from '@/core/form'
import { loadComing } from '../page/coming'
import { dog, monday, newKennel, trainer } from '../tests/kennel'
import { keepStep } from './intake'
import { giveVaccination, vaccinatedForm } from './vaccinated'

describe('a vaccination ticked where it is shown', () => {
  it('reminds nobody any more, is kept once, and of what was changed meanwhile nothing is written', () => {
    const db = newKennel()
    const ada = trainer(db)
    const residencyId = dog(db)
    const due = '2026-03-04'
    const vaccines = [{ name: 'Rabies', given: '2025-03-04', due }]
    keepStep(db, residencyId, 'health', typedOf({ vaccines, caution: 'Guards its bowl' }), ada, monday)
    const reminded = () => loadComing(db, monday).mind.flatMap((m) => m.reminders.map((r) => r.text))
    const tick = (more: object = {}) =>
      giveVaccination(
        db,
        vaccinatedForm.parse({ residencyId, name: 'Rabies', due, recordedBy: ada, ...more }),
        monday + 1000,
      )
    expect(reminded()).toEqual(['Rabies'])
    expect(tick({ name: 'Distemper' })).toMatchObject({ ok: false })
    expect(tick({ residencyId: v7() })).toMatchObject({ ok: false })
    expect(tick()).toEqual({ ok: true, residencyId })
    expect(reminded()).toEqual([])
    expect(tick()).toMatchObject({ ok: false, code: 'changed-meanwhile' })
  })
})
