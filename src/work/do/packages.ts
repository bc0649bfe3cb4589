import { v7 } from 'uuid'
import { z } from 'zod'
import { fieldErrors, line, lines, nested, number, type Typed } from '@/core/fields'
import { somePromised } from '@/core/intake/steps'
import { newestCurriculum } from '@/store/curricula'
import type { Db } from '@/store/database'
import { appendPackage, readPackages } from '@/store/packages'
import { nobody, whoField, worksHere } from '../scene/who'
import { longestStay } from './begin'
import type { Sent } from '@/core/formMerge'
import { loadPackages } from '../page/packages'
import { refuse, wrongIn, type Deed } from './deed'
import { isSent, toWrite, type Clashed } from './saveOver'
import { promisesFrom } from './promises'

export const packageForm = z.object({
  packageId: z.union([z.literal(''), z.uuid()]).default(''),
  name: line('The name', 60),
  days: number('Days', 1, longestStay).refine(Number.isInteger, 'Days is a whole number.'),
  words: lines('What the owner hears', 400).refine(
    (s) => !/[$€£¥]|\b(EUR|USD|GBP)\b/i.test(s),
    'No price: what it costs in money is agreed elsewhere.',
  ),
  promised: somePromised,
})

/**
 * Keeps a package, new or changed, and never over what somebody else made of it since it was read; what was promised
 * from it before stays as it was promised.
 */
export function keepPackage(db: Db, form: Typed | Sent, recordedBy: string, now: number): Deed | Clashed {
  return db
    .transaction((): Deed | Clashed => {
      if (!worksHere(db, recordedBy)) return refuse(nobody)
      const write = isSent(form) ? overKept(db, form) : { ok: true as const, typed: form }
      if (!write.ok) return write
      const parsed = packageForm.safeParse(nested(write.typed))
      if (!parsed.success) return wrongIn(fieldErrors(parsed.error))
      const { packageId, name, days, words, promised } = parsed.data
      const all = readPackages(db)
      if (packageId !== '' && !all.some((p) => p.packageId === packageId)) return refuse('There is no such package.')
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
    })
    .immediate()
}

/** A package as it was sent, over what was made of it since it was read; one that is new lies over nothing. */
function overKept(db: Db, form: Sent): ReturnType<typeof toWrite> {
  const id = form.typed['packageId']?.[0] ?? ''
  const { packages, fields, timeZone } = loadPackages(db)
  const now = packages.find((p) => p.packageId === id)
  if (!now) return { ok: true, typed: form.typed }
  const { packageId: _, ...typed } = form.typed
  const write = toWrite({ ...form, typed }, now.values, { fields, several: [] }, { by: now.by, at: now.at, timeZone })
  return write.ok ? { ok: true, typed: { ...write.typed, packageId: [id] } } : write
}

export const givingForm = z.object({ packageId: z.uuid(), given: z.boolean(), recordedBy: whoField })

/** A package is given no more, or again. */
export function givePackage(db: Db, form: z.infer<typeof givingForm>, now: number): Deed {
  return db
    .transaction((): Deed => {
      if (!worksHere(db, form.recordedBy)) return refuse(nobody)
      const was = readPackages(db).find((p) => p.packageId === form.packageId)
      if (!was) return refuse('There is no such package.')
      if (was.given === form.given) return { ok: true }
      const { by: _by, ...kept } = was
      appendPackage(db, { ...kept, id: v7(), given: form.given, at: now, recordedBy: form.recordedBy })
      return { ok: true }
    })
    .immediate()
}
