import { v7 } from 'uuid'
import type { Db } from '@/store/database'
import { findResident } from '@/store/residents'
import type { Versions } from '@/store/versions'
import { nobody, worksHere } from '../scene/who'
import { refuse, type Deed } from './deed'

/**
 * Keeps what somebody made of something, with who and when; the versions before stay. `from`: the version it was made
 * from, empty for none; somebody else’s in between is not written over.
 */
export function keepVersion<Change>(
  db: Db,
  kept: Versions<Change>,
  what: string,
  form: {
    readonly residencyId: string
    readonly from: string
    readonly change: Change
    readonly recordedBy: string
  },
  now: number,
): Deed {
  return db
    .transaction((): Deed => {
      if (!findResident(db, form.residencyId)) return refuse('There is no such resident.')
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      if ((kept.read(db, form.residencyId)[0]?.id ?? '') !== form.from)
        return refuse(`Somebody changed this ${what} in the meantime. Nothing was written over; look again.`)
      kept.append(db, form.residencyId, { id: v7(), change: form.change, at: now, by: form.recordedBy })
      return { ok: true }
    })
    .immediate()
}
