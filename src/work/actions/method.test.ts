import { describe, expect, it } from 'vitest'
import { readMethodChanges } from '@/store/method'
import { previewMethod } from '../page/methodPreview'
import { derive, standingOf } from '../record/standing'
import { regimesFor } from '../base/regimes'
import { dog, later, monday } from '../tests/kennel'
import { sitPosition, sitScene } from '../tests/sitScene'
import { switchMethod } from './method'

describe('the house method', () => {
  it(
    'is switched from the next rep on, with its date, after showing what changes and what a replay would have ' +
      'made of it',
    () => {
      const { db, ada, residencyId, tablet, work } = sitScene()
      work(5)
      const preview = previewMethod(db, { row: 'counts', option: 'five-of-five' }, tablet.at + 1)
      if ('refused' in preview) throw new Error(preview.refused)
      expect(preview.now).toMatchObject([
        {
          name: 'Bramble',
          changes: [{ command: 'Sit, Any move of the rear', before: 'eight of the last ten', after: 'five of five' }],
        },
      ])
      expect(preview.always[0]?.changes.find((c) => c.command === 'Sit')).toMatchObject({
        before: expect.stringContaining('shaping 0/1'),
        after: expect.stringContaining('shaping 1/1'),
      })
      expect(switchMethod(db, { row: 'counts', option: 'five-of-five', recordedBy: ada }, tablet.at + 1)).toEqual({
        ok: true,
      })
      expect(readMethodChanges(db)).toEqual([{ row: 'counts', option: 'five-of-five', at: tablet.at + 1 }])
      expect(sitPosition(db, residencyId)).toBe(0)
      tablet.at += 1000
      work(1)
      expect(sitPosition(db, residencyId)).toBe(1)
    },
  )

  describe('while it is switched, others write', () => {
    const five = { row: 'counts', option: 'five-of-five' }
    /** Three dogs with five clean reps each, and a switch in whose midst, with so many folded, something is done. */
    function switched(
      meanwhile: (s: ReturnType<typeof sitScene>, all: readonly string[]) => void,
      { stopped = false, when = 1 } = {},
    ) {
      const s = sitScene()
      const { db, ada, tablet, residencyId, work } = s
      const others = ['Teasel', 'Sorrel'].map((name, i) =>
        dog(db, { name, run: String(i + 2), promised: [{ rung: 'sit.rear', places: '1', people: '1' }] }),
      )
      const all = [residencyId, ...others]
      for (const id of all) work(5, 'clean', 'sit.rear', id)
      tablet.at += 1000
      let folded = 0
      const at = tablet.at
      const done = switchMethod(db, { ...five, recordedBy: ada }, at, {
        progress: () => {
          if (++folded === when) meanwhile(s, all)
        },
        stopped: () => stopped && folded > 0,
      })
      const asFolded = (id: string) => derive(db, id, regimesFor(db, id, later))
      return { ...s, done, folded, all, asFolded }
    }

    it('what is recorded of a dog that was folded counts, and so does a dog that came', () => {
      let came = ''
      const { db, done, all, asFolded } = switched(({ db, tablet, work }) => {
        tablet.at += 1000
        work(5)
        came = dog(db, { name: 'Rowan', run: '9', promised: [{ rung: 'sit.rear', places: '1', people: '1' }] })
      })
      expect(done).toEqual({ ok: true })
      for (const id of [...all, came]) expect(standingOf(db, id, later)).toEqual(asFolded(id))
      // Five of five, of reps made under it: the one that was worked meanwhile has them.
      expect(all.map((id) => sitPosition(db, id))).toEqual([1, 0, 0])
    })

    it('where all are recorded of behind their turn, they are folded again before anybody waits for it', () => {
      const meanwhile = ({ tablet, work }: ReturnType<typeof sitScene>, all: readonly string[]) => {
        tablet.at += 1000
        for (const id of all) work(5, 'clean', 'sit.rear', id)
      }
      const { db, done, all, folded, asFolded } = switched(meanwhile, { when: 3 })
      expect(done).toEqual({ ok: true })
      expect(all.map((id) => sitPosition(db, id))).toEqual([1, 1, 1])
      for (const id of all) expect(standingOf(db, id, later)).toEqual(asFolded(id))
      expect(folded).toBe(6)
    })

    it('what somebody else set meanwhile is kept; the same is said to be set', () => {
      const other = { row: 'late', option: 'not-paid' }
      for (const when of [1, 3]) {
        // Late reps behind it tell whether they were judged by it.
        const meanwhile = ({ db, ada, tablet, work }: ReturnType<typeof sitScene>) => {
          switchMethod(db, { ...other, recordedBy: ada }, tablet.at)
          tablet.at += 1000
          work(4, 'late')
        }
        const two = switched(meanwhile, { when })
        expect(two.done).toEqual({ ok: true })
        expect(readMethodChanges(two.db)).toMatchObject([other, five])
        for (const id of two.all) expect(standingOf(two.db, id, later)).toEqual(two.asFolded(id))
      }
      const same = switched(({ db, ada, tablet }) => switchMethod(db, { ...five, recordedBy: ada }, tablet.at))
      expect(same.done).toMatchObject({ ok: false, code: 'same' })
      expect(readMethodChanges(same.db)).toHaveLength(1)
    })

    it('one that is stopped changes nothing', () => {
      const { db, done, all, asFolded } = switched(() => undefined, { stopped: true })
      expect(done).toMatchObject({ ok: false, code: 'stopped' })
      expect(readMethodChanges(db)).toEqual([])
      for (const id of all) expect(standingOf(db, id, later)).toEqual(asFolded(id))
    })
  })

  it('refuses fixed rows, unknown schools and nobody', () => {
    const { db, ada } = sitScene()
    expect(previewMethod(db, { row: 'status', option: 'used' }, monday)).toMatchObject({
      refused: expect.stringContaining('Kibou decides'),
    })
    expect(switchMethod(db, { row: 'elimination', option: 'any', recordedBy: ada }, monday)).toMatchObject({
      ok: false,
    })
    expect(switchMethod(db, { row: 'late', option: 'not-paid', recordedBy: 'nobody' }, monday)).toMatchObject({
      ok: false,
      code: 'not-staff',
    })
    expect(switchMethod(db, { row: 'late', option: 'help-then-pay', recordedBy: ada }, monday)).toMatchObject({
      ok: false,
      code: 'same',
    })
    expect(readMethodChanges(db)).toEqual([])
  })
})
