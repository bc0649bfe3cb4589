import { afterRefresher, houseForgetting, type Forgetting } from '../progress/retention'
import {
  dayScatter,
  itemChance,
  jointChance,
  weakest,
  type ItemChance,
  type ItemEvidence,
  type Occasion,
} from './chance'
import type { ItemId } from '../ids'

/** An item with the evidence of each thing that it shows. */
export interface ShownEvidence {
  readonly itemId: ItemId
  readonly title: string
  readonly shown: readonly ItemEvidence[]
}

export interface ItemOutlook extends Omit<ItemChance, 'id'> {
  readonly itemId: ItemId
  readonly title: string
}

/** Something that can be done before the day, and what it is worth. */
export interface Raise {
  readonly kind: 'refresh' | 'place' | 'hands'
  readonly itemId: ItemId
  readonly title: string
  /** The chance of the whole with this done, less the chance without it. */
  readonly gain: number
}

export interface Outlook {
  readonly items: readonly ItemOutlook[]
  /** The chance that every item works at the first try, 0–1. */
  readonly whole: number
  /** What it would be if days did not differ: the product. */
  readonly product: number
  /** Scatter of this dog from day to day, on the logit. */
  readonly scatter: number
  /** What would raise it most before the day, the most first. */
  readonly raises: readonly Raise[]
}

/** Design choice: so many are worth saying. */
const mostRaises = 3
/** Design choice: less is not worth a walk to the run. */
const leastGain = 0.002
const dayMs = 86_400_000

/** What is said of an occasion before it: of each item by its id, and of all of them; null where nothing is tried. */
export interface OccasionChances {
  readonly items: Readonly<Record<string, Pick<ItemOutlook, 'chance' | 'low' | 'high'>>>
  readonly whole: number | null
}

/** Under what the chances of a place and a person are found. */
export const occasionKey = (place: string, person: string): string => `${place} ${person}`

const chanceOf = (item: ShownEvidence, on: Occasion, model: Forgetting) =>
  weakest(item.shown.map((s) => itemChance(s, on, model)))

/** How likely each item, and all of them, are to come off on an occasion. */
export function chancesOn(
  items: readonly ShownEvidence[],
  on: Occasion,
  model: Forgetting = houseForgetting,
): Pick<Outlook, 'items' | 'whole' | 'scatter'> {
  const scatter = dayScatter(items.flatMap((i) => i.shown.flatMap((s) => s.trials)))
  const found = items.flatMap((item): ItemOutlook[] => {
    const c = chanceOf(item, on, model)
    return c ? [{ ...c, itemId: item.itemId, title: item.title }] : []
  })
  return {
    items: found,
    scatter,
    whole: jointChance(
      found.map((f) => f.chance),
      scatter,
    ),
  }
}

/** How likely the demonstration is to come off, item by item and as a whole, and what would raise that most. */
export function outlookOf(items: readonly ShownEvidence[], on: Occasion, model: Forgetting = houseForgetting): Outlook {
  const { items: found, scatter, whole } = chancesOn(items, on, model)
  const asked = items.filter((i) => i.shown.length > 0)
  const wholeWith = (changed: ShownEvidence) => {
    const c = chanceOf(changed, on, model)?.chance ?? 1
    return jointChance(
      found.map((f) => (f.itemId === changed.itemId ? c : f.chance)),
      scatter,
    )
  }
  const raises = asked.flatMap((item) =>
    raisesOf(item, on).map(({ kind, then }): Raise => ({
      kind,
      itemId: item.itemId,
      title: item.title,
      gain: wholeWith(then) - whole,
    })),
  )
  return {
    items: found,
    whole,
    product: found.reduce((all, f) => all * f.chance, 1),
    scatter,
    raises: raises
      .filter((r) => r.gain >= leastGain)
      .sort((a, b) => b.gain - a.gain)
      .slice(0, mostRaises),
  }
}

/** What can be done for an item, and its evidence once it is: shown clean the day before, there, or by that person. */
function raisesOf(
  item: ShownEvidence,
  on: Occasion,
): readonly { readonly kind: Raise['kind']; readonly then: ShownEvidence }[] {
  const eve = on.at - dayMs
  const refreshed = item.shown.map((s) =>
    s.memory && Math.max(s.memory.since, s.trials.findLast((t) => t.clean)?.at ?? 0) < eve
      ? { ...s, memory: afterRefresher(s.memory, eve, true) }
      : s,
  )
  // A set there is worth what it is expected to give: one rep as often clean as the others were.
  const share = (s: ItemEvidence) => s.trials.filter((t) => t.clean).length >= s.trials.length / 2
  const tried = (place: (t: string) => string, person: (t: string) => string) =>
    refreshed.map((s) => ({
      ...s,
      trials: [
        ...s.trials,
        {
          day: 'before',
          at: eve,
          place: place(s.trials.at(-1)?.place ?? on.place),
          person: person(s.trials.at(-1)?.person ?? on.person),
          clean: share(s),
        },
      ],
    }))
  const lacks = (key: 'place' | 'person') =>
    item.shown.some((s) => !s.trials.some((t) => t[key] === (key === 'place' ? on.place : on.person)))
  return [
    ...(item.shown.some((s, i) => s !== refreshed[i]) ? [{ kind: 'refresh' as const, shown: refreshed }] : []),
    ...(lacks('place')
      ? [
          {
            kind: 'place' as const,
            shown: tried(
              () => on.place,
              (p) => p,
            ),
          },
        ]
      : []),
    ...(lacks('person')
      ? [
          {
            kind: 'hands' as const,
            shown: tried(
              (p) => p,
              () => on.person,
            ),
          },
        ]
      : []),
  ].map(({ kind, shown }) => ({ kind, then: { ...item, shown } }))
}
