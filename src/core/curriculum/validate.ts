import { ruleFault } from '../rule/rule'
import { allNeeds } from './lookup'
import type { Command, Curriculum, Rung, Ladder } from './types'

/** What is wrong with a curriculum, for code to branch on. */
export type CurriculumFaultCode =
  /** The file: larger than any, no JSON, more rungs than can be taught, a part missing, unknown or out of range. */
  | 'too-large'
  | 'not-json'
  | 'too-many-rungs'
  | 'shape'
  /** Ids and names. */
  | 'repeated-id'
  | 'repeated-name'
  | 'no-name'
  | 'replaces-what-is-here'
  | 'replaced-twice'
  /** A rung: its rule, its set, what its kind needs or does not have, its rewards. */
  | 'rule'
  | 'set-reps'
  | 'no-criterion'
  | 'criterion-words'
  | 'rewards'
  | 'call'
  /** What it needs, and off leash. */
  | 'unknown-requirement'
  | 'needs-itself'
  | 'never-unlocks'
  | 'loose-requirement'
  | 'no-recall'
  | 'unknown-gate'
  | 'loose-without-gate'
  /** On one axis it gets easier on the way up. */
  | 'gets-easier'
  /** Who sends it may not publish. */
  | 'role'
  /** Not a fault: how many more there are. */
  | 'more'

/** Something that is wrong with a curriculum: where, what, and what a person reads. */
export interface CurriculumFault {
  readonly where: string
  readonly code: CurriculumFaultCode
  readonly reason: string
}

/**
 * Everything that is wrong with a curriculum, as places and reasons; empty when it can be worked by. Checks ids,
 * rules that cannot be met, criteria, prerequisites (known, without a cycle) and that no run gets easier on one axis.
 */
export function curriculumFaults(curriculum: Curriculum): readonly CurriculumFault[] {
  const runs = curriculum.commands.flatMap((c) => c.runs)
  const rungs = runs.flatMap((r) => r.rungs)
  return [
    ...repeated(curriculum.commands.map((c) => c.id)),
    ...curriculum.commands.flatMap((c) =>
      repeated(c.runs.map((r) => r.id)).map((f) => ({ ...f, where: `${c.id}, run ${f.where}` })),
    ),
    ...repeated(rungs.map((r) => r.id)),
    ...rungs.flatMap(rungFaults),
    ...standInFaults(rungs),
    ...gateFaults(curriculum, rungs),
    ...curriculum.commands.flatMap(sameNames),
    ...needFaults(rungs),
    ...orderFaults(curriculum, runs),
    ...runs.flatMap(descents),
  ]
}

function repeated(ids: readonly string[]): CurriculumFault[] {
  const seen = new Set<string>()
  return ids.flatMap((id) => {
    const twice = seen.has(id)
    seen.add(id)
    return twice ? [{ where: id, code: 'repeated-id', reason: 'this id is used twice' }] : []
  })
}

/** A rung of an earlier version is gone, and one rung stands in its stead. */
function standInFaults(rungs: readonly Rung[]): CurriculumFault[] {
  const ids = new Set(rungs.map((r) => r.id))
  const taken = new Set<string>()
  return rungs.flatMap((rung) =>
    (rung.was ?? []).flatMap((id): CurriculumFault[] => {
      const twice = taken.has(id)
      taken.add(id)
      if (ids.has(id))
        return [
          { where: rung.id, code: 'replaces-what-is-here', reason: `it stands in the stead of “${id}”, which is here` },
        ]
      return twice
        ? [{ where: rung.id, code: 'replaced-twice', reason: `another rung stands in the stead of “${id}” already` }]
        : []
    }),
  )
}

