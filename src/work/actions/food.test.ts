import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { typedOf } from '@/core/form'
import { readPlan, readWeights } from '@/store/food'
import { findResident } from '@/store/residents'
import { loadBowls, loadFood } from '../page/food'
import { loadBlock } from '../page/block'
import { loadFrame } from '../page/frame'
import { doorCard, feedingList } from '../page/printed'
import { recordFacts } from '../record/accept'
import { fed, fedKennel } from '../tests/fedKennel'
import { dog, monday, Tablet } from '../tests/kennel'
import { decidePlan, feedDog, giveBowl, takeFoodBack, weigh, weighOut } from './food'
import { keepStep } from './intake'
import type { FeedId } from '@/core/ids'

describe('a dog’s food', () => {
  it('is reckoned once it is weighed and somebody has decided, and every gram is accounted for', () => {
    const s = fedKennel()
    expect(loadFood(s.db, s.residencyId, monday)).toMatchObject({ day: undefined, missing: 'Not weighed yet.' })
    expect(fed(s).ok).toBe(true)
    const at = (k: 'weighed' | 'eaten' | 'bowl' | 'extra', feedId: FeedId, grams: number) =>
      feedDog(s.db, { ...s.fact, id: v7(), kind: k, feedId, grams, note: '' }, monday + 120_000)
    const tablet = new Tablet()
    const set = tablet.set(s.residencyId, s.who)
    recordFacts(
      s.db,
      tablet.batch([set, tablet.rep(set.id), tablet.rep(set.id), tablet.rep(set.id, 'miss', { paid: false })]),
      monday + 60_000,
    )
    // Two paid reps at a piece of half a gram each.
    expect(loadFood(s.db, s.residencyId, monday)?.day).toMatchObject({ paidReps: 2, fed: { eatenGrams: 1 } })
    at('eaten', 'k', 100)
    at('extra', 'f', 10)
    const day = loadFood(s.db, s.residencyId, monday)?.day
    expect([day?.fed.eatenGrams, day?.fed.extraKcal]).toEqual([100, 30])
    expect(day?.ledger.owedGrams).toBeCloseTo((70 * 20 ** 0.75 * 1.6 - 30) / 3.6 - 100, 6)
    expect(giveBowl(s.db, { ...s.fact, id: v7() }, monday).ok).toBe(true)
    expect(loadBowls(s.db, monday).rows.find((r) => r.resident.residencyId === s.residencyId)?.owed).toBe(0)
    expect(loadBowls(s.db, monday).rows.find((r) => r.resident.residencyId === s.other)).toMatchObject({
      missing: 'not weighed',
      owed: 0,
    })
  })
  it('pieces paid after what was written down as eaten count as well as those before', () => {
    const s = fedKennel()
    expect(fed(s).ok).toBe(true)
    const tablet = new Tablet()
    const set = tablet.set(s.residencyId, s.who)
    recordFacts(s.db, tablet.batch([set, tablet.rep(set.id, 'clean', { pieces: 4 })]), tablet.at)
    feedDog(s.db, { ...s.fact, id: v7(), kind: 'eaten', feedId: 'k', grams: 10, note: '' }, tablet.at + 1)
    recordFacts(s.db, tablet.batch([tablet.rep(set.id, 'clean', { pieces: 6 })]), tablet.at)
    // Ten grams written, which cover the four pieces before; six of half a gram since.
    expect(loadFood(s.db, s.residencyId, tablet.at)?.day?.fed.eatenGrams).toBeCloseTo(13, 9)
  })

  it('a change of feed at noon keeps what was eaten, by its energy', () => {
    const s = fedKennel()
    expect(fed(s).ok).toBe(true)
    const tablet = new Tablet()
    const set = tablet.set(s.residencyId, s.who)
    recordFacts(s.db, tablet.batch([set, tablet.rep(set.id, 'clean', { pieces: 10 })]), tablet.at)
    feedDog(s.db, { ...s.fact, id: v7(), kind: 'bowl', feedId: 'k', grams: 100, note: '' }, tablet.at)
    const owed = () => loadFood(s.db, s.residencyId, tablet.at)?.day?.ledger.owedGrams ?? 0
    const before = owed()
    tablet.at += 1000
    expect(
      decidePlan(
        s.db,
        { ...s.fact, feedId: 'f', stage: 'neutered adult', factor: null, vetKcal: null, share: 50, goal: null },
        tablet.at,
      ).ok,
    ).toBe(true)
    expect(owed() * 3).toBeCloseTo(before * 3.6, 6)
    expect(loadFood(s.db, s.residencyId, tablet.at)?.day).toMatchObject({ paidReps: 10, fed: { extraKcal: 0 } })
  })

  it(
    'a dog paid in toys is charged no kibble, on paper and for small things either; what was really given ' + 'counts',
    () => {
      const s = fedKennel()
      const toy = dog(s.db, { name: 'Trowel', run: '9', traits: ['toys'] })
      expect(fed({ db: s.db, fact: { residencyId: toy, recordedBy: s.who } }).ok).toBe(true)
      const tablet = new Tablet()
      const set = tablet.set(toy, s.who)
      recordFacts(
        s.db,
        tablet.batch([set, tablet.rep(set.id), tablet.rep(set.id), tablet.small(toy, s.who, { pieces: 5 })]),
        tablet.at,
      )
      expect(loadFood(s.db, toy, tablet.at)?.day).toMatchObject({ paidReps: 0, fed: { eatenGrams: 0 } })
      // And the screens that log small things know it, so that they write none.
      expect(loadFrame(s.db, tablet.at).dogs.find((d) => d.residencyId === toy)?.toys).toBe(true)
      recordFacts(s.db, tablet.batch([tablet.rep(set.id, 'clean', { pieces: 2 })]), tablet.at)
      expect(loadFood(s.db, toy, tablet.at)?.day).toMatchObject({ paidReps: 2 })
    },
  )

  it('what it must not have is refused, and a slip is taken back', () => {
    const s = fedKennel()
    keepStep(s.db, s.residencyId, 'health', typedOf({ allergies: [{ what: 'Chicken' }] }), s.who, monday)
    expect(fed(s)).toMatchObject({ ok: false, reason: expect.stringMatching(/may not have House kibble: chicken/) })
    expect(readPlan(s.db, s.residencyId)).toBeUndefined()
    expect(weigh(s.db, { ...s.fact, weight: 44, unit: 'kg', right: false }, monday)).toMatchObject({
      ok: false,
      code: 'ask',
      reason: expect.stringMatching(/pounds typed/),
    })
    const dogId = findResident(s.db, s.residencyId)?.dogId ?? ''
    expect(takeFoodBack(s.db, { ...s.fact, targetId: readWeights(s.db, dogId)[0]?.id ?? '' }, monday).ok).toBe(true)
    expect(readWeights(s.db, dogId)).toEqual([])
    expect(takeFoodBack(s.db, { ...s.fact, targetId: v7() }, monday).ok).toBe(false)
  })
})

