import { seeded } from '../seeded'
import type { ItemKind } from './items'
import type { ShowRecord, Spot } from './record'

/** Items that end in a call: it is held until then, and how long that is nobody knows beforehand. */
export const isCalled = (kind: ItemKind): boolean => kind === 'sit-come' || kind === 'down-come'

/** Seconds that a dog waits for its call while people look on. Common practice: five, or ten, never the same. */
export const callWait = { least: 5, most: 10 } as const

/** Seconds to wait before this try’s call: the same on every device, another one for every try. */
export function callAfter({ id }: Pick<ShowRecord, 'id'>, { itemId, turn }: Spot, tries: number): number {
  const seed = [...`${id} ${itemId} ${turn}`].reduce(
    (hash, c) => (Math.imul(hash, 31) + (c.codePointAt(0) ?? 0)) | 0,
    7,
  )
  const chance = seeded(seed)
  const span = callWait.most - callWait.least + 1
  let before = -1
  for (let n = 0; ; n++) {
    // A wait like the last one could be foreseen.
    const drawn = Math.floor(chance() * (before < 0 ? span : span - 1))
    const wait = before >= 0 && drawn >= before ? drawn + 1 : drawn
    if (n === tries) return callWait.least + wait
    before = wait
  }
}
