import { describe, expect, it } from 'vitest'
import { dayIn } from '@/core/days'
import { extrasShare } from '@/core/food/ledger'
import { lifeStageNames } from '@/core/food/energy'
import { seeded } from '@/core/seeded'
import { laws } from '@/core/tests/loop/dogs'
import { perfectDog } from '@/core/tests/loop/live'
import { paidPieces, readFed } from '@/store/food'
import { allFeeds, writeFeeds } from '@/store/house'
import { findResident } from '@/store/residents'
import { decidePlan, weigh } from './actions/food'
import { switchMethod } from './actions/method'
import { loadBlock } from './page/block'
import { recordFacts } from './record/accept'
import { dayFood } from './context/food'
import { followBlock } from './tests/byTheBook'
import { dog, monday, msPerDay, newKennel, Tablet, trainer } from './tests/kennel'

/** What a house may have on its shelf, from frugal to foolish. */
const shelf = [
  { id: 'k', name: 'Kibble', kcalPer100g: 360, kcalPerPiece: 1.8, tier: 1, contains: '' },
  { id: 'big', name: 'Large kibble', kcalPer100g: 400, kcalPerPiece: 9, tier: 1, contains: '' },
  { id: 'oat', name: 'Oat biscuit', kcalPer100g: 380, kcalPerPiece: 22, tier: 2, contains: '' },
  { id: 'liver', name: 'Liver', kcalPer100g: 180, kcalPerPiece: 4, tier: 3, contains: '' },
  { id: 'cheese', name: 'Cheese', kcalPer100g: 400, kcalPerPiece: 16, tier: 4, contains: '' },
]
const promised = ['sit-stay.30s', 'down-stay.60s', 'recall.line-5', 'heel.away-2', 'place.10s', 'settle.talks'].map(
  (rung) => ({ rung, places: '1', people: '1' }),
)

/** Two days of six blocks, each worked as the phone says to the end, and each piece that it says given. */
function worked(seed: number) {
  const chance = seeded(seed)
  const one = <T>(of: readonly T[]): T => of[Math.floor(chance() * of.length)] as T
  const db = newKennel()
  const ada = trainer(db)
  const bornOn = one(['', '2025-12-20', '2015-01-01'])
  const residencyId = dog(db, {
    promised: promised
      .filter(() => chance() < 0.8 || seed === 0)
      .concat({ rung: 'sit.word', places: '1', people: '1' }),
    traits: chance() < 0.2 ? ['toys'] : chance() < 0.3 ? ['giant'] : [],
    ...(bornOn === '' ? {} : { bornOn }),
  })
  writeFeeds(
    db,
    shelf.filter((f) => f.id === 'k' || chance() < 0.6),
  )
  const fact = { residencyId, recordedBy: ada }
  weigh(db, { ...fact, weight: one([1.2, 3, 8, 20, 45, 68]), unit: 'kg', right: true }, monday)
  decidePlan(
    db,
    {
      ...fact,
      feedId: allFeeds(db).has('big') && chance() < 0.5 ? 'big' : 'k',
      stage: one(lifeStageNames),
      factor: null,
      vetKcal: chance() < 0.2 ? 60 : null,
      share: one([0, 20, 50, 100]),
      goal: null,
    },
    monday,
  )
  for (const row of ['rate', 'ds', 'place'])
    for (const option of ['early-variable', 'together', 'whole'])
      if (chance() < 0.3) switchMethod(db, { row, option, recordedBy: ada }, monday)
  const learner = chance() < 0.5 ? perfectDog : laws.strength('usual', seed + 1)
  const tablet = new Tablet()
  const said: string[] = []
  let pieces = 0
  for (let day = 1; day <= 2; day++) {
    learner.wake(day)
    for (let block = 0; block < 6; block++) {
      tablet.at = monday - 5 * 3_600_000 + day * msPerDay + block * 2.2 * 3_600_000
      const view = loadBlock(db, residencyId, undefined, ada, tablet.at)
      if (!view || view.plan.items.length === 0) continue
      const { facts } = followBlock(view, tablet, ada, learner, day)
      for (const f of facts) if (f.kind === 'rep') pieces += f.pieces ?? 0
      for (let i = 0; i < facts.length; i += 400) recordFacts(db, tablet.batch(facts.slice(i, i + 400)), tablet.at)
      const today = dayIn('Europe/London', tablet.at)
      const resident = findResident(db, residencyId)
      const food =
        resident &&
        dayFood(
          db,
          resident,
          allFeeds(db),
          readFed(db, today, residencyId),
          paidPieces(db, today).get(residencyId) ?? [],
        )
      if (!food) throw new Error('no food')
      const own = (food.fed.eatenGrams * food.feed.kcalPer100g) / 100
      const { daily } = food.energy
      if (food.fed.extraKcal > daily * extrasShare + 1e-6)
        said.push(`day ${day}, block ${block}: ${food.fed.extraKcal.toFixed(1)} kcal on top of ${daily.toFixed(0)}`)
      if (own + food.fed.extraKcal > daily + 1e-6)
        said.push(`day ${day}, block ${block}: ${(own + food.fed.extraKcal).toFixed(1)} of ${daily.toFixed(0)} kcal`)
    }
  }
  db.close()
  return { said, pieces }
}

describe('a day paid as Kibou says', () => {
  it('never passes the day’s energy, nor a tenth of it in extras: any size, age, method, shelf and reward', () => {
    let pieces = 0
    for (let seed = 0; seed < 14; seed++) {
      const { said, pieces: given } = worked(seed)
      expect([seed, said]).toEqual([seed, []])
      pieces += given
    }
    // They were paid, all the same.
    expect(pieces).toBeGreaterThan(500)
  })
})
