import { readFileSync } from 'node:fs'

/**
 * How long a core was ready to work and another guest of the machine had it, in ms of both cores together (proc(5):
 * eighth figure of `cpu`, in hundredths of a second).
 */
export const stolen = (): number =>
  Number(/^cpu +(?:\d+ +){7}(\d+)/.exec(readFileSync('/proc/stat', 'utf8'))?.[1] ?? Number.NaN) * 10

/** Begins to watch what others take of the machine; what it gives says so, of the time since then, as words. */
export function watchOthers(): () => string {
  const [before, from] = [stolen(), performance.now()]
  return () =>
    `meanwhile others had ${(((stolen() - before) / (performance.now() - from)) * 50).toFixed(0)} % of the ` +
    `machine's two cores`
}