describe('an allergy noted after the plan was made', () => {
  const noted = (what: string) => {
    const s = fedKennel()
    expect(fed(s).ok).toBe(true)
    const typed = { ...typedOf({ allergies: [{ what }] }), caution: [''] }
    expect(keepStep(s.db, s.residencyId, 'health', typed, s.who, monday).ok).toBe(true)
    return s
  }

  it.each(['Chicken (itches)', 'beef and chicken', 'poultry', 'no chicken'])(
    '“%s” stops the own meal everywhere',
    (what) => {
      const s = noted(what)
      const food = loadFood(s.db, s.residencyId, monday)
      expect(food?.mealAgainst.length).toBe(1)
      const bowl = loadBowls(s.db, monday).rows.find((r) => r.resident.residencyId === s.residencyId)
      expect(bowl?.against).toEqual(food?.mealAgainst)
      const line = feedingList(s.db, monday).rows.find((r) => r.name === 'Łania')
      expect(line).toMatchObject({ feed: 'choose another meal', ration: '', training: '', bowl: '' })
      expect(line?.notes).toContain('NOT House kibble')
      expect(doorCard(s.db, s.residencyId, monday)?.food).toContain('NOT House kibble')
      const block = loadBlock(s.db, s.residencyId, undefined, s.who, monday)
      expect(block?.feeds.map((f) => f.name)).toEqual(['Fish squares'])
      expect([block?.mealAgainst === '', block?.foodLeft.own, block?.plays]).toEqual([false, 0, false])
      for (const deed of [weighOut, giveBowl])
        expect(deed(s.db, { ...s.fact, id: v7() }, monday)).toMatchObject({
          ok: false,
          reason: expect.stringContaining('may not have House kibble'),
        })
      expect(decidePlan(s.db, { ...plan(s), feedId: 'k' }, monday).ok).toBe(false)
      expect(decidePlan(s.db, { ...plan(s), feedId: 'f' }, monday).ok).toBe(true)
      expect(loadFood(s.db, s.residencyId, monday)?.mealAgainst).toEqual([])
    },
  )

  it('with nothing left that it may have, a dog is paid in play', () => {
    const s = noted('chicken, fish')
    const block = loadBlock(s.db, s.residencyId, undefined, s.who, monday)
    expect([block?.feeds, block?.plays]).toEqual([[], true])
  })

  const plan = (s: ReturnType<typeof fedKennel>) => ({
    ...s.fact,
    stage: 'neutered adult' as const,
    factor: null,
    vetKcal: null,
    share: 50,
    goal: null,
  })
})
