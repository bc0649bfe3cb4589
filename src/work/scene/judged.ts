import type { JudgedCase } from '@/core/forecast/judged'
import type { Db } from '@/store/database'
import { forecastOutcomes, forecastsOf } from '@/store/forecasts'

/** House: forecasts are held against what came of the residencies that ended last, so many. */
const mostJudged = 200

/** What was said of residencies that are over, with what came of them. */
export function judgedCases(db: Db): readonly JudgedCase[] {
  const outcomes = new Map(forecastOutcomes(db, mostJudged).map((o) => [o.residencyId, o]))
  return forecastsOf(db, [...outcomes.keys()]).flatMap((said) => {
    const outcome = outcomes.get(said.residencyId)
    return outcome ? [{ ...said, ...outcome }] : []
  })
}
