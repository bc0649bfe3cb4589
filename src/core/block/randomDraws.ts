import type { DogTraits } from '../dog/traits'
import type { Curriculum, Rung } from '../curriculum/types'
import { findRung, ownRung, withRole } from '../curriculum/lookup'
import { is } from '../curriculum/roles'
import { mayEndInCall } from '../method/hold'
import { chosen, type Method } from '../method/method'
import { callMoment, momentIsDrawn, type CallMoment } from '../method/call'
import { newReps, paySchedule } from '../method/pay'
import { isPassed, type DogState } from '../progress/state'
import { seeded } from '../seeded'

/**
 * What chance decides about one rep, so that no habit of the trainer’s does. Empty where the rung leaves nothing open.
 */
export interface Draw {
  /** Recall: how far away to stop, steps, where the rung says it. */
  readonly steps?: number
  /** Recall: where the distance is open, a share of 0–1 that decides it together with the call before. */
  readonly far?: number
  /** Recall: the moment to call. */
  readonly callWhen?: CallMoment
  /** Recall: seconds to wait for that moment at the earliest, where nobody sees it come. */
  readonly callAfter?: number
  readonly sound?: string
  /** Recall: run on past, or stop for the front. */
  readonly pass?: 'straight through' | 'stop, front'
  /** Called out of a stay: gone back to so often before this call. */
  readonly returnsFirst?: number
  /** A stay: go back to the dog, or call it out. */
  readonly end?: 'go back' | 'call it out'
  /** Heel: what to do in the stretch, and at which step. */
  readonly turn?: { readonly what: 'left turn' | 'right turn' | 'about turn' | 'halt'; readonly at: number }
  /** Emergency sit: seconds until it is sprung. */
  readonly springAfter?: number
  /** Heel on a pay rung: paid every so many steps. */
  readonly payEvery?: number
}

/** What the draws of a set depend on; with the set’s seed it gives the same draws on every device. */
export interface DrawScene {
  readonly rung: Rung
  /** Whether the rung is held: held things are paid now and then. */
  readonly held: boolean
  readonly method: Method
  readonly traits: DogTraits
  /** Distances in steps already passed on the long line, least first. */
  readonly passedSteps: readonly number[]
  /** The recall from a stay was passed, so it may be called out of one. */
  readonly mayCallOut: boolean
  /** Heel: paid every so many steps on this rung; undefined off the pay rungs. */
  readonly payEvery: number | undefined
}

/** Design choice: seconds to wait for the moment to call, and for an emergency sit. */
const callWait = { least: 3, most: 20 } as const
const springWait = { least: 20, most: 90 } as const
/**
 * A stay that always ends in a call turns into a wait for it: three of four are returned to, two to four before a call,
 * which nobody can foresee. Common practice.
 */
const [returnsLeast, returnsSpread] = [2, 3]
/**
 * Design choice: on a variable schedule pays are 1, 2, 3 or 4 clean reps apart, 2½ on average: two clean reps in five
 * are paid, and never more than three run unpaid.
 */
export const longestGap = 4
const sounds = ['kissing sound', 'tongue click', 'low whistle', 'the dog’s name, once'] as const

/**
 * The draws of a set’s reps, in order, `count` of them. The seed is 32 bits; the same seed and scene give the same
 * draws, and more reps never change earlier ones.
 */
export function drawReps(seed: number, scene: DrawScene, count: number): readonly Draw[] {
  const chance = seeded(seed)
  const below = (n: number): number => Math.floor(chance() * n)
  const pick = <T>(from: readonly [T, ...T[]]): T => from[below(from.length)] ?? from[0]
  let untilFront = 2 + below(2)
  return Array.from({ length: count }, (): Draw => {
    // Always the same number of draws a rep, so that a scene that uses fewer shares the rest.
    below(longestGap)
    const passes = 2 + below(2)
    const wait = below(1000) / 1000
    const which = below(1000)
    const where = below(1000)
    const front = is(scene.rung, 'runs-through') && untilFront-- <= 0
    if (front) untilFront = passes
    const { rung } = scene
    return {
      ...(rung.kind === 'recall' ? recallDraw(scene, wait, where) : {}),
      ...(is(rung, 'runs-through') ? ({ pass: front ? 'stop, front' : 'straight through' } as const) : {}),
      ...stayEnd(scene, which),
      ...(is(rung, 'called-out') && chosen(scene.method, 'end-of-stay') !== 'called'
        ? { returnsFirst: returnsLeast + (which % returnsSpread) }
        : {}),
      ...(rung.kind === 'heel' && scene.payEvery !== undefined ? { payEvery: scene.payEvery } : {}),
      ...(rung.kind === 'heel' && (rung.criterion.steps ?? 0) > 3 ? heelDraw(rung, which, where) : {}),
      ...(is(rung, 'sprung')
        ? { springAfter: Math.round(springWait.least + wait * (springWait.most - springWait.least)) }
        : {}),
    }
  })

  function recallDraw(s: DrawScene, wait: number, where: number): Partial<Draw> {
    const own = s.rung.criterion.steps
    const free =
      own === undefined &&
      s.rung.criterion.metres === undefined &&
      s.rung.criterion.start === undefined &&
      s.passedSteps.length > 0
    const first = is(s.rung, 'sound')
    const moment = callMoment(s.rung)
    return {
      ...(own !== undefined ? { steps: own } : free ? { far: where / 1000 } : {}),
      ...(moment === undefined ? {} : { callWhen: moment }),
      ...(momentIsDrawn(moment)
        ? { callAfter: Math.round(callWait.least + wait * (callWait.most - callWait.least)) }
        : {}),
      ...(first && !s.traits.deaf ? { sound: pick(sounds) } : {}),
    }
  }

  /** A dog is called out only from where one stands off at the end, and only once it knows that call. */
  function stayEnd({ rung, method, mayCallOut }: DrawScene, which: number): Partial<Draw> {
    if (rung.criterion.metres === undefined || !(is(rung, 'sitting-stay') || is(rung, 'lying-stay'))) return {}
    const school = chosen(method, 'end-of-stay')
    const calls = school === 'called' || (school === 'mostly' && which % 4 === 0)
    return { end: calls && mayCallOut && mayEndInCall(rung) ? 'call it out' : 'go back' }
  }

  function heelDraw(rung: Rung, which: number, where: number): Partial<Draw> {
    const steps = rung.criterion.steps ?? 10
    const at = 2 + (where % Math.max(1, steps - 3))
    if (is(rung, 'halt')) return { turn: { what: 'halt', at } }
    const turns = ['left turn', 'right turn', 'about turn'] as const
    // Straight ahead as often as each of the turns: a turn that always comes is no surprise.
    const turn = turns[which % 4]
    return is(rung, 'turns') && turn !== undefined ? { turn: { what: turn, at } } : {}
  }
}

