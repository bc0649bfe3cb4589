import { findCommand, findRung } from '../curriculum/lookup'
import { addDays, daysBetween, sayDay, type DateOrder } from '../days'
import { sayChance } from '../forecast/forecast'
import { longestWait } from '../dealing'
import type { Turn, UpNext, WorkedAt } from '../forecast/upNext'
import { daysToHold } from '../progress/state'
import type { CommandStanding } from '../promise/standing'
import { counted } from '../wording'
import { sayGain, sayWhyChance } from './forecast'
import type { RingRow, WallDog, WallUnsaid } from './wallView'

/** Whether this person is one more that a promise of the command can be met with. */
const counts = (standing: CommandStanding | undefined, me: string): boolean =>
  standing?.promises.some(
    (p) =>
      !p.met &&
      p.peopleHeld < p.promise.people &&
      !p.people.some((e) => e.id === me && e.days.length >= daysToHold) &&
      p.people.length > 0,
  ) ?? false

/** A dog that may be worked next, at this command; why is said when it is asked. */
export function upNextRow(
  dog: WallDog,
  r: UpNext,
  { command, rungId }: WorkedAt,
  { today, me, dates }: { today: string; me: string | undefined; dates: DateOrder },
): WallUnsaid['upNext'][number] {
  const { curriculum } = dog
  const standing = dog.summary.commands.find((c) => c.command === command)
  const daysLeft = daysBetween(today, dog.leavesOn)
  return {
    residencyId: dog.residencyId,
    name: dog.name,
    runNumber: dog.runNumber,
    biteHistory: dog.biteHistory,
    yours: me !== undefined && counts(standing, me),
    command,
    commandName: findCommand(curriculum, command)?.name ?? command,
    rungName: rungId === undefined ? 'refresher' : (findRung(curriculum, rungId)?.rung.name ?? rungId),
    daysLeft,
    reach: r.reach,
    turn: r.turn,
    reason: reasonOf(dog, r),
    why: () => whyNext(dog, r, dates),
  }
}

/** A dog that will not make its date, and what its owner is to be told. */
export function ringRow(dog: WallDog, r: UpNext, today: string, dates: DateOrder): RingRow {
  const daysLeft = daysBetween(today, dog.leavesOn)
  return {
    residencyId: dog.residencyId,
    name: dog.name,
    runNumber: dog.runNumber,
    daysLeft,
    leavesOn: dog.leavesOn,
    reason: [dog.told ? `${sayChance(dog.told.chance)} to be ready` : '', sayWhen(dog, r, daysLeft, dates)]
      .filter((part) => part !== '')
      .join('; '),
    why: whyNext(dog, r, dates),
    called: dog.called ?? '',
  }
}

/** By when it would be ready, or that the days themselves do not fit. */
function sayWhen({ told }: WallDog, r: UpNext, daysLeft: number, dates: DateOrder): string {
  if (told?.impossible === true) return 'something promised cannot be met here'
  if (r.daysNeeded > daysLeft) return `needs ${counted(r.daysNeeded, 'day')} at the least, ${daysLeft} left`
  if (!told) return ''
  const half = told.days[2]
  return half === null
    ? 'more than four weeks too late'
    : `as likely as not by ${sayDay(addDays(told.today, half), dates)}`
}

function reasonOf({ told, blocks = 0, waited = 0 }: WallDog, r: UpNext): string {
  if (r.turn === 'ready') return 'ready; a refresher is due'
  if (r.turn === 'waited') return `no block for ${counted(waited, 'day')}`
  if (!told) return 'its chance is being reckoned'
  const had = blocks === 0 ? '' : `${counted(blocks, 'block')} today; `
  return `${had}${sayChance(told.chance)}; ${sayGain(r.gain, blocks)}`
}

const turnSaid: Readonly<Record<Turn, string>> = {
  waited: `No dog waits longer than ${longestWait} days for a block.`,
  first: 'Every dog has its block of the day first, those first whose chance a block raises most.',
  again: 'It had its block of the day; of those it is the one whose chance another raises so much.',
  ready: 'Everything promised is met; what is met and goes stale is shown again when no other dog needs the time.',
  'passed-over': 'More blocks are not spent on a date that will not be made.',
}

function whyNext(dog: WallDog, r: UpNext, dates: DateOrder): string {
  const { told } = dog
  if (!told)
    return `${turnSaid[r.turn]} Nothing is said of it yet: its chance is reckoned within a minute of what was recorded.`
  const gain = `${sayGain(r.gain, dog.blocks ?? 0)}.`
  const chance = sayWhyChance(told, dog.curriculum, dates)
  return `${turnSaid[r.turn]} ${gain[0]?.toUpperCase() ?? ''}${gain.slice(1)} ${chance}`
}
