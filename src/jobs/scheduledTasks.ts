import { addDays, dayIn, msPerDay, startOfDay } from '@/core/days'
import type { Db } from '@/store/database'
import { forgettingFittedAt } from '@/store/forgetting'
import { readLearned } from '@/store/forecasts'
import { readKennel } from '@/store/kennel'
import { isBackedUp } from '@/work/actions/backup'
import { forecastsStale } from '@/work/actions/forecasts'
import type { ScheduledTask } from './clock'
import { keepLook, soundnessSaid } from '@/work/context/soundness'
import { runJob } from './pool'
import type { EpochMs } from '@/core/epochMs'

/** Design choice: minutes after midnight at which the night's work is done. */
const nightlyMinutes = { standings: 2, check: 10, backup: 20 } as const

/** Design choice: what goes through the history of years may take so long; it gives way to whoever waits. */
const nightMs = 1_200_000

const byNight = { limitMs: nightMs, last: true } as const

/** Design choice: nobody who has just started the kennel waits for it to be looked through. */
const checkAfterStartMs = 60_000
/** Design choice: so often what was written is brought from the side file into the kennel’s. */
const checkpointEveryMs = 30_000
/** Design choice: it is looked so often whether something came that a forecast rests on. */
const forecastEveryMs = 30_000

/** What was written by a clock that was ahead counts for nothing. */
const past = (at: EpochMs, now: EpochMs): number => (at > now ? 0 : at)

/** The next time of the kennel's own clock at so many minutes after midnight. */
export function nextNight(timeZone: string, now: EpochMs, minutes: number): number {
  const today = dayIn(timeZone, now)
  const at = startOfDay(timeZone, today) + minutes * 60_000
  return at > now ? at : startOfDay(timeZone, addDays(today, 1)) + minutes * 60_000
}

/** What the house does by itself; `tell` says whether the file was found damaged. A new duty is a line here. */
export const scheduledTasks = (kennel: () => Db, tell: (damaged: boolean) => void): readonly ScheduledTask[] => [
  {
    // A birthday at midnight changes what is asked of a young dog, and so may a newer program: folded then, at night
    // and when the server starts, and not when somebody looks.
    name: 'standings renewed',
    next: (now, last) =>
      last === undefined ? now : nextNight(readKennel(kennel()).timeZone, now, nightlyMinutes.standings),
    run: (now) => runJob('renew-standings', { now }, byNight),
  },
  {
    name: 'forgetting fitted',
    next: (now, last) => Math.max(past(forgettingFittedAt(kennel()), now), last ?? 0) + msPerDay,
    run: (now) => runJob('refit-forgetting', { now }, byNight),
  },
  {
    name: 'rates learned',
    next: (now, last) => Math.max(past(readLearned(kennel())?.at ?? 0, now), last ?? 0) + msPerDay,
    run: (now) => runJob('learn-rates', { now }, byNight),
  },
  {
    // Whenever facts came, and each morning.
    name: 'forecasts renewed',
    next: (now, last) => (last === undefined ? now : last + forecastEveryMs),
    run: async (now) => {
      if (forecastsStale(kennel(), now).length > 0) await runJob('renew-forecasts', { now }, byNight)
    },
  },
  {
    // Before the night's backup, so that a damaged file does not push the good ones out unseen.
    name: 'kennel looked through',
    next: (now, last) =>
      last === undefined
        ? now + checkAfterStartMs
        : nextNight(readKennel(kennel()).timeZone, now, nightlyMinutes.check),
    run: async (now) => {
      const file = kennel().name
      const look = await runJob('check-kennel', { now }, byNight)
      keepLook(file, look)
      tell(look.damage.length > 0)
      const report = soundnessSaid(look)
      if (report.length > 0) throw new Error(report.join(' '))
    },
  },
  {
    name: 'backup',
    // A machine that is off at night makes up for it when it is on.
    next: (now, last) =>
      last === undefined && !isBackedUp(kennel(), now)
        ? now
        : nextNight(readKennel(kennel()).timeZone, now, nightlyMinutes.backup),
    run: (now) => runJob('back-up-nightly', { now }, byNight),
  },
]

/** What must not wait until the night’s work is done: on a clock of its own. */
export const smallScheduledTasks: readonly ScheduledTask[] = [
  {
    // Who answers people leaves it to this (store/connection), and most is written while others work long.
    name: 'pages brought home',
    next: (now, last) => (last === undefined ? now : last + checkpointEveryMs),
    run: () => runJob('bring-home', {}, { last: true }),
  },
]
