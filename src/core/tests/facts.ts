import { outcomeOfLetter, type RepFact, type SetFact } from '../facts/fact'
import type { Curriculum, RepKind, Rule, Rung, Ladder } from '../curriculum/types'
import type { WorkingConditions } from '../coach/allowed'
import { suggestAll, suggestFor } from '../coach/suggest'
import type { Suggestion } from '../coach/suggestion'
import { msPerDay } from '../days'
import { plainDog } from '../dog/traits'
import type { OwnerPromise } from '../promise/ownerPromise'
import { applyRep } from '../progress/fold'
import type { Verdict } from '../progress/voice'
import { always, type Regimes } from '../progress/regime'
import { emptyDogState, type DogState } from '../progress/state'
import type { RungId } from '../ids'

export { msPerDay }
/** Noon of 2 March 2026, a Monday, in UTC. */
export const monday = Date.UTC(2026, 2, 2, 12)

export interface SetPlan {
  rung: string
  /** `C`, `H`, `L`, `M`, or `M4` for a hold broken at four seconds; separated by blanks. */
  reps: string
  day?: number
  purpose?: 'work' | 'refresh'
  place?: string
  placeKind?: SetFact['placeKind']
  by?: string
  level?: number
  block?: string
  faults?: readonly string[]
  kit?: string
  device?: string
}

export const dayName = (day: number): string => new Date(monday + day * msPerDay).toISOString().slice(0, 10)

/** Set facts from short plans; each set an hour after the one before, or on its day. */
export function setsFrom(plans: readonly SetPlan[], name = 'set'): SetFact[] {
  let n = 0
  return plans.map((plan, i): SetFact => {
    const day = plan.day ?? 0
    const at = monday + day * msPerDay + i * 60_000
    const reps = plan.reps
      .split(/\s+/)
      .filter(Boolean)
      .map((code, r): RepFact => {
        const outcome = outcomeOfLetter[code[0] ?? '']
        if (!outcome) throw new Error(`no outcome ${code}`)
        const broke = code.length > 1 ? Number(code.slice(1)) : undefined
        n++
        return {
          id: `${name}-rep-${n}`,
          at: at + r * 1000,
          device: plan.device ?? 'd',
          seq: n,
          outcome,
          faults: plan.faults ?? [],
          ...(broke === undefined ? {} : { brokeSeconds: broke }),
        }
      })
    return {
      id: `${name}-${i}`,
      rungId: plan.rung,
      purpose: plan.purpose ?? 'work',
      day: dayName(day),
      placeId: plan.place ?? 'barn',
      placeKind: plan.placeKind ?? 'room',
      leashHolder: plan.by ?? 'ada',
      level: plan.level ?? 0,
      kit: plan.kit ?? '1.8 m leash',
      blockId: plan.block ?? `block-${i}`,
      reps,
    }
  })
}

/** Works the sets rep by rep through the real standing function; the last verdict of each set comes back. */
export function work(
  by: Curriculum | Regimes,
  plans: readonly SetPlan[],
  from: DogState = emptyDogState(),
): { state: DogState; verdicts: Verdict[] } {
  const regimes = 'commands' in by ? always(by) : by
  let state = from
  const verdicts: Verdict[] = []
  for (const set of setsFrom(plans)) {
    set.reps.forEach((rep, i) => {
      const step = applyRep(state, regimes, set, rep, set.reps.slice(0, i))
      state = step.state
      if (i === set.reps.length - 1) verdicts.push(step.verdict)
    })
  }
  return { state, verdicts }
}

/** The first set suggested for one command of a grown, plain dog that came ten days before the first Monday. */
export const suggestedFor = (
  curriculum: Curriculum,
  state: DogState,
  command: string,
  promises: readonly OwnerPromise[],
  conditions: WorkingConditions,
): Suggestion | undefined =>
  suggestFor(
    suggestAll(curriculum, state, promises, { traits: plainDog, arrivesOn: '2026-02-20' }, conditions),
    command,
  )

/** A curriculum of one command with one run whose rungs follow these rules. */
export function oneRun(kind: RepKind, rules: readonly Rule[], seconds?: readonly number[]): Curriculum {
  const rungs = rules.map((rule, i): Rung => ({
    id: `x.${i}`,
    command: 'x',
    run: 'x',
    name: `rung ${i}`,
    axis: kind === 'timed' ? 'duration' : 'help',
    stage: kind === 'timed' ? 'duration' : 'shape',
    kind,
    cue: 'word',
    criterion: { help: 'none', words: 'as told', ...(kind === 'timed' ? { seconds: seconds?.[i] ?? i + 1 } : {}) },
    rule,
    setReps: rule.kind === 'row' ? rule.r : rule.n,
    payWhere: 'here',
    say: 'x',
    dontSay: '',
    ways: [],
    needs: [],
  }))
  const ladder: Ladder = { id: 'x', name: 'X', rungs }
  return {
    id: 'test',
    version: 1,
    name: 'Test',
    gates: [],
    commands: [
      {
        id: 'x',
        name: 'X',
        purpose: '',
        defaultCue: 'x',
        signal: '',
        caution: '',
        faults: [],
        roads: [],
        runs: [ladder],
      },
    ],
  }
}

/** Brings a dog to a rung by passing every rung of its run below it, one meeting of each rule. */
export function passTo(curriculum: Curriculum, rungId: RungId, day = 0): SetPlan[] {
  for (const command of curriculum.commands)
    for (const ladder of command.runs) {
      const index = ladder.rungs.findIndex((r) => r.id === rungId)
      if (index >= 0)
        return ladder.rungs
          .slice(0, index)
          .map((r) => ({ rung: r.id, reps: cleanReps(r.rule), day, placeKind: r.criterion.place ?? 'room' }))
    }
  throw new Error(`no rung ${rungId}`)
}

export const cleanReps = (rule: Rule): string =>
  Array.from({ length: rule.kind === 'row' ? rule.r : rule.n }, () => 'C').join(' ')

/** Nothing in it can be written any more: who tries is thrown at. */
export function freeze(value: unknown): void {
  if (typeof value !== 'object' || value === null || Object.isFrozen(value)) return
  Object.freeze(value)
  Object.values(value).forEach(freeze)
}
