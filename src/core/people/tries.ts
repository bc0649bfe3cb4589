/** House: how wrong passcodes slow the next try down, counted for each name apart. */
export const triesRule = {
  free: 5,
  withinMs: 60 * 60_000,
  firstWaitMs: 30_000,
  pauseFrom: 10,
  pauseMs: 15 * 60_000,
} as const

/**
 * The moment from which the next try is taken, after wrong ones at these times (ms): at once while fewer than five were
 * wrong within the hour; then 30 s after the last, doubling with each; from the tenth a pause of fifteen minutes.
 */
export function nextTryAt(wrongAt: readonly number[], now: number): number {
  const recent = wrongAt.filter((t) => t > now - triesRule.withinMs)
  const last = Math.max(0, ...recent)
  if (recent.length < triesRule.free) return 0
  if (recent.length >= triesRule.pauseFrom) return last + triesRule.pauseMs
  return last + triesRule.firstWaitMs * 2 ** (recent.length - triesRule.free)
}
