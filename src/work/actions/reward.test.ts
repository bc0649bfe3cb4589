import { v7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { findResident } from '@/store/residents'
import { loadBooklet } from '../page/booklet'
import { loadReward } from '../page/reward'
import { arrivedDog } from '../tests/arrivedDog'
import { monday } from '../tests/kennel'
import { keepChoice, keepTaste, reserve, undoReward, worksForToys } from './reward'

describe('the reward test', () => {
  it('goes from its own meal to better food to toys, ranks what it took, and keeps a toy', () => {
    const { db, who, residencyId } = arrivedDog()
    const fact = { residencyId, recordedBy: who }
    const taste = (s: 'meal' | 'better' | 'toy', item: string, took: 'at once' | 'slowly' | 'not') => {
      expect(keepTaste(db, { ...fact, id: v7(), stage: s, item, took }, monday).ok).toBe(true)
    }
    const stageNow = () => loadReward(db, residencyId, monday)?.stage
    expect(stageNow()).toBe('meal')
    taste('meal', 'kibble', 'not')
    expect(stageNow()).toBe('better')
    taste('better', 'liver', 'not')
    expect(stageNow()).toBe('toys')
    taste('toy', 'ball', 'at once')
    taste('toy', 'rope', 'slowly')
    expect(loadReward(db, residencyId, monday)).toMatchObject({
      stage: 'done',
      items: ['ball', 'rope'],
      pair: { left: 'ball', right: 'rope' },
    })
    for (let i = 0; i < 2; i++)
      expect(keepChoice(db, { ...fact, id: v7(), a: 'ball', b: 'rope', chosen: 'rope' }, monday).ok).toBe(true)
    expect(loadReward(db, residencyId, monday)?.ranked.map((r) => r.item)).toEqual(['rope', 'ball'])
    expect(keepChoice(db, { ...fact, id: v7(), a: 'ball', b: 'liver', chosen: 'liver' }, monday)).toMatchObject({
      ok: false,
    })
    expect(reserve(db, { ...fact, item: 'liver' }, monday).ok).toBe(false)
    expect(reserve(db, { ...fact, item: 'rope' }, monday).ok).toBe(true)
    expect(worksForToys(db, { ...fact, toys: true }, monday).ok).toBe(true)
    expect(findResident(db, residencyId)?.traits.toys).toBe(true)
    undoReward(db, fact, monday)
    expect(loadReward(db, residencyId, monday)).toMatchObject({ choices: 1, reserved: 'rope' })
  })
  it('what it likes best stands in what its owner takes home, once it had a choice', () => {
    const { db, who, residencyId } = arrivedDog()
    const fact = { residencyId, recordedBy: who }
    const paid = () =>
      loadBooklet(db, residencyId, monday)
        ?.homework.weeks.map((w) => w.foodWords)
        .join(' ') ?? ''
    for (const item of ['cheese', 'liver'])
      keepTaste(db, { ...fact, id: v7(), stage: 'better', item, took: 'at once' }, monday)
    keepTaste(db, { ...fact, id: v7(), stage: 'toy', item: 'rope', took: 'at once' }, monday)
    expect(paid()).not.toMatch(/likes/)
    keepChoice(db, { ...fact, id: v7(), a: 'cheese', b: 'liver', chosen: 'liver' }, monday)
    expect(paid()).toMatch(/Bramble likes liver best\./)
    worksForToys(db, { ...fact, toys: true }, monday)
    expect(paid()).toMatch(/Bramble likes rope best\./)
    expect(paid()).not.toMatch(/liver/)
  })

  it('a dog that takes its own meal at once is done', () => {
    const { db, who, residencyId } = arrivedDog()
    keepTaste(db, { residencyId, recordedBy: who, id: v7(), stage: 'meal', item: 'kibble', took: 'at once' }, monday)
    expect(loadReward(db, residencyId, monday)).toMatchObject({
      stage: 'done',
      findings: [expect.stringMatching(/regular meal\. Train before dinner/)],
    })
  })
})
