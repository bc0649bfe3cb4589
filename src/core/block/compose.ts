import type { BlockPart } from '../facts/words'
import type { NextSet } from '../coach/next'
import { isYoung, type Around, type CoachedDog } from '../coach/allowed'
import { placeFor } from '../coach/where'
import { findCommand, runKey, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Command, Curriculum, Run } from '../curriculum/types'
import { msPerDay } from '../days'
import { kitFor } from '../method/instruct'
import { retention } from '../progress/memory'
import type { CommandStanding } from '../promise/standing'
import { isHeld, isPassed, tallyOf, type DogState } from '../progress/state'

/** One thing of a block. */
export interface BlockItem {
  readonly role: BlockPart
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
/** House: and so many refreshers, one set each. */
export const refreshersAtMost = { grown: 2, young: 1 } as const
/** House: a warm-up and a finish are three reps; one where a hold is longer than ten seconds. */
const sureReps = 3
const shortHold = 10

interface Scene {
  readonly curriculum: Curriculum
  readonly state: DogState
  readonly standings: readonly CommandStanding[]
  readonly next: readonly NextSet[]
  readonly dog: CoachedDog
  readonly around: Around
}

/**
 * Warm up on something sure, show what is going stale, work one or two things, finish on something sure. A dog that is
 * sure of nothing begins with its work. A refresher is one set and takes nobody’s turn: it stands before the things
 * worked on.
 */
export function composeBlock(scene: Scene): BlockPlan {
  const work = scene.next.map((s): BlockItem => ({
    role: 'work',
    command: s.command,
    rungId: s.rungId,
    purpose: s.purpose,
    level: s.level,
    kit: s.kit,
    placeId: s.placeId,
    personId: s.personId,
    reps: s.setReps,
    payTier: s.payTier,
  }))
  const age = isYoung(scene.dog.traits, scene.around.today) ? 'young' : 'grown'
  const stale = work.filter((w) => w.purpose === 'refresh').slice(0, refreshersAtMost[age])
  const things = shareOut(scene, distinct(work.filter((w) => w.purpose !== 'refresh')), thingsAtMost[age])
  const chosen = [...stale, ...things]
  const sure = sureThings(scene)
  const others = sure.filter((s) => !chosen.some((w) => w.command === s.command))
  const pool = others.length > 0 ? others : sure
  const [first, last] = [pool[0], pool[1] ?? pool[0]]
  // A refresher is asked for cold: it is not warmed up with itself.
  const warms = others.length > 0 || stale.length === 0
  return {
    items: [
      ...(first && warms ? [{ ...first, role: 'warm-up' as const }] : []),
      ...chosen,
      ...(last ? [{ ...last, role: 'finish' as const }] : []),
    ],
    sure,
    work,
  }
}

const distinct = (items: readonly BlockItem[]): readonly BlockItem[] =>
  items.filter((item, i) => items.findIndex((o) => o.command === item.command) === i)

/**
 * The part of a block as it can be worked when its turn comes: a sure thing that something slipping meanwhile has shut
 * gives way to the surest that is open. What is worked on is looked at by itself.
 */
export const standIn = (
  item: BlockItem,
  sure: readonly BlockItem[],
  isShut: (item: BlockItem) => boolean,
): BlockItem => {
  if (item.role === 'work' || !isShut(item)) return item
  const open = sure.find((s) => !isShut(s))
  return open ? { ...open, role: item.role } : item
}

/** Design choice: nothing promised that can be worked is left for so many ms while others are worked. */
const leftTooLong = 2 * msPerDay

/**
 * Design choice: what was left for two days takes a place before what presses more, longest left first, so that a
 * command that fails does not eat the days of the others. Where a block has more than one place, the first stays with
 * what presses most; and what is not promised takes no turn from what is.
 */
function shareOut(
  { curriculum, state, next, around }: Scene,
  items: readonly BlockItem[],
  places: number,
): readonly BlockItem[] {
  const beside = new Set(next.filter((s) => s.why === 'foundation' || s.why === 'onward').map((s) => s.command))
  const workedAt = ({ command }: BlockItem) =>
    Math.max(
      0,
      ...(findCommand(curriculum, command)?.runs ?? []).map((r) => state.runs[runKey(command, r.id)]?.workedAt ?? 0),
    )
  const left = items
    .filter((item) => !beside.has(item.command) && around.now - workedAt(item) >= leftTooLong)
    .sort((a, b) => workedAt(a) - workedAt(b))
  return distinct([...items.slice(0, places - 1), ...left, ...items]).slice(0, places)
}

/**
 * One rung of each command that it has passed, the surest command first: by its share of clean reps there and what is
 * predicted to be left.
 */
function sureThings(scene: Scene): readonly BlockItem[] {
  return scene.standings
    .flatMap((standing) => {
      const command = findCommand(scene.curriculum, standing.command)
      const found = command?.runs.flatMap((run) => surest(command, run, scene.state) ?? [])[0]
      if (!found || standing.word === 'slipping') return []
      const kit = kitFor(found.at.rung, scene.around.method)
      const where = placeFor(scene.curriculum, scene.state, scene.dog, scene.around, found.at, kit)
      if (!where) return []
      const memory = standing.runs.find((r) => r.id === found.at.rung.run)?.memory
      const kept = memory ? retention(memory, scene.around.now, scene.around.forgetting) : 0.8
      return [{ rung: found.at.rung, kit, where, sureness: found.rate * kept * (found.held ? 1 : 0.8) }]
    })
    .sort((a, b) => b.sureness - a.sureness)
    .map(({ rung, kit, where }): BlockItem => ({
      role: 'warm-up',
      command: rung.command,
      rungId: rung.id,
      purpose: 'work',
      level: 0,
      kit,
      placeId: where.placeId,
      personId: where.personId,
      reps: rung.kind === 'timed' && (rung.criterion.seconds ?? 0) > shortHold ? 1 : Math.min(sureReps, rung.setReps),
      payTier: 1,
    }))
}

interface Sure {
  readonly at: RungPlaceInLadder
  readonly held: boolean
  /** Clean share there, with one clean and one not added. */
  readonly rate: number
}

/** The hardest rung of a run that is passed and quickly done: off no gate, no hold above half a minute. */
function surest(command: Command, run: Run, state: DogState): Sure | undefined {
  const runKey = `${command.id}/${run.id}`
  const runState = state.runs[runKey]
  if (!runState) return undefined
  const index = run.rungs.findLastIndex(
    (rung, i) =>
      rung.gate === undefined &&
      rung.criterion.place === undefined &&
      (rung.criterion.seconds ?? 0) <= 30 &&
      isPassed(run, runState, i) &&
      (tallyOf(run, runState, i)?.slipped ?? 0) === 0,
  )
  const rung = run.rungs[index]
  if (!rung) return undefined
  const tally = tallyOf(run, runState, index)
  return {
    at: { rung, run, command, index, runKey },
    held: isHeld(run, runState, index),
    rate: ((tally?.clean ?? 0) + 1) / ((tally?.reps ?? 0) + 2),
  }
}
