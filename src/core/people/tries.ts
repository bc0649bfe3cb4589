import type { EpochMs } from '../epochMs'

/**
 * Design choice: how wrong passcodes slow the next try down, counted for a name and from where it was tried together.
 */
export const triesRule = {
  free: 5,
  withinMs: 60 * 60_000,
  firstWaitMs: 30_000,
  pauseFrom: 10,
  pauseMs: 15 * 60_000,
} as const

/**
 * Design choice: wrong ones at one name from all over together, before it is slowed wherever its person has not signed
 * in; and of one sender at all names.
 */
export const freeFromAllOver = 20

/** Design choice: what was written by a clock this far ahead was written by a wrong one. */
const aheadMs = 60_000

/**
 * The moment from which the next try is taken, after wrong ones at these times (ms): at once while fewer than five were
 * wrong within the hour; then 30 s after the last, doubling with each; from the tenth a pause of fifteen minutes.
 */
export function nextTryAt(wrongAt: readonly number[], now: EpochMs, free: number = triesRule.free): number {
  const recent = wrongAt.filter((t) => t > now - triesRule.withinMs && t <= now + aheadMs)
  const last = Math.min(now, Math.max(0, ...recent))
  const beyond = recent.length - free
  if (beyond < 0) return 0
  return last + (beyond >= pauseBeyond ? triesRule.pauseMs : triesRule.firstWaitMs * 2 ** beyond)
}

const pauseBeyond = triesRule.pauseFrom - triesRule.free

/** Where a try comes from, as far as one sender can choose: of the newer addresses the first half is the network’s. */
export function networkOf(address: string): string {
  if (!address.includes(':')) return address
  const [head = '', tail] = address.split('%')[0]?.split('::') ?? []
  const groups = head === '' ? [] : head.split(':')
  const rest = tail === undefined || tail === '' ? [] : tail.split(':')
  const missing = tail === undefined ? 0 : Math.max(0, 8 - groups.length - rest.length)
  return [...groups, ...new Array<string>(missing).fill('0'), ...rest].slice(0, 4).join(':')
}
