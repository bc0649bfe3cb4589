import { expect, it } from 'vitest'
import { houseCurriculum } from '@/core/curriculum/house'
import { allRungs, findRung } from '@/core/curriculum/lookup'
import { holdPaid } from '@/core/method/hold'
import { plainDog } from '@/core/dog/traits'
import type { BlockView } from '@/work/page/blockView'
import { rewardText } from './rewardText'

type So = Parameters<typeof rewardText>[2]

const kibble = { id: 'k', name: 'House kibble', tier: 1, kcalPerPiece: 2, gramsPerPiece: 0.5, against: [] }
const said = (id: string, block: Partial<So>, more: Partial<BlockView> = {}) => {
  const rung = findRung(houseCurriculum, id)
  if (!rung) throw new Error(id)
  const view = { plays: false, feeds: [kibble], resident: { traits: plainDog }, ...more } as unknown as BlockView
  const opened = { feedId: 'k', halved: false }
  const so = { active: { opened, reps: [] }, draw: undefined, planned: 1, payAt: [], settleEvery: undefined, ...block }
  const left = { all: 500, training: 500, extras: 50 } as unknown as So['foodLeft']
  return rewardText(view, rung, { foodLeft: left, ...so } as So, 'At your knees')
}
const halves = { active: { opened: { feedId: 'k', halved: true }, reps: [] } } as unknown as Partial<So>
const inside = (...seconds: readonly number[]) => seconds as unknown as So['payAt']
const draw = (d: object) => d as So['draw']

it('says what the next rep is rewarded with, and where', () => {
  expect(said('sit.word', {}).text).toBe('House kibble, at your knees')
  expect(said('sit.word', { planned: 3 }).text).toBe('3 × House kibble, one after another, at your knees')
  expect(said('sit.word', { planned: 0 }).text).toBe('no treat, quiet praise')
  expect(said('sit.word', halves).text).toBe('half a piece of House kibble, at your knees')
  expect(said('sit.word', { ...halves, planned: 2 }).text).toBe(
    '2 × halves of House kibble, one after another, at your knees',
  )
  expect(said('sit.word', { active: undefined }).text).toBe('own meal, at your knees')
})

it('says what is given inside a stay and at its end', () => {
  const text = (planned: number) => said('sit-stay.30s', { planned, payAt: inside(10, 20) }).text
  expect(text(1)).toContain('2 × inside the stay, once at its end')
  expect(text(0)).toContain('2 × inside the stay, nothing at its end')
  expect(text(2)).toContain('2 × inside the stay, 2 × at its end')
})

it('says each interval where a hold is rewarded so, with one release after the last', () => {
  const each = allRungs(houseCurriculum).find((r) => holdPaid(r) === 'each-interval')
  const told = said(each?.id ?? '', {})
  expect(told.label).toBe(`Reward each ${each?.criterion.seconds} s:`)
  expect(told.text).toMatch(/; one release after the last$/)
  expect(said('sit.word', {}).label).toBe('Reward:')
})

it('says the steps, the turn and how a stay ends', () => {
  expect(said('sit.word', { draw: draw({ payEvery: 1 }) }).text).toMatch(/; every step$/)
  expect(said('sit.word', { draw: draw({ payEvery: 2 }) }).text).toMatch(/; every 2 steps$/)
  expect(said('sit.word', { draw: draw({ payEvery: 2 }), planned: 0 }).text).toBe('no treat, quiet praise')
  expect(said('sit.word', { draw: draw({ turn: { what: 'left turn', at: 4 } }) }).text).toMatch(
    /; left turn at step 4$/,
  )
  expect(said('sit.word', { draw: draw({ end: 'call it out' }) }).text).toMatch(/; call the dog out of this one$/)
  expect(said('sit.word', { draw: draw({ end: 'go back' }) }).text).toMatch(/; go back to the dog$/)
})

it('names the toy that a dog plays for, and never lacks food for it', () => {
  const plays = { plays: true, toy: undefined } as Partial<BlockView>
  expect(said('sit.word', {}, plays)).toMatchObject({ text: 'at your knees', short: '' })
})
