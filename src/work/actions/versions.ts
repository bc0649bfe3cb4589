import { v7 } from 'uuid'
import type { Json } from '@/core/merge'
import type { Db } from '@/store/database'
import { readPeople } from '@/store/kennel'
import { findResident } from '@/store/residents'
import type { Versions } from '@/store/versions'
import { nobody, worksHere } from '../base/who'
import { reject, type ActionResult } from './actionResult'
import { bothSaid, laidTogether } from './saveOver'
import type { PersonId, ResidencyId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/**
 * Keeps what somebody made of something, with who and when; the versions before stay. `from`: the version it was made
 * from, empty for none; somebody else’s in between is not written over: the refusal brings both laid together.
 */
export function keepVersion<Change>(
  db: Db,
  kept: Versions<Change>,
  what: string,
  form: {
    readonly residencyId: ResidencyId
    readonly from: string
    readonly change: Change
    readonly recordedBy: PersonId
  },
  now: EpochMs,
  { plain, parse }: { readonly plain: Change; readonly parse: (raw: unknown) => Change | undefined },
): ActionResult {
  return db
    .transaction((): ActionResult => {
      if (!findResident(db, form.residencyId)) return reject('dog-not-found', 'Dog not found.')
      if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
      const versions = kept.read(db, form.residencyId)
      const [newest] = versions
      if ((newest?.id ?? '') !== form.from) {
        const read = versions.find((v) => v.id === form.from)?.change ?? plain
        const laid = [read, form.change, newest?.change ?? plain] as Json[] as [Json, Json, Json]
        const together = laidTogether(newest?.id ?? '', laid, parse)
        const by = readPeople(db).find((p) => p.id === newest?.by)?.name ?? 'Somebody'
        const also = bothSaid(together)
        return {
          ...reject(
            'changed-meanwhile',
            `${by} changed this ${what} in the meantime. Nothing was written over, nothing is lost.${also}`,
          ),
          ...(together === undefined ? {} : { together }),
        }
      }
      kept.append(db, form.residencyId, { id: v7(), change: form.change, at: now, by: form.recordedBy })
      return { ok: true }
    })
    .immediate()
}
