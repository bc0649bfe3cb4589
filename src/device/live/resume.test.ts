import { describe, expect, it } from 'vitest'
import { v4 } from 'uuid'
import { houseCurriculum } from '@/core/curriculum/house'
import { insertMethodChange } from '@/store/method'
import { addPerson } from '@/work/actions/begin'
import { recordFacts } from '@/work/record/accept'
import { loadBlock } from '@/work/page/block'
import { dog, msPerDay, newKennel, Tablet, trainer } from '@/work/tests/kennel'
import { markOf } from '@/core/facts/deviceMark'
import { resume } from '@/device/live/resume'

function scene() {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db)
  const tablet = new Tablet()
  const set = tablet.set(residencyId, ada)
  const reps = [tablet.rep(set.id), tablet.rep(set.id, 'helped'), tablet.rep(set.id)]
  const view = () => {
    const found = loadBlock(db, residencyId, 'sit', 'ada', tablet.at + 60_000)
    if (!found) throw new Error('no session')
    return found
  }
  return { db, ada, residencyId, tablet, set, reps, view }
}

describe('coming back to a set that was left open', () => {
  it('finds every rep once, whether the server has it, the device has it, or both', () => {
    const { db, tablet, set, reps, view } = scene()
    recordFacts(db, tablet.batch([set, ...reps.slice(0, 2)]), tablet.at)
    const { base, active } = resume(view(), [set, ...reps], markOf(tablet.device), () => false)
    expect(active?.reps.map((r) => r.fact.id)).toEqual(reps.map((r) => r.id))
    expect(base.runs).toEqual({})
  })

  it('finds it when the device has forgotten, and when the server never had it', () => {
    const { db, tablet, set, reps, view } = scene()
    expect(resume(view(), [set, ...reps], markOf(tablet.device), () => false).active?.reps).toHaveLength(3)
    recordFacts(db, tablet.batch([set, ...reps]), tablet.at)
    expect(resume(view(), [], markOf(tablet.device), () => false).active?.reps).toHaveLength(3)
  })

  it('leaves out a rep that was taken back, and a set that was closed', () => {
    const { ada, tablet, set, reps, view } = scene()
    const last = reps[2]
    if (!last) throw new Error('no rep')
    expect(
      resume(view(), [set, ...reps, tablet.voided(last.id, ada)], markOf(tablet.device), () => false).active?.reps,
    ).toHaveLength(2)
    expect(
      resume(
        view(),
        [set, ...reps, { kind: 'set-closed', ...tablet.stamp(), setId: set.id, endedBy: 'trainer', note: '' }],
        markOf(tablet.device),
        () => false,
      ).active,
    ).toBeUndefined()
  })

  it('folds another device’s open set in instead of taking it over', () => {
    const { db, tablet, set, reps, view } = scene()
    recordFacts(db, tablet.batch([set, ...reps]), tablet.at)
    const { base, active } = resume(view(), [], v4(), () => false)
    expect(active).toBeUndefined()
    expect(base.runs['sit/sit']?.tallies['sit.rear']).toMatchObject({ reps: 3, clean: 2, helped: 1 })
  })

  it('judges a young dog by its age: in its first week a stay at a distance opens nothing further away', () => {
    const verdictAt = (bornOn: string | undefined) => {
      const db = newKennel()
      const ada = trainer(db)
      const residencyId = dog(db, bornOn === undefined ? {} : { bornOn })
      const tablet = new Tablet()
      // What it needs first, held on two days.
      const ladder = ['sit', 'sit-stay'].flatMap(
        (id) => houseCurriculum.commands.find((c) => c.id === id)?.runs[0]?.rungs.slice(0, id === 'sit' ? 6 : 13) ?? [],
      )
      for (let day = 0; day < 2; day++, tablet.at += msPerDay)
        for (const rung of ladder) {
          const climbed = tablet.set(residencyId, ada, { rungId: rung.id })
          recordFacts(
            db,
            tablet.batch([climbed, ...Array.from({ length: 10 }, () => tablet.rep(climbed.id))]),
            tablet.at,
          )
        }
      const set = tablet.set(residencyId, ada, { rungId: 'sit-stay.step' })
      const facts = [set, ...Array.from({ length: 5 }, () => tablet.rep(set.id))]
      const view = loadBlock(db, residencyId, 'sit-stay', ada, tablet.at + 60_000)
      return view && resume(view, facts, markOf(tablet.device), () => false).judged.verdict?.kind
    }
    expect([verdictAt('2025-11-20'), verdictAt(undefined)]).toEqual(['waits', 'moves-on'])
  })

  it('goes on with a set that was open when the house changed a rule, under the new one, with every rep of it', () => {
    const { db, ada, tablet, set, reps, view } = scene()
    recordFacts(db, tablet.batch([set, ...reps]), tablet.at)
    for (const [row, option] of [
      ['corrections', 'after-teaching'],
      ['counts', 'ten-in-a-row'],
    ] as const) {
      insertMethodChange(db, v4(), { at: tablet.at + 30_000, row, option }, ada)
      const { active, base } = resume(view(), [set, ...reps], markOf(tablet.device), () => true)
      expect(active?.reps.map((r) => r.fact.id)).toEqual(reps.map((r) => r.id))
      expect(base.runs['sit/sit']?.tallies['sit.rear']).toBeUndefined()
    }
  })

  it('a second trainer added later does not disturb it', () => {
    const { db, tablet, set, reps, view } = scene()
    recordFacts(db, tablet.batch([set, ...reps]), tablet.at)
    addPerson(db, { name: 'Ben', role: 'trainer', weekdays: ['1'], from: '09:00', to: '10:00' }, tablet.at)
    expect(resume(view(), [], markOf(tablet.device), () => false).active?.context.id).toBe(set.id)
  })
})
