import type { Db } from '@/store/database'
import { findResident, type Resident } from '@/store/residents'
import type { Done } from './correct'
import { nobody, worksHere } from '../scene/who'
import { refuse, type Refusal } from './deed'

export type { Resident } from '@/store/residents'

/**
 * Does something about one dog in somebody's name, in one transaction; refuses for a dog that is not in the books or a
 * person who does not work here.
 */
export function aboutResident(
  db: Db,
  form: { readonly residencyId: string; readonly recordedBy: string },
  work: (resident: Resident) => string | Refusal | undefined,
): Done {
  return db
    .transaction((): Done => {
      const resident = findResident(db, form.residencyId)
      if (!resident) return refuse('Dog not found.')
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      const refusal = work(resident)
      if (refusal === undefined) return { ok: true, residencyId: resident.residencyId }
      return typeof refusal === 'string' ? refuse(refusal) : refusal
    })
    .immediate()
}
