import { differenceOf, wilson, type Difference, type Share } from '../evidence/interval'
import { ownersHandNames, type OwnersHand } from '../facts/words'
import { ownersHands } from '../facts/hands'
import type { ItemId } from '../ids'

/** One try of one item. */
export interface ShownTry {
  readonly itemId: ItemId
  readonly command: string
  readonly who: 'trainer' | 'owner'
  readonly clean: boolean
  /** Of the owner's hands those that were seen wrong. */
  readonly wrong: readonly OwnersHand[]
}

export interface Gap {
  /** An item or a command. */
  readonly id: string
  readonly trainer: Share | undefined
  readonly owner: Share | undefined
  /** Trainer's share less the owner's; undefined while one of them has not tried. */
  readonly difference: Difference | undefined
  /** Of the owner's tries that did not come off, in how many each hand was wrong; most often first. */
  readonly withMisses: readonly { readonly hand: OwnersHand; readonly misses: number }[]
}

/**
 * The transfer gap: what the dog does for the trainer and not for the owner, by item or by command; what costs most
 * first. Shares with Wilson's interval, their difference with Newcombe's.
 */
export function gapsBy(tries: readonly ShownTry[], key: 'itemId' | 'command'): readonly Gap[] {
  const ids = [...new Set(tries.map((t) => t[key]))]
  return ids
    .map((id): Gap => {
      const own = tries.filter((t) => t[key] === id)
      const share = (who: ShownTry['who']) => {
        const all = own.filter((t) => t.who === who)
        return wilson(all.filter((t) => t.clean).length, all.length)
      }
      const [trainer, owner] = [share('trainer'), share('owner')]
      const missed = own.filter((t) => t.who === 'owner' && !t.clean)
      return {
        id,
        trainer,
        owner,
        difference: trainer && owner ? differenceOf(trainer, owner) : undefined,
        withMisses: ownersHandNames
          .map((hand) => ({ hand, misses: missed.filter((t) => t.wrong.includes(hand)).length }))
          .filter((h) => h.misses > 0)
          .sort((a, b) => b.misses - a.misses),
      }
    })
    .sort((a, b) => costOf(b) - costOf(a) || ids.indexOf(a.id) - ids.indexOf(b.id))
}

/** What is lost with the owner: nothing is known to be lost where one of them has not tried. */
const costOf = (gap: Gap): number => gap.difference?.difference ?? -1

/** “Heel: for you 9 of 10, for Nell 3 of 8; in 4 of the 5 misses the leash was tight”. */
export function gapText(gap: Gap, name: string, owner: string): string {
  const of = (share: Share | undefined) => (share ? `${share.clean} of ${share.total}` : 'not tried')
  const [first] = gap.withMisses
  const misses = gap.owner ? gap.owner.total - gap.owner.clean : 0
  const all = ['', 'the one miss', 'both misses'][misses] ?? `all ${misses} misses`
  const inHowMany = (n: number) => (n < misses ? `${n} of the ${misses} misses` : all)
  const why = first ? `; in ${inHowMany(first.misses)} ${ownersHands[first.hand].wrong}` : ''
  return `${name}: for you ${of(gap.trainer)}, for ${owner} ${of(gap.owner)}${why}`
}
