import { foods, ifWrong, alsoText, askingText, foodText, type Food } from './homeWords'
import { type HomeDog } from '../owner/dog'
import { homeLine, type GoesHome } from './homeLine'
import { isWalk, type PracticeKind } from './practice'

export interface HomeworkQuestion {
  readonly commands: readonly GoesHome[]
  readonly dog: HomeDog
  readonly weeks: 4 | 5
  /** Design choice: three times five minutes a day. */
  readonly sessions: number
  readonly sessionMinutes: number
  /** Cautions of the dog, as they stand on its card. */
  readonly cautions: readonly string[]
  readonly offLeashHeld: boolean
}

export interface HomeworkLine {
  /** `w2:sit-stay`: what a person wrote about it stays with it. */
  readonly id: string
  readonly week: number
  readonly command: string
  readonly title: string
  /** Minutes a day. */
  readonly minutes: number
  /** Reps a day. */
  readonly reps: number
  /** The seconds of this week in order, each taken when the one before was right three times. */
  readonly seconds: readonly number[]
  readonly food: Food
  readonly words: string
}

export interface HomeworkWeek {
  readonly week: number
  readonly lines: readonly HomeworkLine[]
  readonly food: Food
  readonly foodWords: string
  readonly place: string
  /** What has no line of its own this week, and is asked for all the same; empty where all have one. */
  readonly also: string
}

export interface Homework {
  readonly weeks: readonly HomeworkWeek[]
  readonly warmUp: string
  /** What of its signals goes home with its words. */
  readonly signals: string
  readonly whenItFails: readonly string[]
  readonly ringWhen: readonly string[]
  readonly cautions: readonly string[]
}

const foodOfWeek = (week: number): Food => foods[Math.min(week, foods.length) - 1] ?? 'praise'

/** One new place a week, from the quiet room outward. House. */
const placeOfWeek = [
  'Practice in your quietest room, with no one else there.',
  'Practice in another room or the yard, with someone nearby.',
  'Practice on the sidewalk outside your front door, on the leash.',
  'Practice on a path in the park, on the leash, with people far away.',
  'Practice outside a store at a quiet hour, on the leash.',
] as const

/**
 * Design choice: a duration grows by no more than half as long again, one passed step at a time, and so many steps a
 * week.
 */
const stepsAWeek = 2
const mostGrowth = 1.5
/** Design choice: what an owner begins with, at most; 30 to 45 s is common practice. */
const firstSeconds = 45

/** The longest listed seconds that a step from here may go to; the same where the next is too far. */
export function nextSeconds(from: number, listed: readonly number[], goal: number): number {
  const reach = listed.filter((s) => s > from && s <= from * mostGrowth && s <= goal)
  return reach.at(-1) ?? from
}

/**
 * The seconds of one more week of practice, from where the last one ended. The first is for the owner's hands: nothing
 * grows.
 */
function secondsFrom(c: GoesHome, last: number | undefined): readonly number[] {
  if (c.shownSeconds === undefined) return []
  if (last === undefined) return [Math.min(c.shownSeconds, firstSeconds)]
  const goal = Math.min(c.goalSeconds ?? c.shownSeconds, c.listedSeconds.at(-1) ?? c.shownSeconds)
  const steps = [last]
  for (let n = 0; n < stepsAWeek; n++) {
    const next = nextSeconds(steps.at(-1) ?? last, c.listedSeconds, goal)
    if (next === steps.at(-1)) break
    steps.push(next)
  }
  return steps
}

/** Design choice: with more commands than this the widest gap is practiced every week, the others in turn. */
const mostLines = 4
/** A command with a wide gap gets more of the minutes. House. */
const weightOf = (c: GoesHome): number => 1 + 2 * Math.max(0, c.gap)

/** Design choice: nobody practices one thing more often on one day. */
const mostReps = 15

/** Reps of a command in so many minutes. Design choice: from what a rep of its kind takes with its pause. */
const repsIn = (kind: PracticeKind, minutes: number, seconds: number): number => {
  const each = kind === 'stay' ? seconds + 20 : kind === 'walk' ? 45 : kind === 'come' ? 40 : 20
  return Math.min(mostReps, Math.max(1, Math.floor((minutes * 60) / each)))
}

