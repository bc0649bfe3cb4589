import { describe, expect, it } from 'vitest'
import type { BlockItem } from '@/core/block/compose'
import { houseCurriculum } from '@/core/curriculum/house'
import { mostOfSet, workedParts } from './reduce'
import type { RungId } from '@/core/ids'

const item = (role: BlockItem['role'], rungId: RungId): BlockItem => ({
  role,
  command: rungId.split('.')[0] ?? '',
  rungId,
  purpose: 'work',
  level: 0,
  kit: '1.8 m leash',
  placeId: undefined,
  personId: undefined,
  reps: 3,
  payTier: 1,
})
const items = [
  item('warm-up', 'sit.word'),
  item('work', 'down.no-lure'),
  item('work', 'heel.word'),
  item('finish', 'sit.word'),
]
const set = (rungId: RungId, reps: number) => ({ context: { rungId }, reps: Array.from({ length: reps }) })
const parts = (...sets: ReturnType<typeof set>[]) => [...workedParts(items, sets, houseCurriculum)]

describe('the parts of a block that were worked', () => {
  it('are those in which a rep was done, and not all that lie behind', () => {
    expect(parts(set('sit.word', 3), set('heel.word', 5))).toEqual([0, 2])
    expect(parts(set('sit.word', 0), set('down.no-lure', 0), set('heel.word', 1))).toEqual([2])
    expect(parts()).toEqual([])
  })

  it('of two parts of one command, the one whose turn it was', () => {
    expect(parts(set('sit.word', 3), set('down.no-lure', 10), set('sit.full', 2))).toEqual([0, 1, 3])
    // Gone back to a part: it is that one, whatever rung it became.
    expect(parts(set('heel.word', 2), set('down.lure-stand', 4))).toEqual([2, 1])
  })

  it('a command that is in no part belongs to none', () => {
    expect(parts(set('recall.bowl', 4))).toEqual([])
  })
})

describe('a block in which signs of stress were seen', () => {
  const items = [
    { role: 'work', command: 'sit', rungId: 'sit.word', reps: 10 },
    { role: 'finish', command: 'sit', rungId: 'sit.full', reps: 2 },
  ] as const
  const most = (item: number, shortened: boolean, setAtMost?: number) =>
    mostOfSet({ block: { items, setAtMost } as never, item, shortened })

  it('goes on in short sets, never longer ones than it had', () => {
    expect([most(0, false), most(0, true)]).toEqual([Number.POSITIVE_INFINITY, 3])
    expect([most(1, false), most(1, true)]).toEqual([2, 2])
    expect([most(0, false, 5), most(0, true, 5), most(0, true, 2)]).toEqual([5, 3, 2])
  })
})
