import { nextOffer, offersFor, methodName, startOffered } from '@/core/coach/stuck'
import { finishAhead, goesOnAt, nextAction } from '@/core/block/nextAction'
import { findRung } from '@/core/curriculum/lookup'
import { wornText } from '@/core/evidence/kit'
import type { BlockView } from '@/work/page/blockView'
import { setupFor } from './setup'
import { partNow, refusedHere } from './surroundings'
import { trialTurn } from './trialTurn'
import type { Setup } from '@/device/live/session'
import type { Block } from './useBlock'
import { reachingKit } from '@/core/curriculum/reach'
import type { PlaceId } from '@/core/ids'

/** One way on from here. */
export interface Way {
  readonly name: string
  readonly go: () => void
}

/** After signs of stress, once the dog has recovered. */
export const calmAgain = 'Calm again: something sure'

export interface Ways {
  readonly next: Way
  readonly others: readonly Way[]
  /** The end of the block, whether the one key leads there or not. */
  readonly end: Way
  /** Where it is stuck: what to try next, first what was not tried or went best, a tap each. */
  readonly stuck: { readonly name: string; readonly roads: readonly (Way & { readonly words: string })[] } | undefined
}

/** Places with another floor than this one’s, by name; undefined where nobody has said what the floors are. */
function otherFloor(view: BlockView, placeId: PlaceId): string | undefined {
  const here = view.places.find((p) => p.id === placeId)
  const others = view.places.filter((p) => p.surface !== '' && p.surface !== here?.surface)
  if (!here || here.surface === '' || others.length === 0) return undefined
  const elsewhere = others.map((p) => `${p.name}: ${p.surface}`).join('; ')
  return `The floor here is ${here.surface}. ${elsewhere}. Or after a walk.`
}

