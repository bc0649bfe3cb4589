import { isWalk, type PracticeKind } from './practice'

/** One command as it goes home. */
export interface GoesHome {
  readonly command: string
  readonly name: string
  readonly kind: PracticeKind
  /** What is said or shown, once. */
  readonly cue: string
  /** Nothing is said for it: what is to be seen, and is paid when it is. */
  readonly unasked?: string
  /** Steps of a stretch, where it is no walk at heel with its halts. */
  readonly steps?: number
  /** It is the release itself, which nothing ends. */
  readonly isRelease?: boolean
  /** Seconds that were shown, of what is held; left out where time is not what is practised. */
  readonly shownSeconds?: number
  /** Listed seconds of its ladder for this dog, in order. */
  readonly listedSeconds: readonly number[]
  /** Seconds to which it grows at home; never more than is listed. */
  readonly goalSeconds?: number
  /** Share lost between trainer and owner, 0–1; 0 where there is none or it was not tried. */
  readonly gap: number
  /** What of the owner's hands went with most misses, in words; empty where nothing did. */
  readonly watch: string
  /** It is walked or called on both sides. */
  readonly bothSides?: boolean
}

export interface HomeworkQuestion {
  readonly commands: readonly GoesHome[]
  readonly weeks: 4 | 5
  /** House: three times five minutes a day. */
  readonly sessions: number
  readonly sessionMinutes: number
  /** Cautions of the dog, as they stand on its card. */
  readonly cautions: readonly string[]
  readonly offLeashHeld: boolean
  readonly release: string
  readonly toys: boolean
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
  /** The seconds of this week in order, each taken when the one before came off. */
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

/**
 * How practice is paid, by week: every rep, then by chance, then by praise and the fist alone. Food is faded by the
 * third or fourth week after the handoff (common practice).
 */
export const foods = ['every rep', 'two in three', 'now and then', 'praise'] as const
export type Food = (typeof foods)[number]
const foodOfWeek = (week: number): Food => foods[Math.min(week, foods.length) - 1] ?? 'praise'
export const foodWords: Readonly<Record<Food, string>> = {
  'every rep': 'Food for every rep that comes off.',
  'two in three': 'Food for about two in three; praise for the others.',
  'now and then': 'Food now and then, when it does not expect it; praise and the closed fist for the others.',
  praise: 'Praise and the closed fist; food only for something hard done the first time.',
}

/** One new place a week, from the quiet room outward. House. */
const placeOfWeek = [
  'The quietest room, nobody else in it.',
  'Another room, or the garden, with somebody about.',
  'The pavement before the house, on the leash.',
  'A park path, on the leash, people far off.',
  'Before a shop, on the leash, at its quiet hour.',
] as const

/** House: a duration grows by no more than half as long again, one passed step at a time, and so many steps a week. */
const stepsAWeek = 2
const mostGrowth = 1.5
/** House: what an owner begins with, at most; 30 to 45 s is common practice. */
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

/** House: with more commands than this the widest gap is practised every week, the others in turn. */
const mostLines = 4
/** A command with a wide gap gets more of the minutes. House. */
const weightOf = (c: GoesHome): number => 1 + 2 * Math.max(0, c.gap)

/** Reps of a command in so many minutes. House: from what a rep of its kind takes with its pause. */
const repsIn = (kind: PracticeKind, minutes: number, seconds: number): number => {
  const each = kind === 'stay' ? seconds + 20 : kind === 'walk' ? 45 : kind === 'come' ? 40 : 20
  return Math.max(1, Math.floor((minutes * 60) / each))
}

/**
 * Weeks of practice from what the dog holds and what it does not yet do for its owner: the widest gap first and
 * longest, every command at least every second week, no more minutes than set.
 */
export function homeworkOf(q: HomeworkQuestion): Homework {
  const minutesADay = q.sessions * q.sessionMinutes
  const ordered = [...q.commands].sort((a, b) => b.gap - a.gap)
  const held = new Map<string, number>()
  const weeks = Array.from({ length: q.weeks }, (_, w): HomeworkWeek => {
    const week = w + 1
    const food = foodOfWeek(week)
    const here = ofWeek(ordered, w, minutesADay)
    const minutes = shareOut(here.map(weightOf), minutesADay)
    return {
      week,
      food,
      foodWords: foodWords[food],
      place: placeOfWeek[w] ?? placeOfWeek[placeOfWeek.length - 1] ?? '',
      lines: here.flatMap((c, i): HomeworkLine[] => {
        const mine = minutes[i] ?? 0
        if (mine < 1) return []
        // Food is faded, for coming when called never. Common practice.
        const paid = c.kind === 'come' ? 'every rep' : food
        const own = secondsFrom(c, held.get(c.command))
        const longest = own.at(-1) ?? 0
        held.set(c.command, longest)
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
            words: wordsOf(c, own, reps, week, q),
          },
        ]
      }),
    }
  })
  return {
    weeks,
    warmUp: ordered.some((c) => isWalk(c.kind))
      ? 'Before every walk: a minute or two back and forth over the same ten steps, until the leash hangs slack.'
      : '',
    // Signals are kept at home: common practice.
    signals:
      'Keep the hand signals: the word, and the hand with it where it has one, as they stand in its list. Once a day ' +
      'the hand alone.',
    whenItFails: [
      'A miss: no word. Three seconds, begin again, a little easier.',
      'Two misses running: half of it: half the seconds, half the distance, a quieter place. Then ' +
        'back up one step at a time.',
      'The cue once. Never again and again, never louder, never with the name before it. Never scold.',
      'Finish each five minutes on something it does surely.',
    ],
    ringWhen: [
      'It fails on three days running, also at half.',
      'It growls, freezes, snaps or bites: keep your distance, and ring at once.',
      'It limps, cries out, will not eat or is sick: stop practising, and ring the vet.',
      'You are not sure.',
    ],
    cautions: [
      ...q.cautions,
      q.offLeashHeld
        ? 'Off leash only inside a secure fence; in public places local law decides.'
        : 'Always on the leash or a long line: coming off leash is not held yet. In public places local law decides.',
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

function wordsOf(c: GoesHome, seconds: readonly number[], reps: number, week: number, q: HomeworkQuestion): string {
  const times = reps === 1 ? 'once' : `${reps} times`
  const watch = c.watch === '' ? '' : ` Mind your hands: ${c.watch}.`
  const side = c.bothSides === true && week >= 3 ? ' Now on the other side too.' : ''
  if (c.unasked !== undefined && c.kind === 'position')
    return `Say nothing, and wait: ${c.unasked}. ${times} a day. ${q.toys ? 'Play' : 'Pay'} the moment it does.${watch}`
  switch (c.kind) {
    case 'stay':
      return `${c.unasked ?? c.cue}; ${seconds.map((s) => `${s} s`).join(', then ')}${
        seconds.length > 1 ? ', the longer one when the shorter came off three times' : ''
      }; ${times} a day in all. ${q.toys ? 'Play' : 'Pay'} where it is, then ${q.release}.${watch}`
    case 'walk':
      return (
        `${c.unasked ?? c.cue}; ${c.steps === undefined ? 'ten steps and a halt' : `${c.steps} steps`}, ${times} a ` +
        `day. The leash slack; where it is not, stop.${side}${watch}`
      )
    case 'come':
      return (
        `${c.cue}; ${times} a day, never when it stares at you, never to end the fun. Fist closed and low. ` +
        `${q.toys ? 'Its toy' : 'Food'} each time, also when the rest is praised.${watch}`
      )
    case 'position':
      return `${c.cue}; ${times} a day. Wait three seconds.${c.isRelease === true ? '' : ` Then ${q.release}.`}${watch}`
  }
}
