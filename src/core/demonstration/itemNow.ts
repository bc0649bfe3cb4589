import type { OwnersHand } from '../facts/words'
import { isCalled } from './call'
import { handsIn } from './hands'
import { sameSpot, spotsOf, triesAt, type OpenedItem, type ShowRecord, type Spot, type Tried } from './record'
import type { ScriptItem } from './script'

/** One item in one turn, as it stands while it is shown. */
export interface ItemNow {
  readonly opened: OpenedItem
  /** As the script has it now; undefined for one that the script lost since it was begun. */
  readonly item: ScriptItem | undefined
  readonly isOwner: boolean
  /** The dog shows something, which is scored. */
  readonly isTried: boolean
  /** It ends in a call, so that nobody measures how long it was held. */
  readonly isCalled: boolean
  /** Seconds that it is to be held; undefined where it is not, or where it is called. */
  readonly seconds: number | undefined
  /** Tries that this device shows: its own where it scores beside another. */
  readonly tries: readonly Tried[]
  /** Tries on the record, which the wait for the next call is drawn by. */
  readonly recorded: number
  readonly worked: boolean
  /** The last try did not work. */
  readonly missed: boolean
  /** What of the owner’s hands is looked at. */
  readonly hands: readonly OwnersHand[]
  /** What comes after it; `turn`: the leash goes to the owner. */
  readonly next: { readonly kind: 'end' | 'turn' } | { readonly kind: 'item'; readonly title: string }
}

/** The item that is shown now; undefined before the beginning, after the end, and for an item that was not opened. */
export function itemNow(
  record: ShowRecord | undefined,
  spot: Spot | undefined,
  items: readonly ScriptItem[],
  beside: boolean,
): ItemNow | undefined {
  const opened = record?.items.find((i) => i.id === spot?.itemId)
  if (!record || !spot || !opened) return undefined
  const item = items.find((i) => i.id === spot.itemId)
  const called = item !== undefined && isCalled(item.kind)
  const onRecord = triesAt(record, spot)
  const tries = beside ? record.tries.filter((t) => t.beside && sameSpot(t, spot)) : onRecord
  const spots = spotsOf(record)
  const after = spots[spots.findIndex((s) => sameSpot(s, spot)) + 1]
  return {
    opened,
    item,
    isOwner: spot.turn === 'owner',
    isTried: opened.rungId !== null,
    isCalled: called,
    seconds: called ? undefined : (opened.seconds ?? undefined),
    tries,
    recorded: onRecord.length,
    worked: tries.some((t) => t.outcome === 'clean'),
    missed: tries.length > 0 && tries.at(-1)?.outcome !== 'clean',
    hands: handsIn(item?.kind ?? 'also'),
    next:
      after === undefined
        ? { kind: 'end' }
        : after.turn === spot.turn
          ? { kind: 'item', title: record.items.find((i) => i.id === after.itemId)?.title ?? '' }
          : { kind: 'turn' },
  }
}

/** The button that goes on, in words. `owner`: what the owner is called. */
export const nextText = ({ next }: Pick<ItemNow, 'next'>, owner: string): string =>
  next.kind === 'end' ? 'The end' : next.kind === 'item' ? `Next: ${next.title}` : `Now ${owner}: the leash is theirs`