function rungFaults(rung: Rung): CurriculumFault[] {
  const faults: CurriculumFault[] = []
  const fault = (code: CurriculumFaultCode, reason: string) => faults.push({ where: rung.id, code, reason })
  const { rule, criterion } = rung
  const wrongRule = ruleFault(rule)
  if (wrongRule) fault('rule', wrongRule)
  if (rung.setReps < 1) fault('set-reps', 'a set needs at least one rep')
  if (rung.setReps > 30) fault('set-reps', 'more than 30 reps are no set')
  if ((rung.kind === 'timed' || rung.kind === 'settle') && criterion.seconds === undefined)
    fault('no-criterion', `a ${rung.kind} rung needs its seconds`)
  if (rung.kind === 'heel' && criterion.steps === undefined) fault('no-criterion', 'a heel rung needs its steps')
  if (
    (rung.kind === 'position' || rung.kind === 'uncued' || rung.kind === 'recall') &&
    criterion.latencySeconds === undefined
  )
    fault('no-criterion', `a ${rung.kind} rung needs the seconds within which it counts`)
  const { payEvery, paySteps } = rung
  if (payEvery && rung.kind !== 'settle') fault('rewards', 'only a settle rung is rewarded at an interval of its own')
  if (payEvery?.some((s, i) => s <= (payEvery[i - 1] ?? 0))) fault('rewards', 'the reward intervals go up, each once')
  if (payEvery && criterion.seconds !== undefined && Math.max(...payEvery) >= criterion.seconds)
    fault('rewards', `a reward every ${Math.max(...payEvery)} s never comes in ${criterion.seconds} s`)
  if (paySteps !== undefined && rung.kind !== 'heel') fault('rewards', 'only a heel rung is rewarded by steps')
  if (paySteps !== undefined && criterion.steps !== undefined && paySteps > criterion.steps)
    fault('rewards', `a reward every ${paySteps} steps never comes in ${criterion.steps}`)
  if (rung.callWhen && rung.kind !== 'recall' && rung.kind !== 'position')
    fault('call', 'nobody is called on this rung')
  if (criterion.words.trim() === '') fault('criterion-words', 'the criterion is not said in words')
  if (rung.name.trim() === '') fault('no-name', 'the rung has no name')
  return faults
}

/**
 * A rung is loose when it is worked on no leash; words that say so count as well, since a file may have forgotten its
 * kit.
 */
const isLoose = (rung: Rung): boolean =>
  rung.kit === 'none' ||
  /\b(off[ -]leash|unclipped|loose)\b/i.test(`${rung.name} ${rung.criterion.words}`.replace(/loose (leash|line)/gi, ''))

/**
 * Nothing off leash without a gate that this file names, and no gate that asks for what is itself loose or is not
 * there.
 */
function gateFaults(curriculum: Curriculum, rungs: readonly Rung[]): CurriculumFault[] {
  const byId = index(rungs)
  const gates = new Set(curriculum.gates.map((g) => g.id))
  return [
    ...repeated(curriculum.gates.map((g) => g.id)),
    ...curriculum.gates.flatMap((g) =>
      [...g.needs, ...(g.call === undefined ? [] : [g.call])].flatMap((n): CurriculumFault[] => {
        const need = byId.get(n)
        return !need
          ? [unknownNeed(g.id, n)]
          : isLoose(need)
            ? [{ where: g.id, code: 'loose-requirement', reason: `needs ${n}, which is itself worked off leash` }]
            : []
      }),
    ),
    ...curriculum.gates.flatMap((g): CurriculumFault[] =>
      g.call !== undefined && byId.get(g.call)?.kind !== 'recall' && byId.has(g.call)
        ? [{ where: g.id, code: 'no-recall', reason: `${g.call} is no recall` }]
        : [],
    ),
    ...rungs.flatMap((r): CurriculumFault[] =>
      r.gate !== undefined && !gates.has(r.gate)
        ? [
            {
              where: r.id,
              code: 'unknown-gate',
              reason: `stands behind ${r.gate}, which the file does not name among its gates`,
            },
          ]
        : isLoose(r) && r.gate === undefined
          ? [{ where: r.id, code: 'loose-without-gate', reason: 'is worked off leash and stands behind no gate' }]
          : [],
    ),
  ]
}

/** On paper and at the desk a rung goes by its name: two of one ladder may not bear one. */
function sameNames(command: Command): CurriculumFault[] {
  return command.runs
    .flatMap((ladder) => repeated(ladder.rungs.map((r) => r.name.trim().toLowerCase())))
    .flatMap((f) => {
      const twice = command.runs.flatMap((r) => r.rungs).findLast((r) => r.name.trim().toLowerCase() === f.where)
      return twice
        ? [
            {
              where: twice.id,
              code: 'repeated-name',
              reason: `two rungs of ${command.name} are called “${twice.name}”`,
            },
          ]
        : []
    })
}

