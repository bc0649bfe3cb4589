import { v7 } from 'uuid'
import { z } from 'zod'
import type { Typed } from '@/core/fields'
import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import { appendPackage, readPackages } from '@/store/packages'
import { nobody, whoField, worksHere } from '../base/who'
import { packageSchema } from '@/core/intake/packageForm'
import type { Sent } from '@/core/clash'
import { loadPackages } from '../page/packages'
import { reject, wrongIn, type ActionResult } from './actionResult'
import { partedOff, saveForm, type Clashed, type FormHere } from './saveOver'
import { promisesFrom } from './promises'
import type { PackageId, PersonId } from '@/core/ids'
import type { EpochMs } from '@/core/epochMs'

/**
 * Keeps a package, new or changed, and never over what somebody else made of it since it was read; what was promised
 * from it before stays as it was promised.
 */
export function keepPackage(db: Db, sent: Typed | Sent, recordedBy: PersonId, now: EpochMs): ActionResult | Clashed {
  const { of: packageId, form } = partedOff(sent, 'packageId')
  return saveForm(
    db,
    form,
    () => (worksHere(db, recordedBy) ? packageHere(db, packageId) : reject('not-staff', nobody)),
    ({ name, days, words, promised }): ActionResult => {
      const all = readPackages(db)
      if (packageId !== '' && !all.some((p) => p.packageId === packageId))
        return reject('package-not-found', 'Package not found.')
      if (all.some((p) => p.given && p.packageId !== packageId && p.name.toLowerCase() === name.toLowerCase()))
        return wrongIn({ name: 'Another package has this name.' })
      const taken = promisesFrom(db, newestCurriculum(db), promised)
      if ('errors' in taken) return wrongIn(taken.errors)
      appendPackage(db, {
        id: v7(),
        packageId: packageId === '' ? v7() : packageId,
        name,
        days,
        words,
        promises: taken.promises.map(({ command: _, ...promise }) => promise),
        given: true,
        at: now,
        recordedBy,
      })
      return { ok: true }
    },
  )
}

/** A package as its form would be read now; one that is new lies over nothing. */
function packageHere(db: Db, packageId: PackageId): FormHere<typeof packageSchema> {
  const { packages, fields, timeZone } = loadPackages(db)
  const one = packages.find((p) => p.packageId === packageId)
  return {
    schema: packageSchema,
    several: [],
    now: one && { typed: one.values, fields, saved: { by: one.by, at: one.at, timeZone } },
  }
}

export const givingForm = z.object({ packageId: z.uuid(), given: z.boolean(), recordedBy: whoField })

/** A package is given no more, or again. */
export function givePackage(db: Db, form: z.infer<typeof givingForm>, now: EpochMs): ActionResult {
  return db
    .transaction((): ActionResult => {
      if (!worksHere(db, form.recordedBy)) return reject('not-staff', nobody)
      const was = readPackages(db).find((p) => p.packageId === form.packageId)
      if (!was) return reject('package-not-found', 'Package not found.')
      if (was.given === form.given) return { ok: true }
      const { by: _by, ...kept } = was
      appendPackage(db, { ...kept, id: v7(), given: form.given, at: now, recordedBy: form.recordedBy })
      return { ok: true }
    })
    .immediate()
}
