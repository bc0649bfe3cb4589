import type { Db } from '@/store/database'
import { findResident, type Resident } from '@/store/residents'
import type { Done } from './correct'
import { nobody, worksHere } from '../base/who'
import { reject, type Rejection } from './actionResult'
import type { PersonId, ResidencyId } from '@/core/ids'

export type { Resident } from '@/store/residents'

/**
 * Does something about one dog in somebody's name, in one transaction; refuses for a dog that is not in the books or a
 * person who does not work here.
 */
export function aboutResident(
  db: Db,
  form: { readonly residencyId: ResidencyId; readonly recordedBy: PersonId },
  work: (resident: Resident) => Rejection | undefined,
): Done {
  return db
    .transaction((): Done => {
      const resident = findResident(db, form.residencyId)
      if (!resident) return reject('dog-not-found', 'Dog not found.')
      if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
      const rejection = work(resident)
      return rejection ?? { ok: true, residencyId: resident.residencyId }
    })
    .immediate()
}
