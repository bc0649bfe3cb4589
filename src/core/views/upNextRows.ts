import { findCommand, findRung } from '../curriculum/lookup'
import { addDays, daysBetween, dayText, type DateOrder } from '../days'
import { chanceFigure, chanceText } from '../forecast/chanceText'
import { longestWait } from '../dealing'
import type { QueueTier, UpNext, WorkedAt } from '../forecast/upNext'
import { daysToMaster } from '../progress/state'
import type { CommandStatus } from '../promise/status'
import { capitalized, counted } from '../wording'
import { gainText, whyChanceText } from './forecast'
import type { RingRow, WallDog, WallUnsaid } from './wallView'

/** Whether this person is one more that a promise of the command can be met with. */
const counts = (status: CommandStatus | undefined, me: string): boolean =>
  status?.promises.some(
    (p) =>
      !p.met &&
      p.peopleHeld < p.promise.people &&
      !p.people.some((e) => e.id === me && e.days.length >= daysToMaster) &&
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
  const status = dog.summary.commands.find((c) => c.command === command)
  const daysLeft = daysBetween(today, dog.leavesOn)
  return {
    residencyId: dog.residencyId,
    name: dog.name,
    runNumber: dog.runNumber,
    biteHistory: dog.biteHistory,
    yours: me !== undefined && counts(status, me),
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
    reason: [dog.told ? `${chanceText(dog.told.chance)} likely to be ready` : '', whenText(dog, r, daysLeft, dates)]
      .filter((part) => part !== '')
      .join('; '),
    why: whyNext(dog, r, dates),
    called: dog.called ?? '',
  }
}

/** By when it would be ready, or that the days themselves do not fit. */
function whenText({ told }: WallDog, r: UpNext, daysLeft: number, dates: DateOrder): string {
  if (told?.impossible === true) return 'a promise cannot be met here'
  if (r.daysNeeded > daysLeft) return `needs at least ${counted(r.daysNeeded, 'day')}, ${daysLeft} left`
  if (!told) return ''
  const half = told.days[2]
  return half === null ? 'more than four weeks too late' : `50% likely by ${dayText(addDays(told.today, half), dates)}`
}

function reasonOf({ told, blocks = 0, waited = 0 }: WallDog, r: UpNext): string {
  if (r.turn === 'ready') return 'Ready. A refresher is due.'
  if (r.turn === 'waited') return `No block for ${counted(waited, 'day')}.`
  if (!told) return 'The forecast is being calculated.'
  const had = blocks === 0 ? '' : `${counted(blocks, 'block')} today. `
  return `${had}${capitalized(chanceFigure(told.chance))}. ${gainText(r.gain, blocks)}.`
}

const turnSaid: Readonly<Record<QueueTier, string>> = {
  waited: `No dog waits longer than ${longestWait} days for a block.`,
  first: 'Every dog gets a block before any gets a second. The dog whose chance rises most goes first.',
  again: 'Every dog had a block today. Another one helps this dog most.',
  ready: 'All promises are met. Refreshers come when no other dog needs the time.',
  'passed-over': 'This dog will not be ready in time, so other dogs come first.',
}

function whyNext(dog: WallDog, r: UpNext, dates: DateOrder): string {
  const { told } = dog
  if (!told) return `${turnSaid[r.turn]} The forecast is calculated within a minute of the last record.`
  const gain = `${gainText(r.gain, dog.blocks ?? 0)}.`
  const chance = whyChanceText(told, dog.curriculum, dates)
  return `${turnSaid[r.turn]} ${gain} ${chance}`
}
