import { figures } from '../figures'
import { findCommand } from '../curriculum/lookup'
import type { Curriculum } from '../curriculum/types'
import { daysBetween, type DateOrder } from '../days'
import { chanceFigure } from '../forecast/chanceText'
import { costOf } from '../handoff/cost'
import { upNext, usualDealing, type Dealing, type UpNext } from '../forecast/upNext'
import { plainWays } from '../measures'
import { houseForgetting, type Forgetting } from '../progress/retention'
import { usual } from '../promise/inUse'
import type { CommandStatus } from '../promise/status'
import { lacksOf } from '../promise/summary'
import { trendText } from './forecast'
import { figuresOf, goesStale, lineOf } from './line'
import { needsOf } from './needs'
import { ringRow, upNextRow } from './upNextRows'
import type { WallCell, WallDog, WallRow, WallUnsaid, WallView } from './wallView'
import type { EpochMs } from '../epochMs'

/** What of a house the wall depends on, as far as it is no plain one, and who looks at it. */
interface WallOf {
  readonly model?: Forgetting
  readonly me?: string | undefined
  readonly dealing?: Dealing
  readonly dates?: DateOrder
}

/** The wall at this moment: every resident against the curriculum, and who most needs a block now. */
export function buildWall(
  curriculum: Curriculum,
  dogs: readonly WallDog[],
  today: string,
  now: EpochMs,
  { model = houseForgetting, me, dealing = usualDealing, dates = plainWays.dates }: WallOf = {},
): WallUnsaid {
  const ranked = upNext(
    dogs.map((dog) => ({
      residencyId: dog.residencyId,
      runNumber: dog.runNumber,
      daysLeft: daysBetween(today, dog.leavesOn),
      stored: dog.told,
      ready: isMet(dog),
      blocks: dog.blocks ?? 0,
      waited: dog.waited ?? 0,
      needs: needsOf(dog.curriculum, dog.summary, today, now, model),
      not: notNow(dog, today),
    })),
    dealing,
  )
  const byDog = new Map(ranked.map((r) => [r.residencyId, r]))
  const dogById = new Map(dogs.map((d) => [d.residencyId, d]))
  const shown = shownCommands(curriculum, dogs)
  return {
    commands: shown,
    rows: dogs.map((dog) => wallRow(shown, dog, byDog.get(dog.residencyId), { today, now, model, dates })),
    upNext: ranked.flatMap((r) => {
      const dog = dogById.get(r.residencyId)
      return dog && r.turn !== 'passed-over' && r.not === '' && r.work
        ? [upNextRow(dog, r, r.work, { today, me, dates })]
        : []
    }),
    ring: dogs.flatMap((dog) => {
      const r = byDog.get(dog.residencyId)
      return r?.reach === 'out of reach' && r.turn !== 'ready' && isConfirmed(dog)
        ? [ringRow(dog, r, today, dates)]
        : []
    }),
    later: ranked.flatMap((r) => {
      const dog = dogById.get(r.residencyId)
      return dog && (r.turn !== 'passed-over' || dog.untested) && r.not !== ''
        ? [
            {
              residencyId: dog.residencyId,
              name: dog.name,
              runNumber: dog.runNumber,
              why: r.not,
              untested: dog.untested === true,
            },
          ]
        : []
    }),
    passedOver: ranked.flatMap((r) => {
      const dog = dogById.get(r.residencyId)
      return dog && r.turn === 'passed-over' && dog.untested !== true
        ? [
            {
              residencyId: dog.residencyId,
              name: dog.name,
              runNumber: dog.runNumber,
              why:
                (dog.blocks ?? 0) > 0
                  ? 'Had a block today. More would not make this dog ready in time.'
                  : 'Will not be ready in time, and the kennel keeps no block for such dogs.',
            },
          ]
        : []
    }),
  }
}

/** Design choice: nobody calls an owner before so many days of work bear out what the forecast says. */
const daysToConfirm = figures.daysToConfirm.value
/** Whether what is said of this dog is more than a guess: it was worked, or no work can meet what was promised. */
const isConfirmed = (dog: WallDog): boolean =>
  dog.told?.impossible === true || (dog.unknown !== true && dog.summary.pace.days >= daysToConfirm)

