import type { Role } from './roles'
import type { NextSet } from '../coach/next'
import { findCommand } from '../curriculum/lookup'
import type { Curriculum, Run, Rung } from '../curriculum/types'
import { kitFor } from '../method/instruct'
import type { Method } from '../method/rows'
import { retention, type Forgetting } from '../progress/memory'
import type { CommandStanding } from '../progress/standing'
import { isHeld, isPassed, tallyOf, type DogState } from '../progress/state'

/** One thing of a block. */
export interface BlockItem {
  readonly role: Role
  readonly command: string
  readonly rungId: string
  readonly purpose: 'work' | 'refresh'
  readonly level: number
  readonly kit: string
  readonly placeId: string | undefined
  readonly personId: string | undefined
  /** Reps after which it is enough; the rung's own for work. */
  readonly reps: number
  /** 1–4, from own kibble to a jackpot. */
  readonly payTier: number
}

/** A block as Kibou would run it, and what else could stand in each part. */
export interface BlockPlan {
  readonly items: readonly BlockItem[]
  /** Sure things, surest first: for the warm-up and the finish. */
  readonly sure: readonly BlockItem[]
  /** Things to work on, most pressing first. */
  readonly work: readonly BlockItem[]
}

/** House: two things are worked on in a block, one with a dog under six months. */
export const thingsAtMost = { grown: 2, young: 1 } as const
/** House: a warm-up and a finish are three reps; one where a hold is longer than ten seconds. */
const sureReps = 3
const shortHold = 10

interface Scene {
  readonly curriculum: Curriculum
  readonly state: DogState
  readonly standings: readonly CommandStanding[]
  readonly next: readonly NextSet[]
  readonly method: Method
  readonly forgetting: Forgetting
  readonly now: number
  readonly young: boolean
}

/** Warm up on something sure, work one or two things, finish on something sure. A dog that is sure of nothing begins with its work. */
export function composeBlock(scene: Scene): BlockPlan {
  const work = scene.next.map((s): BlockItem => ({ role: 'work', command: s.command, rungId: s.rungId, purpose: s.purpose, level: s.level, kit: s.kit, placeId: s.placeId, personId: s.personId, reps: s.setReps, payTier: s.payTier }))
  const chosen = distinct(work).slice(0, scene.young ? thingsAtMost.young : thingsAtMost.grown)
  const sure = sureThings(scene)
  const others = sure.filter((s) => !chosen.some((w) => w.command === s.command))
  const pool = others.length > 0 ? others : sure
  const [first, last] = [pool[0], pool[1] ?? pool[0]]
  return { items: [...(first ? [{ ...first, role: 'warm-up' as const }] : []), ...chosen, ...(last ? [{ ...last, role: 'finish' as const }] : [])], sure, work }
}

const distinct = (items: readonly BlockItem[]): readonly BlockItem[] => items.filter((item, i) => items.findIndex((o) => o.command === item.command) === i)

/** One rung of each command that it has passed, the surest command first: by its share of clean reps there and what is predicted to be left. */
function sureThings(scene: Scene): readonly BlockItem[] {
  return scene.standings
    .flatMap((standing) => {
      const command = findCommand(scene.curriculum, standing.command)
      const found = command?.runs.flatMap((run) => surest(run, scene.state, `${command.id}/${run.id}`) ?? [])[0]
      if (!found || standing.word === 'slipping') return []
      const memory = standing.runs.find((r) => r.id === found.rung.run)?.memory
      const kept = memory ? retention(memory, scene.now, scene.forgetting) : 0.8
      return [{ rung: found.rung, sureness: found.rate * kept * (found.held ? 1 : 0.8) }]
    })
    .sort((a, b) => b.sureness - a.sureness)
    .map(({ rung }): BlockItem => ({ role: 'warm-up', command: rung.command, rungId: rung.id, purpose: 'work', level: 0, kit: kitFor(rung, scene.method), placeId: undefined, personId: undefined, reps: rung.kind === 'timed' && (rung.criterion.seconds ?? 0) > shortHold ? 1 : Math.min(sureReps, rung.setReps), payTier: 1 }))
}

interface Sure {
  readonly rung: Rung
  readonly held: boolean
  /** Clean share there, with one clean and one not added. */
  readonly rate: number
}

/** The hardest rung of a run that is passed and quickly done: off no gate, no hold above half a minute. */
function surest(run: Run, state: DogState, key: string): Sure | undefined {
  const runState = state.runs[key]
  if (!runState) return undefined
  const index = run.rungs.findLastIndex((rung, i) => rung.gate === undefined && rung.criterion.place === undefined && (rung.criterion.seconds ?? 0) <= 30 && isPassed(run, runState, i) && (tallyOf(run, runState, i)?.slipped ?? 0) === 0)
  const rung = run.rungs[index]
  if (!rung) return undefined
  const tally = tallyOf(run, runState, index)
  return { rung, held: isHeld(run, runState, index), rate: ((tally?.clean ?? 0) + 1) / ((tally?.reps ?? 0) + 2) }
}
