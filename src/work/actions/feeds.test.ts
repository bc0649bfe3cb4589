import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { typedOf } from '@/core/form'
import { readFed } from '@/store/food'
import { readFeeds, writeFeeds } from '@/store/house'
import { recordFacts } from '../record/accept'
import { loadFood } from '../page/food'
import { loadHouse } from '../page/house'
import { feedingList } from '../page/printed'
import { dog, monday, newKennel, Tablet, trainer } from '../tests/kennel'
import { decidePlan, fedForm, feedDog, weigh, weighTenPieces } from './food'
import { keepSection } from './house'

function stage(cupGrams: number | null = null) {
  const db = newKennel()
  const ada = trainer(db)
  const residencyId = dog(db, {})
  const kibble = { id: 'k', name: 'House kibble', kcalPer100g: 360, kcalPerPiece: null, tier: 1, contains: '' }
  writeFeeds(db, [{ ...kibble, cupGrams }])
  const who = { residencyId, recordedBy: ada }
  weigh(db, { ...who, weight: 20, unit: 'kg', right: false }, monday)
  const plan = { stage: 'neutered adult', factor: null, vetKcal: null, share: 30, goal: null } as const
  decidePlan(db, { ...who, feedId: 'k', ...plan }, monday)
  const day = () => loadFood(db, residencyId, monday)?.day
  const feed = (more: Record<string, unknown>) =>
    feedDog(db, fedForm.parse({ ...who, id: v7(), kind: 'bowl', feedId: 'k', grams: '100', note: '', ...more }), monday)
  return { db, ada, residencyId, day, feed }
}

describe('a feed of which nobody knows the energy of a piece', () => {
  it('is asked for once, and from then on what was paid with it is counted', () => {
    const { db, ada, residencyId, day } = stage()
    const tablet = new Tablet()
    const set = tablet.set(residencyId, ada)
    recordFacts(db, tablet.batch([set, ...[1, 2, 3, 4, 5].map(() => tablet.rep(set.id))]), tablet.at)
    expect([day()?.feed.kcalPerPiece, day()?.paidGrams]).toEqual([null, 0])
    const ten = (grams: number) => weighTenPieces(db, { feedId: 'k', grams, recordedBy: ada })
    expect(ten(4)).toEqual({ ok: true })
    // Ten of 4 g: 0.4 g and 1.44 kcal each; five paid reps are 2 g of the meal.
    expect(day()?.feed.kcalPerPiece).toBeCloseTo(1.44, 10)
    expect(day()?.paidGrams).toBeCloseTo(2, 10)
    expect(ten(5)).toMatchObject({ ok: false, code: 'known-already' })
    expect(weighTenPieces(db, { feedId: 'x', grams: 4, recordedBy: ada })).toMatchObject({ ok: false })
  })

  it('the page of the house shows what was weighed, and keeps no figure that nobody said', () => {
    const { db, ada } = stage()
    weighTenPieces(db, { feedId: 'k', grams: 4, recordedBy: ada })
    const typed = loadHouse(db, monday).sections.find((s) => s.id === 'feeds')?.values ?? {}
    expect([typed['feeds.0.kcalPerPiece']?.[0] ?? '', typed['feeds.0.tenPiecesGrams']?.[0]]).toEqual(['', '4'])
    expect(keepSection(db, 'feeds', typed, ada, monday).ok).toBe(true)
    expect(readFeeds(db)[0]).toMatchObject({ kcalPerPieceSaid: null, tenPiecesGrams: 4 })
    // What is said of a piece wins over what ten of them weigh.
    expect(keepSection(db, 'feeds', { ...typed, 'feeds.0.kcalPerPiece': ['2'] }, ada, monday).ok).toBe(true)
    expect(readFeeds(db)[0]?.kcalPerPiece).toBe(2)
  })
})

describe('food by ounce and by cup', () => {
  it('is written down in grams, whatever it was measured in', () => {
    const { db, residencyId, feed } = stage(110)
    expect(feed({ grams: '4', unit: 'oz' }).ok).toBe(true)
    expect(feed({ grams: '1,5', unit: 'cup' }).ok).toBe(true)
    expect(readFed(db, '2026-03-02', residencyId).map((f) => Math.round(f.grams * 10) / 10)).toEqual([113.4, 165])
    expect(feed({ grams: '400', unit: 'cup' })).toMatchObject({ ok: false, reason: expect.stringContaining('typo') })
  })

  it('a cup that nobody weighed is refused; one that was stands on the kitchen’s list', () => {
    expect(stage().feed({ grams: '1', unit: 'cup' })).toMatchObject({
      ok: false,
      reason: 'No one has weighed a cup of House kibble yet (Settings, foods).',
    })
    const { db, ada } = stage(110)
    expect(feedingList(db, monday).rows[0]?.bowl).toMatch(/^\d+ g \(\d?[¼½¾]? ?cups?\)$/)
    expect(feedingList(db, monday).rows[0]?.ration).toMatch(/^\d+ g$/)
    keepSection(
      db,
      'house',
      typedOf({ ...loadHouse(db, monday).house, unit: 'lb', meals: [], quietFrom: '', quietTo: '' }),
      ada,
      monday,
    )
    expect(feedingList(db, monday).rows[0]?.bowl).toMatch(/^\d+ g \([\d.]+ oz, /)
    expect(feedingList(db, monday).rows[0]?.ration).toMatch(/^[\d.]+ oz$/)
  })
})
