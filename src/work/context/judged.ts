import { quarterDays, type JudgedCase } from '@/core/forecast/judged'
import type { Db } from '@/store/database'
import { forecastDays, forecastOutcomes, forecastsSaid } from '@/store/forecasts'

/** Design choice: forecasts are held against what came of the residencies that ended last, so many. */
const mostJudged = 500

/**
 * What was said of residencies that are over, with what came of them: of the days at which it is held against it alone.
 */
export function judgedCases(db: Db): readonly JudgedCase[] {
  const outcomes = new Map(forecastOutcomes(db, mostJudged).map((o) => [o.residencyId, o]))
  const days = new Map<string, string[]>()
  for (const { residencyId, day } of forecastDays(db, [...outcomes.keys()]))
    days.set(residencyId, [...(days.get(residencyId) ?? []), day])
  const asked = [...outcomes.values()].flatMap((o) =>
    quarterDays(o, days.get(o.residencyId) ?? []).map(({ day }) => ({ residencyId: o.residencyId, day })),
  )
  return forecastsSaid(db, asked).flatMap((said) => {
    const outcome = outcomes.get(said.residencyId)
    return outcome ? [{ ...said, ...outcome }] : []
  })
}
