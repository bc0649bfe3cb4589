import type { Curriculum, Rung } from './types'

export interface CurriculumFault {
  readonly where: string
  readonly reason: string
}

/**
 * Everything that is wrong with a curriculum, as places and reasons; empty when it can be worked by. Checks ids,
 * rules that cannot be met, criteria, prerequisites (known, without a cycle) and that no run gets easier on one axis.
 */
export function curriculumFaults(curriculum: Curriculum): readonly CurriculumFault[] {
  const rungs = curriculum.commands.flatMap((c) => c.runs.flatMap((r) => r.rungs))
  return [...idFaults(rungs), ...rungs.flatMap(rungFaults), ...needFaults(rungs), ...descents(curriculum)]
}

function idFaults(rungs: readonly Rung[]): CurriculumFault[] {
  const seen = new Set<string>()
  return rungs.flatMap((rung) => {
    const twice = seen.has(rung.id)
    seen.add(rung.id)
    return twice ? [{ where: rung.id, reason: 'this id is used twice' }] : []
  })
}

function rungFaults(rung: Rung): CurriculumFault[] {
  const faults: CurriculumFault[] = []
  const fault = (reason: string) => faults.push({ where: rung.id, reason })
  const { rule, criterion } = rung
  if (rule.kind === 'row' && (!Number.isInteger(rule.r) || rule.r < 1)) fault(`a run of ${rule.r} can never be met`)
  if (rule.kind === 'window' && (rule.k > rule.n || rule.n < 1)) fault(`${rule.k} of ${rule.n} can never be met`)
  if (rule.kind === 'window' && rule.k < 1) fault(`${rule.k} of ${rule.n} is always met`)
  if (rung.setReps < 1) fault('a set needs at least one rep')
  if (rung.kind === 'timed' && criterion.seconds === undefined) fault('a timed rung needs its seconds')
  if (criterion.words.trim() === '') fault('the criterion is not said in words')
  return faults
}

function needFaults(rungs: readonly Rung[]): CurriculumFault[] {
  const byId = new Map(rungs.map((r) => [r.id, r]))
  const unknown = rungs.flatMap((r) => r.needs.filter((n) => !byId.has(n)).map((n) => ({ where: r.id, reason: `needs ${n}, which is not in the curriculum` })))
  const done = new Set<string>()
  const cycles: CurriculumFault[] = []
  const walk = (rung: Rung, path: readonly string[]): void => {
    if (path.includes(rung.id)) {
      cycles.push({ where: rung.id, reason: `needs itself by way of ${[...path.slice(path.indexOf(rung.id)), rung.id].join(' → ')}` })
      return
    }
    if (done.has(rung.id)) return
    for (const need of rung.needs) {
      const next = byId.get(need)
      if (next) walk(next, [...path, rung.id])
    }
    done.add(rung.id)
  }
  for (const rung of rungs) walk(rung, [])
  return [...unknown, ...cycles]
}

/** On one axis seconds and metres may not shrink: a rung on the way up is never easier than the one before. */
function descents(curriculum: Curriculum): CurriculumFault[] {
  return curriculum.commands.flatMap((c) =>
    c.runs.flatMap((run) =>
      run.rungs.flatMap((rung, i) => {
        const before = run.rungs[i - 1]
        if (!before || before.axis !== rung.axis) return []
        const measure = (r: Rung) => (r.axis === 'distance' ? r.criterion.metres : r.axis === 'duration' ? r.criterion.seconds : undefined)
        const [was, is] = [measure(before), measure(rung)]
        return was !== undefined && is !== undefined && is < was ? [{ where: rung.id, reason: `goes down from ${was} to ${is} on the ${rung.axis} axis` }] : []
      }),
    ),
  )
}
