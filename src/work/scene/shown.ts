import { recordOf, triesWithBeside, type Said, type ShowRecord } from '@/core/demonstration/record'
import { rehearsed, usualHandler, type Rehearsed } from '@/core/demonstration/rehearsal'
import type { ShownTry } from '@/core/demonstration/gap'
import type { Showing } from '@/core/facts/words'
import type { Db } from '@/store/database'
import { demonstrationsOf, saidOf } from '@/store/demonstrations'
import { peopleOn } from '@/store/kennel'
import { wantsRehearsal } from '@/store/residents'
import { handlers } from './who'
import { setsOf } from '../record/kept'

/** What was said of one rehearsal or demonstration, by whatever devices, however often it was begun. */
export interface Begun {
  readonly what: Showing
  readonly day: string
  readonly said: readonly Said[]
}

/**
 * Rehearsals and demonstrations of a residency, oldest first. Of two that were begun on one day the second is the
 * first, gone on with by a device that did not know of it, unless the first was done by then.
 */
export function begunOf(db: Db, residencyId: string): readonly Begun[] {
  const found: Begun[] = []
  for (const begun of demonstrationsOf(db, residencyId)) {
    const said = saidOf(db, begun)
    const same = found.findIndex((f) => f.what === begun.what && f.day === begun.day && !wasDone(f.said, begun.at))
    const other = found[same]
    if (other) found[same] = { ...other, said: [...other.said, ...said] }
    else found.push({ what: begun.what, day: begun.day, said })
  }
  return found
}
const wasDone = (said: readonly Said[], by: number): boolean =>
  recordOf(said.filter((s) => s.at <= by))?.status === 'done'

/** Rehearsals and demonstrations of a residency with what happened in each, oldest first. */
export const shownOf = (db: Db, residencyId: string): readonly (ShowRecord & { readonly day: string })[] =>
  begunOf(db, residencyId).flatMap(({ said, day }) => {
    const record = recordOf(said)
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
export function judgeRehearsal(db: Db, residencyId: string, record: ShowRecord & { readonly day: string }): Rehearsed {
  const sets = setsOf(db, residencyId).filter((s) => s.blockId !== record.id)
  return rehearsed(record, { usual: usualHandler(sets), handlers: handlers(peopleOn(db, record.day)).length })
}

/** Whether ready still waits for a rehearsal: not asked for, missing, or what the newest one came to. */
export type RehearsalStanding =
  { readonly kind: 'not-asked' } | { readonly kind: 'missing' } | ({ readonly kind: 'done' } & Rehearsed)

export function rehearsalOf(db: Db, residencyId: string): RehearsalStanding {
  if (!wantsRehearsal(db, residencyId)) return { kind: 'not-asked' }
  const judged = shownOf(db, residencyId)
    .filter((s) => s.what === 'rehearsal')
    .map((s) => judgeRehearsal(db, residencyId, s))
  const best = judged.findLast((j) => j.passed) ?? judged.at(-1)
  return best ? { kind: 'done', ...best } : { kind: 'missing' }
}

/** Why a dog whose promises are all held is not ready yet; empty when it is. */
export const sayNotRehearsed = (standing: RehearsalStanding): string =>
  standing.kind === 'missing'
    ? 'Everything promised is held; it is not rehearsed yet.'
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
  residencyId: string,
  { readyOn }: { readonly readyOn: string | undefined },
): { readonly readyOn: string | undefined; readonly waits: string } {
  if (readyOn === undefined) return { readyOn, waits: '' }
  const waits = sayNotRehearsed(rehearsalOf(db, residencyId))
  return { readyOn: waits === '' ? readyOn : undefined, waits }
}