/** What may come after this set: the same again at the rung the rules say, the next part, or the end. */
export function waysOn(
  view: BlockView,
  block: Block,
  { was, setWas, end }: { was: Setup | undefined; setWas: (s: Setup) => void; end: () => void },
): Ways {
  const { active, items, rungNow, item } = block
  const change: Way = { name: 'Change set', go: block.finish }
  if (!active || !rungNow) return { next: change, others: [], stuck: undefined, end: { name: 'Wind down', go: end } }
  const here = items[item]
  const { trial } = view
  const sets = [...block.done, active].filter(
    (s) => findRung(view.curriculum, s.context.rungId)?.command.id === rungNow.command.id && s.reps.length > 0,
  ).length
  const isWork = (here?.role === 'work' || !here) && !trial
  const status = block.standingOf(rungNow.command.id, block.judged.state)
  const climbs = isWork
    ? findRung(view.curriculum, goesOnAt(view.curriculum, block.verdict, status?.runs ?? []) ?? '')
    : undefined
  // Named only when it may be worked here: by age, gate, prerequisite, floor and heat, as a suggestion may.
  const same =
    climbs &&
    refusedHere(
      view,
      block.judged.state,
      climbs,
      { placeId: active.context.placeId, level: active.context.level, kit: active.context.kit },
      was,
    ) === undefined
      ? climbs
      : undefined
  const suggestion = isWork && !same ? block.suggest(rungNow.command.id, block.judged.state) : undefined
  const following = same ?? findRung(view.curriculum, suggestion?.rungId ?? '')
  const repeat: Way | undefined = following && {
    name: `Next set: ${following.rung.name}`,
    go: same ? goOnHere : goOnAsSuggested,
  }
  const planned = items[item + 1]
  const nextItem = planned && partNow(view, block.judged.state, planned)
  const onward: Way | undefined = nextItem
    ? {
        name: `Next: ${(findRung(view.curriculum, nextItem.rungId)?.command.name ?? '').toLowerCase()}`,
        go: () => {
          block.finish()
          block.goTo(item + 1)
        },
      }
    : undefined
  const finish: Way = {
    name: items.length > 1 || block.done.length > 0 || view.command === undefined ? 'Wind down' : 'End block',
    go: end,
  }
  const turn = trial && active.context.rungId === trial.rungId ? trialTurn(trial, [...block.done, active]) : undefined
  const finishAt = finishAhead(items, item)
  const sure: Way = {
    name: calmAgain,
    go: () => {
      block.finish()
      block.goTo(finishAt)
    },
  }
  const close: Way = {
    name: trial
      ? turn
        ? `Next: the same on the ${wornText(turn.worn)}`
        : 'Close: all turns are done'
      : 'Close this set',
    go: block.finish,
  }
  const way = nextAction({
    role: here?.role ?? 'work',
    // The set, not what was planned: a rung chosen in a refresher’s stead is work.
    refresher: active.context.purpose === 'refresh',
    sets,
    mayGoOn: repeat !== undefined,
    hasNextPart: onward !== undefined,
    hasFinish: finishAt >= 0,
    stressful: block.stressful,
    inTurns: trial !== undefined,
  })
  const next = { again: repeat, part: onward, sure, end: finish, close }[way] ?? close
  return {
    next,
    others: [
      ...([repeat, onward].filter((w) => w !== undefined && w !== next) as Way[]),
      change,
      ...(next === finish ? [] : [finish]),
    ],
    end: finish,
    stuck: isWork ? methodsHere() : undefined,
  }

  /** What is offered where the dog is stuck; taking one begins the set that tries it, elsewhere after a choice. */
  function methodsHere(): Ways['stuck'] {
    const at = findRung(view.curriculum, status?.stuck?.rungId ?? '')
    const place = view.places.find((p) => p.id === active?.context.placeId)
    if (!at || !active || !here || !place) return undefined
    const offers = offersFor(view.curriculum, at.rung.id, view.tried, {
      starts: view.starts[at.rung.id],
      shared: view.shared[at.command.id],
    })
    const first = nextOffer(offers)
    return {
      name: at.rung.name,
      roads: [...offers.filter((o) => o === first), ...offers.filter((o) => o !== first)].map((o) => ({
        name: methodName(o.name),
        words: o.id === 'surroundings' ? (otherFloor(view, place.id) ?? o.words) : o.words,
        go: () => {
          block.finish()
          const setup = setupFor(
            view,
            { ...here, rungId: at.rung.id, purpose: 'work', payTier: here.payTier + (o.id === 'pay' ? 1 : 0) },
            undefined,
            undefined,
            undefined,
            block.foodLeft,
          )
          const { context } = active
          const full: Setup = {
            ...setup,
            placeId: place.id,
            level: context.level,
            personId: context.leashHolder,
            kit: reachingKit(was?.kit ?? setup.kit, at.rung),
            road: o.id,
            startPosition: startOffered(o.id) ?? setup.startPosition,
            collar: was?.collar ?? setup.collar,
          }
          // Somewhere else is somebody’s choice, and so is what may not be worked here.
          const no = refusedHere(view, block.judged.state, at, full, was)
          if (o.id === 'surroundings' || no !== undefined) setWas(full)
          else begin(full)
        },
      })),
    }
  }

  function begin(setup: Setup): void {
    block.begin(setup, items, item)
    // What was tried was tried in this set; the next one says so again, or does not.
    setWas({ ...setup, road: undefined })
  }

  /**
   * Goes on where, with whom and on what the last set was; a rung that is shut there is somebody’s decision, before the
   * set.
   */
  function goOnHere(): void {
    block.finish()
    const place = view.places.find((p) => p.id === active?.context.placeId)
    if (!active || !here || !same || !place) return
    const { context } = active
    const repeat = { ...here, rungId: same.rung.id, purpose: 'work' } as const
    const setup = setupFor(view, repeat, undefined, was, undefined, block.foodLeft)
    begin({
      ...setup,
      placeId: place.id,
      level: context.level,
      personId: context.leashHolder,
      kit: reachingKit(was?.kit ?? setup.kit, same.rung),
    })
  }

  /** One tap goes on where and with whom the last set was; somewhere else is somebody's decision, before the set. */
  function goOnAsSuggested(): void {
    block.finish()
    if (!suggestion || !active || !here) return
    const { context } = active
    const setup = setupFor(
      view,
      {
        ...here,
        rungId: suggestion.rungId,
        purpose: suggestion.purpose,
        level: suggestion.level,
        kit: suggestion.kit,
        placeId: suggestion.placeId,
        personId: suggestion.personId,
      },
      suggestion,
      was,
      undefined,
      block.foodLeft,
    )
    const elsewhere =
      setup.placeId !== context.placeId &&
      (suggestion.placeId !== undefined ||
        findRung(view.curriculum, suggestion.rungId)?.rung.criterion.place !== undefined)
    if (
      elsewhere ||
      suggestion.level !== context.level ||
      (suggestion.personId ?? context.leashHolder) !== context.leashHolder
    )
      return
    const onto = findRung(view.curriculum, suggestion.rungId)?.rung
    const kit = reachingKit(was?.kit ?? setup.kit, onto)
    begin({ ...setup, placeId: context.placeId, personId: context.leashHolder, kit })
  }
}
