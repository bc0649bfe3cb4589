import type { z } from 'zod'
import { findRung } from '@/core/curriculum/lookup'
import type { Curriculum } from '@/core/curriculum/types'
import { mostPlaces, noSuchRung, usualIn, whyNotPossible } from '@/core/handoff/possible'
import type { promisedRows } from '@/core/intake/steps'
import type { OwnerPromise } from '@/core/promise/ownerPromise'
import type { Db } from '@/store/database'
import { groundOf } from '../context/ground'

type Errors = Readonly<Record<string, string>>

/**
 * Promises from a form, complete; or, by field, why one of them can never be kept in this house on this ladder.
 * `past`: they were kept or not, whatever the house is now.
 */
export function promisesFrom(
  db: Db,
  ladder: Curriculum,
  promised: z.output<typeof promisedRows>,
  past = false,
): { readonly promises: readonly (OwnerPromise & { readonly command: string })[] } | { readonly errors: Errors } {
  const house = groundOf(db)
  const runs = new Set<string>()
  const errors: Record<string, string> = {}
  const promises = promised.flatMap((p, i) => {
    if (p.rung === '') return []
    const at = findRung(ladder, p.rung)
    if (!at || (p.run !== '' && at.ladderKey !== p.run)) {
      errors[`promised.${i}.rung`] = noSuchRung
      return []
    }
    if (runs.has(at.ladderKey)) errors[`promised.${i}.rung`] = 'Promise one rung of each run.'
    runs.add(at.ladderKey)
    const usual = usualIn(house, mostPlaces(ladder, at.rung.id, house))
    const promise = {
      command: at.command.id,
      rungId: at.rung.id,
      level: Number(p.level),
      places: Math.round(p.places ?? usual.places),
      people: Math.round(p.people ?? usual.people),
    }
    const no = past ? undefined : whyNotPossible(ladder, promise, house)
    if (no) errors[`promised.${i}.${no.field}`] ??= no.why
    return [promise]
  })
  return Object.keys(errors).length > 0 ? { errors } : { promises }
}
