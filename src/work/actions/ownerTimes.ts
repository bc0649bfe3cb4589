import { v7 } from 'uuid'
import { ownerTimesFields, ownerTimesSchema, ownerTimesTyped } from '@/core/booking/ownerTimesForm'
import type { ResidencyId } from '@/core/ids'
import type { Db } from '@/store/database'
import { readHouse } from '@/store/house'
import { appendOwnerTimes, ownerTimesOf } from '@/store/ownerTimes'
import { findResident } from '@/store/residents'
import { aboutResident } from './about'
import { reject, type Rejection } from './actionResult'
import { savedBy, saveDogForm, type FormHere } from './saveOver'

/** Keeps when the owner of a dog can come; what was said before stays. */
export const saveOwnerTimes = saveDogForm(timesHere, (db, { residencyId, recordedBy, said, holdsUntil }, now) =>
  aboutResident(db, { residencyId, recordedBy }, () => {
    appendOwnerTimes(db, { id: v7(), residencyId, said, holdsUntil, at: now, by: recordedBy })
    return undefined
  }),
)

function timesHere(db: Db, residencyId: ResidencyId): FormHere<typeof ownerTimesSchema> | Rejection {
  const resident = findResident(db, residencyId)
  if (!resident) return reject('dog-not-found', 'Dog not found.')
  const last = ownerTimesOf(db, residencyId)
  return {
    schema: ownerTimesSchema,
    several: [],
    now: {
      typed: ownerTimesTyped(last),
      fields: ownerTimesFields(resident.ownerName, readHouse(db).clock),
      saved: savedBy(db, last),
    },
  }
}
