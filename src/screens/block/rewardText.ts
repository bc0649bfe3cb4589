import type { RungPlaceInLadder } from '@/core/curriculum/lookup'
import { piecesOfSet, shortOfFood } from '@/core/food/pay'
import { callMoment, momentText } from '@/core/method/call'
import { holdPaid } from '@/core/method/hold'
import type { BlockView } from '@/work/page/blockView'
import type { Block } from './useBlock'

const small = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1)

/**
 * How the rep to come is rewarded: what with, how often, where, and what ends it; and what to do where the food of the
 * day runs short. `where`: as the card of the rung says it.
 */
export function rewardText(
  view: BlockView,
  { rung }: RungPlaceInLadder,
  block: Pick<Block, 'active' | 'draw' | 'planned' | 'payAt' | 'settleEvery' | 'foodLeft'>,
  where: string,
): { readonly label: string; readonly text: string; readonly short: string } {
  const { active, draw, planned, settleEvery } = block
  const each = holdPaid(rung) === 'each-interval'
  const halved = active?.opened?.halved ?? false
  const food = view.feeds.find((f) => f.id === (active?.opened?.feedId ?? null))
  const feed = food?.name ?? 'own meal'
  const ofFeed = halved ? `halves of ${feed}` : feed
  const pieces = rung.kind === 'settle' ? piecesOfSet(rung, settleEvery) : piecesOfSet(rung)
  return {
    label: each ? `Reward each ${rung.criterion.seconds} s:` : 'Reward:',
    text: [given(), stepped(), turned(), asked(), ended()].join(''),
    short: view.plays
      ? ''
      : shortOfFood({ food, halved }, Math.max(1, Math.ceil(pieces / rung.setReps)), block.foodLeft),
  }

  function given(): string {
    const inside = block.payAt.length
    if (view.plays) return view.toy === undefined ? small(where) : where.replace(/^A toy/, view.toy)
    if (settleEvery !== undefined)
      return `${ofFeed} every ${settleEvery} s while the dog is calm, ${inside + planned} pieces; ${small(where)}`
    if (inside > 0) {
      const atEnd = planned === 0 ? 'nothing' : planned > 1 ? `${planned} ×` : 'once'
      return `${ofFeed}, ${inside} × inside the stay, ${atEnd} at its end; ${small(where)}`
    }
    return planned === 0 ? 'no treat, quiet praise' : `${amount()}, ${small(where)}`
  }

  function amount(): string {
    if (planned > 1)
      return rung.kind === 'heel' && rung.paySteps !== undefined
        ? `${planned} × ${ofFeed} in the stretch`
        : `${planned} × ${ofFeed}, one after another`
    return halved ? `half a piece of ${feed}` : feed
  }

  function stepped(): string {
    if (draw?.payEvery === undefined || planned === 0) return ''
    return draw.payEvery === 1 ? '; every step' : `; every ${draw.payEvery} steps`
  }

  function turned(): string {
    return draw?.turn ? `; ${draw.turn.what} at step ${draw.turn.at}` : ''
  }

  function asked(): string {
    const moment = callMoment(rung)
    return moment !== undefined && rung.kind !== 'recall' ? `; ask ${momentText(moment, view.resident.traits)}` : ''
  }

  function ended(): string {
    if (each) return '; one release after the last'
    if (draw?.end === 'call it out') return '; call the dog out of this one'
    return draw?.end === 'go back' ? '; go back to the dog' : ''
  }
}
