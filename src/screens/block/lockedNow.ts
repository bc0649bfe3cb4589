import type { RungPlaceInLadder } from '@/core/curriculum/lookup'
import { lockedReason } from '@/core/progress/gates'
import type { BlockView } from '@/work/page/blockView'
import type { Block } from './useBlock'

/** Why the rung in hand is shut where this set is worked; undefined where it is open. */
export function lockedReasonNow(view: BlockView, block: Block, { rung }: RungPlaceInLadder): string | undefined {
  const context = block.active?.context
  const place = context && view.places.find((p) => p.id === context.placeId)
  return place
    ? lockedReason(block.judged.state, view.curriculum, rung, {
        placeId: place.id,
        placeKind: place.kind,
        level: context.level,
        kit: context.kit,
      })
    : undefined
}

/** Whether nobody may call: it is loose, and the recall is not held on leash here. A call made is kept all the same. */
export const mayNotCall = (view: BlockView, block: Block, at: RungPlaceInLadder): boolean =>
  at.rung.kind === 'recall' && block.active?.context.kit === 'none' && lockedReasonNow(view, block, at) !== undefined
