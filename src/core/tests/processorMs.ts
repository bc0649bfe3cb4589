/**
 * Least milliseconds of the processor that some work took in a few tries: the first may bear what is compiled and
 * collected meanwhile, while what is quadratic is slow every time.
 */
export function leastProcessorMs(work: () => unknown, tries = 3): number {
  const took = () => {
    const from = process.cpuUsage()
    work()
    return process.cpuUsage(from).user / 1000
  }
  return Math.min(...Array.from({ length: tries }, took))
}
