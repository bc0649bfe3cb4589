/** Milliseconds on the wall’s clock. */
export const elapsedMs = (job: () => unknown): number => {
  const from = performance.now()
  job()
  return performance.now() - from
}

/** Milliseconds of this process’s CPU. */
export const cpuMs = (job: () => unknown): number => {
  const from = process.cpuUsage()
  job()
  const { user, system } = process.cpuUsage(from)
  return (user + system) / 1000
}

/** The middle one; of an even number the upper of the two. */
export const middleOf = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? 0

/**
 * The middle times of jobs that are measured in turns: the machine is shared and not equally fast for long, so that
 * what ran at another moment compares with nothing. The first `warmUp` turns count for nothing; `begin` is called
 * before each turn and is not measured.
 */
export function inTurns(
  jobs: readonly (() => unknown)[],
  {
    turns,
    warmUp,
    measure = elapsedMs,
    begin,
  }: {
    readonly turns: number
    readonly warmUp: number
    readonly measure?: (job: () => unknown) => number
    readonly begin?: (turn: number) => void
  },
): readonly number[] {
  const times = jobs.map((): number[] => [])
  for (let turn = 0; turn < warmUp + turns; turn++) {
    begin?.(turn)
    jobs.forEach((job, i) => {
      const took = measure(job)
      if (turn >= warmUp) times[i]?.push(took)
    })
  }
  return times.map(middleOf)
}
