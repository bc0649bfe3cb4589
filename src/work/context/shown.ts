import { recordOf, triesWithBeside, type DemonstrationEvent, type ShowRecord } from '@/core/demonstration/record'
import { rehearsed, usualHandler, type Rehearsed } from '@/core/demonstration/rehearsal'
import type { ShownTry } from '@/core/demonstration/ownerGap'
import type { Showing } from '@/core/facts/words'
import type { Db } from '@/store/database'
import { demonstrationsOf, saidOf } from '@/store/demonstrations'
import { peopleOn } from '@/store/kennel'
import { wantsRehearsal } from '@/store/residents'
import { handlers } from '../base/who'
import { setsOf } from '../record/cachedStanding'
import type { ResidencyId } from '@/core/ids'

/** What was said of one rehearsal or demonstration, by whatever devices, however often it was begun. */
export interface Begun {
  readonly what: Showing
  readonly day: string
  readonly events: readonly DemonstrationEvent[]
}

/**
 * Rehearsals and demonstrations of a residency, oldest first. Of two that were begun on one day the second is the
 * first, gone on with by a device that did not know of it, unless the first was done by then.
 */
export function begunOf(db: Db, residencyId: ResidencyId): readonly Begun[] {
  const found: Begun[] = []
  for (const begun of demonstrationsOf(db, residencyId)) {
    const events = saidOf(db, begun)
    const same = found.findIndex((f) => f.what === begun.what && f.day === begun.day && !wasDone(f.events, begun.at))
    const other = found[same]
    if (other) found[same] = { ...other, events: [...other.events, ...events] }
    else found.push({ what: begun.what, day: begun.day, events })
  }
  return found
}
const wasDone = (events: readonly DemonstrationEvent[], by: number): boolean =>
  recordOf(events.filter((s) => s.at <= by))?.status === 'done'

/** Rehearsals and demonstrations of a residency with what happened in each, oldest first. */
export const shownOf = (db: Db, residencyId: ResidencyId): readonly (ShowRecord & { readonly day: string })[] =>
  begunOf(db, residencyId).flatMap(({ events, day }) => {
    const record = recordOf(events)
    return record ? [{ ...record, day }] : []
  })

/** Tries of demonstrations as the transfer gap counts them; a rehearsal has no owner. */
export const triesOf = (shown: readonly ShowRecord[]): readonly ShownTry[] =>
  shown
    .filter((s) => s.what === 'demonstration')
    .flatMap((s) =>
      triesWithBeside(s).map((t) => ({
        itemId: t.itemId,
        command: s.items.find((i) => i.id === t.itemId)?.command ?? t.itemId,
        who: t.turn,
        clean: t.outcome === 'clean',
        wrong: t.wrong,
      })),
    )

/** What a rehearsal came to, by what this dog’s sets say of its usual hands. */
export function judgeRehearsal(
  db: Db,
  residencyId: ResidencyId,
  record: ShowRecord & { readonly day: string },
): Rehearsed {
  const sets = setsOf(db, residencyId).filter((s) => s.blockId !== record.id)
  return rehearsed(record, { usual: usualHandler(sets), handlers: handlers(peopleOn(db, record.day)).length })
}

/** Whether ready still waits for a rehearsal: not asked for, missing, or what the newest one came to. */
export type RehearsalStanding =
  { readonly kind: 'not-asked' } | { readonly kind: 'missing' } | ({ readonly kind: 'done' } & Rehearsed)

export function rehearsalOf(db: Db, residencyId: ResidencyId): RehearsalStanding {
  if (!wantsRehearsal(db, residencyId)) return { kind: 'not-asked' }
  const judged = shownOf(db, residencyId)
    .filter((s) => s.what === 'rehearsal')
    .map((s) => judgeRehearsal(db, residencyId, s))
  const best = judged.findLast((j) => j.passed) ?? judged.at(-1)
  return best ? { kind: 'done', ...best } : { kind: 'missing' }
}

/** Why a dog whose promises are all held is not ready yet; empty when it is. */
export const notRehearsedText = (standing: RehearsalStanding): string =>
  standing.kind === 'missing'
    ? 'Every promise is mastered, but not rehearsed yet.'
    : standing.kind === 'done' && !standing.passed
      ? standing.refresh.length > 0
        ? `Rehearsed, and these did not work: ${standing.refresh.join(', ')}. Refresh them and rehearse again.`
        : standing.not
      : ''

/**
 * Since when a dog is ready, with the rehearsal taken in where the house asks for it; and what it still waits for,
 * where everything promised is held.
 */
export function readyWith(
  db: Db,
  residencyId: ResidencyId,
  { readyOn }: { readonly readyOn: string | undefined },
): { readonly readyOn: string | undefined; readonly waits: string } {
  if (readyOn === undefined) return { readyOn, waits: '' }
  const notRehearsed = notRehearsedText(rehearsalOf(db, residencyId))
  return { readyOn: notRehearsed === '' ? readyOn : undefined, waits: notRehearsed }
}
