import { expect } from 'vitest'
import { writeFeeds } from '@/store/house'
import { decidePlan, weigh } from '../actions/food'
import { dog, monday, newKennel, trainer } from './kennel'

/** What the house feeds. */
export const feeds = [
  { id: 'k', name: 'House kibble', kcalPer100g: 360, kcalPerPiece: 1.8, tier: 1, contains: 'chicken, rice' },
  { id: 'f', name: 'Fish squares', kcalPer100g: 300, kcalPerPiece: 3, tier: 2, contains: 'cod' },
]

/** A kennel with those feeds and two dogs, one whose name and words are written in other letters. */
export const fedKennel = () => {
  const db = newKennel()
  const who = trainer(db)
  const residencyId = dog(db, {
    name: 'Łania',
    caution: 'Mind the step',
    biteHistory: true,
    cue: { recall: 'Hierher' },
    releaseWord: 'Frei',
  })
  const other = dog(db, { name: 'Rook', run: '2' })
  writeFeeds(db, feeds)
  return { db, who, residencyId, other, fact: { residencyId, recordedBy: who } }
}

type FedKennel = ReturnType<typeof fedKennel>

/** Weighs the dog and decides on its food. */
export const fed = ({ db, fact }: Pick<FedKennel, 'db' | 'fact'>) => {
  expect(weigh(db, { ...fact, weight: 20, unit: 'kg', right: false }, monday).ok).toBe(true)
  return decidePlan(
    db,
    { ...fact, feedId: 'k', stage: 'neutered adult', factor: null, vetKcal: null, share: 50, goal: null },
    monday,
  )
}