/**
 * Weeks of practice from what the dog holds and what it does not yet do for its owner: the widest gap first and
 * longest, every command at least every second week, no more minutes than set.
 */
export function homeworkOf(q: HomeworkQuestion): Homework {
  const minutesADay = q.sessions * q.sessionMinutes
  const ordered = [...q.commands].sort((a, b) => b.gap - a.gap)
  const mastered = new Map<string, number>()
  const weeks = Array.from({ length: q.weeks }, (_, w): HomeworkWeek => {
    const week = w + 1
    const food = foodOfWeek(week)
    const here = ofWeek(ordered, w, minutesADay)
    const minutes = shareOut(here.map(weightOf), minutesADay)
    const worked = new Set(here.filter((_, i) => (minutes[i] ?? 0) >= 1).map((c) => c.command))
    return {
      week,
      food,
      foodWords: foodText(food, q.dog),
      also: alsoText(ordered.filter((c) => !worked.has(c.command))),
      place: placeOfWeek[w] ?? placeOfWeek[placeOfWeek.length - 1] ?? '',
      lines: here.flatMap((c, i): HomeworkLine[] => {
        const mine = minutes[i] ?? 0
        if (mine < 1) return []
        // Food is faded, for coming when called never. Common practice.
        const paid = c.kind === 'come' ? 'every rep' : food
        const own = secondsFrom(c, mastered.get(c.command))
        const longest = own.at(-1) ?? 0
        mastered.set(c.command, longest)
        const reps = repsIn(c.kind, mine, longest)
        return [
          {
            id: `w${week}:${c.command}`,
            week,
            command: c.command,
            title: c.name,
            minutes: mine,
            reps,
            seconds: own,
            food: paid,
            words: homeLine(c, q.dog, { seconds: own, reps, week }),
          },
        ]
      }),
    }
  })
  return {
    weeks,
    warmUp: ordered.some((c) => isWalk(c.kind))
      ? 'Before every walk, go back and forth over the same ten steps for a minute or two. Set off once the leash ' +
        'stays loose.'
      : '',
    signals: askingText(q.dog),
    ...ifWrong(q.dog),
    cautions: [
      ...q.cautions,
      q.offLeashHeld
        ? `Let ${q.dog.name} off the leash only inside a secure fence. In public places, follow local law.`
        : `Always use a leash or a long line, because ${q.dog.name} has not learned to come without one. In public ` +
          'places, follow local law.',
    ],
  }
}

/**
 * The commands of a week, no more than there are minutes: the recall and the widest gap in every one, the others in
 * turn so that none rests for two weeks where the minutes allow it. A recall is practiced every day, for weeks: common
 * practice.
 */
function ofWeek(ordered: readonly GoesHome[], w: number, minutes: number): readonly GoesHome[] {
  if (ordered.length <= Math.min(mostLines, minutes)) return ordered
  const come = ordered.filter((c) => c.kind === 'come').slice(0, 1)
  const others = ordered.filter((c) => !come.includes(c))
  const most = Math.min(mostLines, minutes)
  const always = Math.max(1, most - come.length - Math.ceil((others.length - 1) / 2))
  const first = [...come, ...others.slice(0, always)].slice(0, minutes)
  const rest = others.slice(always)
  const room = Math.min(minutes - first.length, Math.max(most - first.length, Math.ceil(rest.length / 2)))
  const turn = Array.from({ length: Math.min(room, rest.length) }, (_, i) => rest[(w * room + i) % rest.length])
  return [...first, ...turn.filter((c): c is GoesHome => c !== undefined)]
}

/** Whole minutes by weight, at least one each while there are any, never more than there are. */
function shareOut(weights: readonly number[], minutes: number): readonly number[] {
  const sum = weights.reduce((a, b) => a + b, 0)
  const shares = weights.map((w, i) => (i < minutes ? Math.max(1, Math.floor((minutes * w) / sum)) : 0))
  let over = shares.reduce((a, b) => a + b, 0) - minutes
  for (let i = shares.length - 1; over > 0 && i >= 0; i--)
    while (over > 0 && (shares[i] ?? 0) > 1) {
      shares[i] = (shares[i] ?? 0) - 1
      over--
    }
  return shares
}
