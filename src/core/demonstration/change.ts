import { z } from 'zod'
import { line } from '../facts/kind'
import type { Script, ScriptItem } from './script'

const id = z.string().min(1).max(80)

/** Design choice: no demonstration has more items; who wants more has two of them. */
export const mostItems = 24

/** What a lead makes of the script. It names items by id, so that it holds while the dog goes on learning. */
export const scriptChange = z.object({
  /** Ids in the order wanted; an item not named follows where the trade has it. */
  order: z.array(id).max(60).default([]),
  dropped: z.array(id).max(60).default([]),
  /** Seconds of a hold that are shown instead, by id. */
  seconds: z.record(id, z.int().min(1).max(600)).default({}),
  /** What the owner is told instead, by id. */
  told: z.record(id, line(400).min(1)).default({}),
  added: z
    .array(
      z.object({
        id: id.regex(/^own:/),
        title: line(60).min(1, 'Say what is shown.'),
        shows: line(300),
        minutes: z.int().min(1).max(30),
      }),
    )
    .max(12)
    .default([]),
})
export type ScriptChange = z.infer<typeof scriptChange>

export const noChange: ScriptChange = scriptChange.parse({})

/**
 * The script as a lead wants it: in another order, without some items, with own words to the owner and own items. Its
 * holds were made shorter already (`most` of the question), so that all that is said of them is said of the shorter.
 */
export function changed(script: Script, change: ScriptChange): Script {
  const own = change.added.map((a): ScriptItem => ({
    id: a.id,
    kind: 'also',
    title: a.title,
    rungs: [],
    shows: a.shows,
    walk: '',
    says: '',
    signal: '',
    ifFails: '',
    tellOwner: change.told[a.id] ?? '',
    short: '',
    minutes: a.minutes,
  }))
  // Own items stand before the questions, unless the order says otherwise.
  const before = script.items.findIndex((i) => i.kind === 'questions')
  const at = before < 0 ? script.items.length : before
  const all = [...script.items.slice(0, at), ...own, ...script.items.slice(at)]
  const remaining = all
    .filter((i) => !change.dropped.includes(i.id))
    .map((i) => ({ ...i, tellOwner: change.told[i.id] ?? i.tellOwner }))
  const items = inOrder(remaining, change.order).slice(0, mostItems)
  const beforeChange = script.items.reduce((sum, i) => sum + i.minutes, 0)
  const now = items.reduce((sum, i) => sum + i.minutes, 0)
  return {
    items,
    leftOut: [
      ...script.leftOut,
      ...all
        .filter((i) => change.dropped.includes(i.id))
        .map((i) => ({ id: i.id, kind: i.kind, title: i.title, why: 'Left out by the lead.', unasked: false })),
    ],
    minutes: beforeChange === 0 ? now : Math.round((script.minutes * now) / beforeChange),
  }
}

/** Items named stand in the order given, in the places they had together; others stay where they are. */
function inOrder(items: readonly ScriptItem[], order: readonly string[]): readonly ScriptItem[] {
  const named = order.filter((o, i) => order.indexOf(o) === i).flatMap((o) => items.find((i) => i.id === o) ?? [])
  const ids = new Set(named.map((i) => i.id))
  let next = 0
  return items.map((i) => (ids.has(i.id) ? (named[next++] ?? i) : i))
}