/**
 * How many clean reps ran unpaid before now, from whether each was paid, newest first; undefined when nothing is known.
 */
export function unpaidRun(paid: readonly boolean[]): number | undefined {
  const run = paid.indexOf(true)
  return paid.length === 0 ? undefined : run < 0 ? paid.length : run
}

/**
 * Whether each clean rep of a set is paid, in order. Pay has a memory that runs on across sets: after so many clean
 * reps unpaid the chance is 1 in 4, 1 in 3, 1 in 2, then certain, which makes gaps of 1, 2, 3 and 4 equally likely; so
 * the share is two in five over sets of any length, and the first rep of a set is paid as often as any other. `unpaid`:
 * clean reps in a row unpaid before the set; undefined when nobody knows, and then it is drawn as such a run is found
 * at any moment. The first reps of a rung, by the clean ones it has behind it, are paid all the same.
 */
export function drawPays(
  seed: number,
  scene: Pick<DrawScene, 'rung' | 'held' | 'method'> & { readonly cleanBefore: number },
  unpaid: number | undefined,
  count: number,
): readonly boolean[] {
  if (paySchedule(scene.rung, scene.method, scene.held) !== 'variable') return Array.from({ length: count }, () => true)
  const chance = seeded(seed ^ 0x5bd1e995)
  const first = chance()
  // A run of u unpaid is met with chance (4 − u) ÷ 10.
  let run = unpaid ?? (first < 0.4 ? 0 : first < 0.7 ? 1 : first < 0.9 ? 2 : 3)
  return Array.from({ length: count }, (_, i) => {
    const drawn = chance() * Math.max(1, longestGap - run) < 1
    const paid = drawn || scene.cleanBefore + i < newReps
    run = paid ? 0 : run + 1
    return paid
  })
}

/** What the draws depend on, for one rung of one dog. */
export function drawScene(
  curriculum: Curriculum,
  state: DogState,
  rung: Rung,
  held: boolean,
  method: Method,
  traits: DogTraits,
): DrawScene {
  const passed = (r: Rung): boolean => {
    const at = findRung(curriculum, r.id)
    return at !== undefined && isPassed(at.ladder, state.runs[at.ladderKey], at.index)
  }
  const firstOnLine = withRole(curriculum, 'line')[0]
  const line = (firstOnLine ? (findRung(curriculum, firstOnLine.id)?.ladder.rungs ?? []) : [])
    .filter((r) => r.axis === 'distance' && r.criterion.steps !== undefined && passed(r))
    .map((r) => r.criterion.steps ?? 0)
  return {
    rung,
    held,
    method,
    traits,
    passedSteps: line,
    mayCallOut: withRole(curriculum, 'called-out').some(passed),
    payEvery: payEvery(curriculum, rung),
  }
}

/**
 * Walking is paid every so many steps as its file says; in an older one every step, then every 2, then every 3: the
 * first pay rung of a run, the second, the third. Common practice.
 */
function payEvery(curriculum: Curriculum, rung: Rung): number | undefined {
  if (rung.paySteps !== undefined) return rung.paySteps
  if (rung.kind !== 'heel' || rung.axis !== 'pay') return undefined
  const place = ownRung(curriculum, rung.id)
  return place ? place.ladder.rungs.filter((r, i) => r.axis === 'pay' && i <= place.index).length : undefined
}
