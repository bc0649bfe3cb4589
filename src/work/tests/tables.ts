import { v7 } from 'uuid'
import type { Db } from '@/store/database'
import { importDogs, lookAtDogs } from '../actions/importDogs'
import type { TableResult } from '../actions/tableIn'
import { noHooks } from '../base/hooks'
import type { PersonId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/** Adds a table of dogs, or only looks at it: its rows in a few words, or what is wrong. */
export function tableOfDogs(
  db: Db,
  bytes: Uint8Array<ArrayBuffer>,
  recordedBy: PersonId,
  now: EpochMs,
  keep: boolean,
): TableResult {
  if (!keep) return lookAtDogs(db, bytes, recordedBy, now, noHooks)
  const done = importDogs(db, { id: v7(), fileName: 'dogs.csv', bytes, recordedBy }, now, noHooks)
  return done.ok ? { ok: true, rows: done.standing.in.map((r) => r.said) } : done
}
