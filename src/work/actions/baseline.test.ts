import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { mostReps } from '@/core/baseline/baseline'
import { readStarts } from '@/store/baseline'
import type { Db } from '@/store/database'
import { loadBaseline } from '../page/baseline'
import { loadResident } from '../page/resident'
import { recordFacts } from '../record/accept'
import { derive, standingOf } from '../record/standing'
import { regimesFor } from '../base/regimes'
import { arrivedDog } from '../tests/arrivedDog'
import { dog, later, monday, msPerDay, Tablet } from '../tests/kennel'
import { baselineRepForm, keepBaselineRep, takeProposed, takeStart, undoBaselineRep } from './baseline'
import type { ResidencyId } from '@/core/ids'

const count = (db: Db, table: string) => (db.prepare(`SELECT count(*) AS n FROM ${table}`).get() as { n: number }).n

describe('the baseline', () => {
  const now = monday
  const run = (
    db: Db,
    residencyId: ResidencyId,
    who: string,
    command: string,
    can: (index: number, food: boolean) => boolean,
  ) => {
    for (let i = 0; i <= mostReps; i++) {
      const c = loadBaseline(db, residencyId, now)?.commands.find((x) => x.id === command)
      if (!c || c.step.kind === 'done') return c
      const done = keepBaselineRep(
        db,
        {
          id: v7(),
          residencyId,
          recordedBy: who,
          command,
          rungId: c.rung.id,
          foodInSight: c.step.foodInSight,
          clean: can(c.step.index, c.step.foodInSight),
        },
        now,
      )
      if (!done.ok) throw new Error(done.reason)
    }
    throw new Error('more than eight reps')
  }

  it('proposes, puts in hand, passes nothing and holds nothing', () => {
    const { db, who, residencyId } = arrivedDog()
    const found = run(db, residencyId, who, 'sit', (i) => i <= 3)
    expect(found?.step).toMatchObject({ kind: 'done', shown: 3, start: 2 })
    expect(takeProposed(db, { residencyId, recordedBy: who }, now).ok).toBe(true)
    const { state, summary } = standingOf(db, residencyId, later)
    expect(state.runs['sit/sit']).toMatchObject({ position: 2, tallies: {} })
    expect(summary.commands.find((c) => c.command === 'sit')).toMatchObject({ word: 'not started', reps: 0 })
    expect(loadResident(db, residencyId, now)?.next.sets.find((s) => s.command === 'sit')?.rungId).toBe(
      found?.rungs[2]?.id,
    )
    expect(standingOf(db, residencyId, later)).toEqual(
      JSON.parse(JSON.stringify(derive(db, residencyId, regimesFor(db, residencyId, later)))),
    )
  })

  it('takes seconds and the help of the leash: late or helped by it, nothing came off', () => {
    const { db, who, residencyId } = arrivedDog()
    const sit = () => loadBaseline(db, residencyId, now)?.commands.find((c) => c.id === 'sit')
    const keep = (more: Record<string, unknown>) => {
      const c = sit()
      if (!c) throw new Error('no sit')
      const form = {
        id: v7(),
        residencyId,
        recordedBy: who,
        command: 'sit',
        rungId: c.rung.id,
        foodInSight: c.step.kind === 'try' && c.step.foodInSight,
        clean: true,
        ...more,
      }
      return keepBaselineRep(db, baselineRepForm.parse(form), now)
    }
    const first = sit()?.rung.id
    expect(keep({ latencySeconds: 1.2 }).ok).toBe(true)
    expect(keep({ latencySeconds: 4.5 }).ok).toBe(true)
    expect(sit()?.reps.map((r) => [r.clean, r.latencySeconds, r.leashHelp])).toEqual([
      [true, 1.2, false],
      [false, 4.5, false],
    ])
    // A rep that was late is a miss of its rung: two rungs down.
    expect(sit()?.rung.id).not.toBe(first)
    expect(keep({ leashHelp: true }).ok).toBe(true)
    expect(sit()?.reps.at(-1)).toMatchObject({ clean: false, leashHelp: true, latencySeconds: null })
    for (const bad of [-1, 61, Number.NaN]) expect(() => keep({ latencySeconds: bad })).toThrow()
  })

  it('a command waits for the prerequisite that was not shown, and opens once it was', () => {
    const { db, who, residencyId } = arrivedDog()
    const stay = () => loadBaseline(db, residencyId, now)?.commands.find((c) => c.id === 'sit-stay')
    expect(stay()?.step).toMatchObject({ kind: 'done', why: expect.stringMatching(/sit “.+”, which was not shown/) })
    run(db, residencyId, who, 'sit', () => true)
    expect(stay()?.step.kind).toBe('try')
  })

  it('lower is free, higher wants a reason, above the ceiling is refused; once worked, the ladder says', () => {
    const { db, who, residencyId } = arrivedDog()
    const found = run(db, residencyId, who, 'sit', (i) => i <= 7)
    const at = (i: number) => found?.rungs[i]?.id ?? ''
    const start = (i: number, reason = '') =>
      takeStart(db, { residencyId, recordedBy: who, command: 'sit', rungId: at(i), reason }, now)
    expect(start(3).ok).toBe(true)
    expect(start(8)).toMatchObject({ ok: false, code: 'fields' })
    expect(start(8, 'Came off six times in the car park').ok).toBe(true)
    expect(readStarts(db, residencyId).map((s) => [s.rungId, s.proposed])).toEqual([
      [at(3), at(6)],
      [at(8), at(6)],
    ])
    const tablet = new Tablet()
    const set = tablet.set(residencyId, who)
    recordFacts(db, tablet.batch([set, tablet.rep(set.id)]), now + 60_000)
    expect(count(db, 'rep')).toBe(1)
    expect(start(2)).toMatchObject({ ok: false, code: 'known-already' })
  })

  it('never above the ceiling, whatever the reason', () => {
    const { db, who, residencyId } = arrivedDog()
    run(db, residencyId, who, 'sit', () => true)
    const stay = run(db, residencyId, who, 'sit-stay', (i) => i <= 2)
    const above = stay?.rungs[(stay?.ceiling ?? 0) + 1]?.id ?? ''
    expect(above).toBe('sit-stay.45s')
    expect(
      takeStart(
        db,
        { residencyId, recordedBy: who, command: 'sit-stay', rungId: above, reason: 'It did so at home' },
        now,
      ),
    ).toMatchObject({ ok: false, code: 'not-possible', reason: expect.stringMatching(/Not above “30 s”/) })
    expect(readStarts(db, residencyId)).toEqual([])
  })

  it(
    'not on the first evening; a rep of an old page is refused; the same fact twice changes nothing; the last ' +
      'can be taken back',
    () => {
      const { db, who } = arrivedDog()
      const today = dog(db, { name: 'Rook', run: '9', arrivesOn: '2026-03-02' })
      const form = {
        id: v7(),
        residencyId: today,
        recordedBy: who,
        command: 'sit',
        rungId: 'sit.rear',
        foodInSight: false,
        clean: true,
      }
      expect(keepBaselineRep(db, form, now)).toMatchObject({
        ok: false,
        code: 'too-early',
        reason: expect.stringMatching(/First evening/),
      })
      const tomorrow = now + msPerDay
      const asked = loadBaseline(db, today, tomorrow)?.commands.find((c) => c.id === 'sit')?.rung.id ?? ''
      expect(keepBaselineRep(db, form, tomorrow)).toMatchObject({
        ok: false,
        code: 'changed-meanwhile',
      })
      expect(keepBaselineRep(db, { ...form, rungId: asked }, tomorrow).ok).toBe(true)
      expect(keepBaselineRep(db, { ...form, rungId: asked }, tomorrow).ok).toBe(true)
      expect(loadBaseline(db, today, tomorrow)?.commands.find((c) => c.id === 'sit')?.reps).toHaveLength(1)
      expect(undoBaselineRep(db, { residencyId: today, recordedBy: who, command: 'sit' }, tomorrow).ok).toBe(true)
      expect(loadBaseline(db, today, tomorrow)?.commands.find((c) => c.id === 'sit')?.reps).toHaveLength(0)
    },
  )
})
