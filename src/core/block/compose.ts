import { figures } from '../figures'
import type { BlockPart } from '../facts/words'
import type { NextSet } from '../coach/next'
import { isYoung, type WorkingConditions, type CoachedDog } from '../coach/allowed'
import { placeFor } from '../coach/where'
import { findCommand, ladderKey, type RungPlaceInLadder } from '../curriculum/lookup'
import type { Command, Curriculum, Ladder } from '../curriculum/types'
import { msPerDay } from '../days'
import { kitFor } from '../method/instruct'
import { mayWarmUp } from '../progress/refresher'
import { retention } from '../progress/retention'
import type { CommandStatus } from '../promise/status'
import { isMastered, isPassed, tallyOf, type DogState } from '../progress/state'
import type { PersonId, PlaceId, RungId } from '../ids'

/** One thing of a block. */
export interface BlockItem {
  readonly role: BlockPart
  readonly command: string
  readonly rungId: RungId
  readonly purpose: 'work' | 'refresh'
  readonly level: number
  readonly kit: string
  readonly placeId: PlaceId | undefined
  readonly personId: PersonId | undefined
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

/** Design choice: two things are worked on in a block, one with a dog under six months. */
export const thingsAtMost = { grown: figures.thingsGrown.value, young: figures.thingsYoung.value } as const
/** Design choice: and so many refreshers, one set each. */
export const refreshersAtMost = { grown: figures.refreshersGrown.value, young: figures.refreshersYoung.value } as const
/** Design choice: a warm-up and a finish are three reps; one where a hold is longer than ten seconds. */
const sureReps = 3
const shortHold = 10

interface BlockInput {
  readonly curriculum: Curriculum
  readonly state: DogState
  readonly statuses: readonly CommandStatus[]
  readonly next: readonly NextSet[]
  readonly dog: CoachedDog
  readonly conditions: WorkingConditions
}

/**
 * Warm up on something sure, show what is going stale, work one or two things, finish on something sure. A dog that is
 * sure of nothing begins with its work. A refresher is one set and takes nobody’s turn: it stands before the things
 * worked on.
 */
export function composeBlock(input: BlockInput): BlockPlan {
  const work = input.next.map((s): BlockItem => ({
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
  const age = isYoung(input.dog.traits, input.conditions.today) ? 'young' : 'grown'
  const stale = work.filter((w) => w.purpose === 'refresh').slice(0, refreshersAtMost[age])
  const things = shareOut(input, distinct(work.filter((w) => w.purpose !== 'refresh')), thingsAtMost[age])
  const chosen = [...stale, ...things]
  const sure = sureThings(input)
  const others = sure.filter((s) => !chosen.some((w) => w.command === s.command))
  const pool = others.length > 0 ? others : sure
  const [first, last] = [pool[0], pool[1] ?? pool[0]]
  const warms = mayWarmUp(stale.length, others.length)
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
  isLocked: (item: BlockItem) => boolean,
): BlockItem => {
  if (item.role === 'work' || !isLocked(item)) return item
  const open = sure.find((s) => !isLocked(s))
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
  { curriculum, state, next, conditions }: BlockInput,
  items: readonly BlockItem[],
  places: number,
): readonly BlockItem[] {
  const beside = new Set(next.filter((s) => s.why === 'foundation' || s.why === 'onward').map((s) => s.command))
  const workedAt = ({ command }: BlockItem) =>
    Math.max(
      0,
      ...(findCommand(curriculum, command)?.runs ?? []).map((r) => state.runs[ladderKey(command, r.id)]?.workedAt ?? 0),
    )
  const left = items
    .filter((item) => !beside.has(item.command) && conditions.now - workedAt(item) >= leftTooLong)
    .sort((a, b) => workedAt(a) - workedAt(b))
  return distinct([...items.slice(0, places - 1), ...left, ...items]).slice(0, places)
}

/**
 * One rung of each command that it has passed, the surest command first: by its share of clean reps there and what is
 * predicted to be left.
 */
function sureThings(input: BlockInput): readonly BlockItem[] {
  return input.statuses
    .flatMap((status) => {
      const command = findCommand(input.curriculum, status.command)
      const found = command?.runs.flatMap((ladder) => surest(command, ladder, input.state) ?? [])[0]
      if (!found || status.word === 'slipping') return []
      const kit = kitFor(found.at.rung, input.conditions.method)
      const where = placeFor(input.curriculum, input.state, input.dog, input.conditions, found.at, kit)
      if (!where) return []
      const memory = status.runs.find((r) => r.id === found.at.rung.run)?.memory
      const chance = memory ? retention(memory, input.conditions.now, input.conditions.forgetting) : 0.8
      return [{ rung: found.at.rung, kit, where, sureness: found.rate * chance * (found.held ? 1 : 0.8) }]
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
function surest(command: Command, ladder: Ladder, state: DogState): Sure | undefined {
  const key = ladderKey(command.id, ladder.id)
  const runState = state.runs[key]
  if (!runState) return undefined
  const index = ladder.rungs.findLastIndex(
    (rung, i) =>
      rung.gate === undefined &&
      rung.criterion.place === undefined &&
      (rung.criterion.seconds ?? 0) <= 30 &&
      isPassed(ladder, runState, i) &&
      (tallyOf(ladder, runState, i)?.slipped ?? 0) === 0,
  )
  const rung = ladder.rungs[index]
  if (!rung) return undefined
  const tally = tallyOf(ladder, runState, index)
  return {
    at: { rung, ladder, command, index, ladderKey: key },
    held: isMastered(ladder, runState, index),
    rate: ((tally?.clean ?? 0) + 1) / ((tally?.reps ?? 0) + 2),
  }
}
