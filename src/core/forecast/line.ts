import { cumulativeStdNormalProbability } from 'simple-statistics'
import type { Past } from './rungExposures'
import type { GoalWork } from './workLeft'

/**
 * What a straight line says, to hold a forecast against: rungs passed a day so far, gone on with until what is left is
 * passed. Design choice: how far such a day may lie off is three tenths of the days it takes, and one at the least.
 */
export function chanceByLine(past: Past, goals: readonly GoalWork[], daysGone: number, home: number): number {
  const passed = past.exposures.filter((s) => s.passed).length
  const left = goals.reduce(
    (n, goal) => n + goal.steps.filter((rung) => rung.back !== true).length + goal.days + goal.contexts.length,
    0,
  )
  if (left === 0) return 1
  if (home <= 0 || passed === 0 || daysGone <= 0) return 0
  const takes = left / (passed / daysGone)
  return cumulativeStdNormalProbability((home - takes) / Math.max(1, 0.3 * takes))
}