/** What is said in place of a chance before the baseline: that it is not known, and what its promises usually take. */
function notKnownYet(dog: WallDog): Pick<WallRow, 'chance' | 'said' | 'trend' | 'trendSaid'> | undefined {
  if (dog.unknown !== true || isMet(dog)) return undefined
  const { days } = costOf(
    dog.curriculum,
    dog.summary.commands.flatMap((c) => c.promises.map((p) => p.promise)),
  )
  return {
    chance: -1,
    said: 'not known yet',
    trend: 0,
    trendSaid: `The baseline comes first. These promises usually take about ${days} ${days === 1 ? 'day' : 'days'}.`,
  }
}

const isMet = (dog: WallDog): boolean => dog.met ?? dog.summary.readyOn !== undefined

/**
 * Why no block of this dog can begin now; empty when one can. First evening. Take a light walk, then rest. No training
 * yet.
 */
const notNow = (dog: WallDog, today: string): string =>
  dog.arrivesOn >= today ? 'came today: a light walk and rest' : (dog.not ?? '')

/** Commands that anybody here was promised, in teaching order; all of them while nobody was promised anything. */
function shownCommands(curriculum: Curriculum, dogs: readonly WallDog[]): WallView['commands'] {
  const promised = new Set<string>()
  for (const dog of dogs)
    for (const c of dog.summary.commands) if (c.promise || c.word === 'slipping') promised.add(c.command)
  const shown = curriculum.commands.filter((c) => promised.has(c.id))
  return (shown.length > 0 ? shown : usual(curriculum).commands).map((c) => ({ id: c.id, name: c.name }))
}

function wallRow(
  shown: WallView['commands'],
  dog: WallDog,
  need: UpNext | undefined,
  { today, now, model, dates }: { today: string; now: EpochMs; model: Forgetting; dates: DateOrder },
): WallRow {
  const { curriculum } = dog
  return {
    residencyId: dog.residencyId,
    name: dog.name,
    runNumber: dog.runNumber,
    daysLeft: daysBetween(today, dog.leavesOn),
    leavesOn: dog.leavesOn,
    caution: dog.caution,
    biteHistory: dog.biteHistory,
    ready: dog.summary.readyOn !== undefined,
    lacks: lacksOf(dog.summary),
    booked: dog.booked,
    reach: isMet(dog) ? 'nothing needed' : (need?.reach ?? 'nothing needed'),
    chance: !need || isMet(dog) ? 1 : (dog.told?.chance ?? -1),
    said: need && dog.told && !isMet(dog) ? chanceFigure(dog.told.chance) : '',
    trend: !need || isMet(dog) || !dog.told?.trend ? 0 : dog.told.trend.was < dog.told.chance ? 1 : -1,
    trendSaid: need && dog.told && !isMet(dog) ? trendText(dog.told, dates) : '',
    ...notKnownYet(dog),
    cells: shown.map(({ id }) => {
      const status = dog.summary.commands.find((c) => c.command === id)
      return status ? wallCell(curriculum, status, now, model) : absentCell(id)
    }),
  }
}

function wallCell(curriculum: Curriculum, status: CommandStatus, now: EpochMs, model: Forgetting): WallCell {
  const run = findCommand(curriculum, status.command)?.runs.find((r) => r.id === status.mainRun)
  const state = status.runs.find((r) => r.id === status.mainRun)
  return {
    command: status.command,
    word: status.word,
    figures: figuresOf(status),
    promised: status.promise !== undefined,
    stale: goesStale(status, now, model),
    stuck: status.stuck !== undefined,
    line: lineOf(status, now, model),
    inHand: run?.rungs[state?.position ?? 0]?.name ?? 'top of the ladder',
  }
}

/** A command that this dog's ladder does not have. */
const absentCell = (command: string): WallCell => ({
  command,
  word: 'not started',
  figures: '',
  promised: false,
  stale: false,
  stuck: false,
  inHand: 'not in this dog’s curriculum',
  line: { size: 1, position: 0, top: -1, promised: undefined, sag: 0, proofed: 0 },
})
