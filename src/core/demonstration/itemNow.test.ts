import { describe, expect, it } from 'vitest'
import type { Outcome } from '../facts/fact'
import { callAfter } from './call'
import { itemNow, nextText } from './itemNow'
import { recordOf, spotsOf, type DemonstrationEvent, type OpenedItem, type Spot } from './record'
import { scriptItem } from './tests/scriptItem'

const opened = (id: string, rungId: string | null, seconds: number | null = null): OpenedItem => ({
  id,
  title: `The ${id}`,
  command: rungId === null ? null : id,
  rungId,
  seconds,
  chance: null,
  low: null,
  high: null,
})
const begun: DemonstrationEvent = {
  id: 'show',
  at: 1,
  device: 'a',
  seq: 1,
  kind: 'opened',
  what: 'demonstration',
  placeId: 'barn',
  leashHolder: 'ada',
  items: [opened('equipment', null), opened('sit-round', 'sit-stay.30s', 30), opened('sit-come', 'recall.line', 5)],
  whole: 0.5,
}
const script = (['equipment', 'sit-round', 'sit-come'] as const).map((kind) => scriptItem(kind, { kind }))

/** What was tried at a spot, by the recording device or by one beside it. */
const tried = (spot: Spot, outcomes: readonly Outcome[], beside = false): readonly DemonstrationEvent[] => {
  const setId = `${spot.turn} ${spot.itemId} ${String(beside)}`
  const device = beside ? 'b' : 'a'
  return [
    { id: setId, at: 2, device, seq: 2, kind: 'set', itemId: spot.itemId, turn: spot.turn, beside },
    ...outcomes.map((outcome, i): DemonstrationEvent => ({
      id: `${setId} ${i}`,
      at: 3 + i,
      device,
      seq: 3 + i,
      kind: 'rep',
      setId,
      outcome,
      heldSeconds: null,
    })),
  ]
}
const now = (spot: Spot, events: readonly DemonstrationEvent[] = [], beside = false) =>
  itemNow(recordOf([begun, ...events]), spot, script, beside)
const sit: Spot = { turn: 'trainer', itemId: 'sit-round' }

describe('the item that is shown now', () => {
  it('is none before the beginning, after the end, and where the record has no such item', () => {
    expect(itemNow(undefined, sit, script, false)).toBeUndefined()
    expect(itemNow(recordOf([begun]), undefined, script, false)).toBeUndefined()
    expect(now({ turn: 'trainer', itemId: 'gone' })).toBeUndefined()
  })

  it('says what follows: an item, the owner’s turn, the end', () => {
    const record = recordOf([begun])
    const texts = spotsOf(record ?? { what: 'demonstration', items: [] }).map((spot) => {
      const item = now(spot)
      return item && nextText(item, 'Edda')
    })
    expect(texts).toEqual([
      'Next: The sit-round',
      'Next: The sit-come',
      'Now Edda: the leash is theirs',
      'Next: The sit-round',
      'Next: The sit-come',
      'The end',
    ])
  })

  it('is held so long, and never where it ends in a call; nothing is tried of the equipment', () => {
    expect([now(sit)?.seconds, now(sit)?.isTried]).toEqual([30, true])
    expect(now({ ...sit, itemId: 'sit-come' })).toMatchObject({ isCalled: true, seconds: undefined })
    expect(now({ ...sit, itemId: 'equipment' })).toMatchObject({ isTried: false, isCalled: false })
  })

  it('worked once any try was clean, and missed by the last one', () => {
    const after = (...outcomes: Outcome[]) => {
      const { worked, missed } = now(sit, tried(sit, outcomes)) ?? {}
      return [worked, missed]
    }
    expect([after(), after('miss'), after('clean'), after('clean', 'late'), after('helped', 'clean')]).toEqual([
      [false, false],
      [false, true],
      [true, false],
      [true, true],
      [true, false],
    ])
  })

  it('counts tries of its own turn; a device beside shows its own, and waits for the call by the record', () => {
    const owners: Spot = { ...sit, turn: 'owner' }
    const events = [...tried(sit, ['clean', 'miss']), ...tried(sit, ['miss'], true), ...tried(owners, ['helped'])]
    expect(now(sit, events)).toMatchObject({ recorded: 2, tries: { length: 2 } })
    const beside = now(sit, events, true)
    expect(beside).toMatchObject({ recorded: 2, worked: false, missed: true, tries: { length: 1 } })
    // Both devices hear the same wait.
    expect(callAfter({ id: 'show' }, sit, beside?.recorded ?? 0)).toBe(callAfter({ id: 'show' }, sit, 2))
    expect(now(owners, events)).toMatchObject({ isOwner: true, recorded: 1 })
  })

  it('goes on with an item that the script lost', () => {
    const record = recordOf([begun])
    expect(itemNow(record, sit, [], false)).toMatchObject({ item: undefined, seconds: 30, isTried: true })
  })
})