const index = (rungs: readonly Rung[]): ReadonlyMap<string, Rung> => new Map(rungs.map((r) => [r.id, r]))

const unknownNeed = (where: string, need: string): CurriculumFault => ({
  where,
  code: 'unknown-requirement',
  reason: `needs ${need}, which is not in the curriculum`,
})

function needFaults(rungs: readonly Rung[]): CurriculumFault[] {
  const byId = index(rungs)
  const unknown = rungs.flatMap((r) => r.needs.filter((n) => !byId.has(n)).map((n) => unknownNeed(r.id, n)))
  return [
    ...unknown,
    ...cyclesAmong(
      rungs,
      (r) => r.needs.flatMap((n) => byId.get(n) ?? []),
      'needs-itself',
      (path) => `needs itself by way of ${path.join(' → ')}`,
    ),
  ]
}

/** A rung that needs a later one of its own run, or a loop that closes through the order of runs, can never open. */
function orderFaults(curriculum: Curriculum, runs: readonly Ladder[]): CurriculumFault[] {
  const rungs = runs.flatMap((r) => r.rungs)
  const byId = index(rungs)
  const before = new Map(
    runs.flatMap((ladder) => ladder.rungs.map((rung, i) => [rung.id, ladder.rungs[i - 1]] as const)),
  )
  const needs = (r: Rung): readonly Rung[] => allNeeds(curriculum, r).flatMap((n) => byId.get(n) ?? [])
  if (cyclesAmong(rungs, needs, 'needs-itself', () => '').length > 0) return []
  return cyclesAmong(
    rungs,
    (r) => {
      const below = before.get(r.id)
      return below ? [...needs(r), below] : needs(r)
    },
    'never-unlocks',
    (path) => `can never unlock: it comes before what it needs, by way of ${path.join(' → ')}`,
  )
}

function cyclesAmong(
  rungs: readonly Rung[],
  next: (rung: Rung) => readonly Rung[],
  code: CurriculumFaultCode,
  say: (path: readonly string[]) => string,
): CurriculumFault[] {
  const done = new Set<string>()
  const found: CurriculumFault[] = []
  for (const start of rungs) {
    // An explicit stack: a long file must not overflow the call stack.
    const path: { rung: Rung; rest: Rung[] }[] = done.has(start.id) ? [] : [{ rung: start, rest: [...next(start)] }]
    const on = new Set(path.map((p) => p.rung.id))
    for (let top = path.at(-1); top; top = path.at(-1)) {
      const step = top.rest.pop()
      if (!step) {
        done.add(top.rung.id)
        on.delete(top.rung.id)
        path.pop()
      } else if (on.has(step.id)) {
        const ids = path.map((p) => p.rung.id)
        found.push({ where: step.id, code, reason: say([...ids.slice(ids.indexOf(step.id)), step.id]) })
      } else if (!done.has(step.id)) {
        on.add(step.id)
        path.push({ rung: step, rest: [...next(step)] })
      }
    }
  }
  return found
}

/** On one axis seconds and meters may not shrink: a rung on the way up is never easier than the one before. */
function descents(ladder: Ladder): CurriculumFault[] {
  return ladder.rungs.flatMap((rung, i) => {
    const before = ladder.rungs[i - 1]
    if (!before || before.axis !== rung.axis) return []
    const measure = (r: Rung) =>
      r.axis === 'distance'
        ? (r.criterion.metres ?? r.criterion.steps)
        : r.axis === 'duration'
          ? r.criterion.seconds
          : undefined
    const sameUnit = (rung.criterion.metres === undefined) === (before.criterion.metres === undefined)
    const [was, is] = [measure(before), measure(rung)]
    return was !== undefined && is !== undefined && is < was && (rung.axis === 'duration' || sameUnit)
      ? [{ where: rung.id, code: 'gets-easier', reason: `goes down from ${was} to ${is} on the ${rung.axis} axis` }]
      : []
  })
}
