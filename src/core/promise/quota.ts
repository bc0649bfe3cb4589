import { is } from '../curriculum/roles'
import type { Command, Rung } from '../curriculum/types'
import { addDays, daysBetween } from '../days'
import { hasBowl } from '../method/call'

type Quota = NonNullable<Command['quota']>

/** Repetitions of a command on a day. */
export interface DayReps {
  readonly day: string
  readonly reps: number
}

/** How a number to reach stands: a plan that can be kept. */
export interface QuotaProgress {
  /** Repetitions by the last day: what the stay asks for, or as many of them as its days still have room for. */
  readonly wanted: number
  readonly done: number
  readonly today: number
  /** What today asks for: what is left to do, spread evenly over the days left, today included. */
  readonly perDay: number
  /** What should be there by this evening. */
  readonly due: number
  /** Days left, today included. */
  readonly daysLeft: number
  /** What keeps a day from more, where the number is out of reach by it. */
  readonly boundBy: 'blocks' | 'food' | undefined
}

/** What one day has room for. */
export interface Room {
  readonly reps: number
  readonly by: 'blocks' | 'food'
}

/** What a day’s blocks have room for in all. */
export interface DayWork {
  /** Things worked in them: so many a block. */
  readonly turns: number
  /** Commands that share these. */
  readonly commands: number
  /** Sets of one thing before another comes. */
  readonly setsATurn: number
}

/** Design choice: calls in passing that a day has room for, a small piece each: at the run’s door, in the corridor. */
const callsInPassing = 5
/** Design choice: the share of a day’s training food that one command may take; the others are paid as well. */
const shareOfFood = 0.5

/** What a dog’s day can pay for; undefined where nobody knows what it is fed, or where play is the pay. */
export interface DayPay {
  /** Grams of the meal for training. */
  readonly trainingGrams: number
  /** Reps these pay for, a piece each; undefined where the meal is not given in pieces. */
  readonly repsToPay: number | undefined
  /** Of what is in the bowl of a recall drill. */
  readonly handfulGrams: number
}

/**
 * Reps of this rung that a day has room for: within its blocks, in which the commands take turns, and within its food.
 */
export function roomFor(rung: Rung, work: DayWork, pay: DayPay | undefined): Room {
  const turns = Math.max(1, work.turns / Math.max(1, work.commands))
  const inBlocks = Math.round(turns * work.setsATurn * rung.setReps)
  const paid = pay && (hasBowl(rung) ? pay.trainingGrams / pay.handfulGrams : pay.repsToPay)
  const fed = paid === undefined ? Number.POSITIVE_INFINITY : Math.floor(paid * shareOfFood)
  const reps = Math.min(inBlocks, fed) + callsInPassing
  return { reps, by: fed < inBlocks ? 'food' : 'blocks' }
}

/** Rungs whose reps count: a call that is a sound alone is not yet the recall. */
export const countedRungs = (command: Command): readonly string[] =>
  command.runs.flatMap((ladder) => ladder.rungs.flatMap((r) => (is(r, 'sound') ? [] : [r.id])))

/**
 * A quota against what was done: a thousand in a month is 33⅓ a day, and of two weeks of a stay 467. It begins on the
 * first day on which the dog was worked at what counts; the day of arrival asks for nothing (the first evening is
 * rest), nor does the day of leaving. What one day did not bring is spread over the days left, none of which is asked
 * for more than it has room for. Undefined where it has not begun, and where the stay has no day to work on or is over.
 */
export function paceOf(
  quota: Quota,
  done: readonly DayReps[],
  stay: {
    readonly arrivesOn: string
    readonly leavesOn: string
    readonly today: string
    /** The first day on which it was worked at what counts. */
    readonly begunOn: string | undefined
  },
  room: Room,
): QuotaProgress | undefined {
  if (stay.begunOn === undefined) return undefined
  const rested = addDays(stay.arrivesOn, 1)
  const first = stay.begunOn > rested ? stay.begunOn : rested
  const days = daysBetween(first, stay.leavesOn)
  if (days <= 0 || stay.today >= stay.leavesOn) return undefined
  const total = done.reduce((n, d) => (d.day <= stay.today ? n + d.reps : n), 0)
  const today = done.reduce((n, d) => (d.day === stay.today ? n + d.reps : n), 0)
  const from = stay.today < first ? first : stay.today
  const daysLeft = daysBetween(from, stay.leavesOn)
  const before = total - today
  const asked = Math.min(quota.reps, Math.round((quota.reps * days) / quota.days))
  const wanted = Math.min(asked, before + room.reps * daysLeft)
  const perDay = Math.max(0, Math.ceil((wanted - before) / daysLeft))
  return {
    wanted,
    done: total,
    today,
    perDay,
    due: Math.min(wanted, before + perDay),
    daysLeft,
    boundBy: wanted < asked ? room.by : undefined,
  }
}

/** How today stands, in one figure. */
export const paceText = (pace: QuotaProgress, here = 0): string =>
  pace.perDay === 0 ? 'nothing more is needed' : `${pace.today + here} of ${pace.perDay} today`

const boundWords = {
  blocks: 'The blocks have no room for more.',
  food: 'The training food allows no more.',
} as const

/** Why a day is asked for no more, where that is less than the number wants; empty where it is enough. */
export const boundText = ({ boundBy }: QuotaProgress): string => (boundBy ? boundWords[boundBy] : '')
