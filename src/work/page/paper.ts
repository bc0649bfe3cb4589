import type { PaperCommand, PaperDog } from '@/core/block/paper'
import { releaseText } from '@/core/dog/deaf'
import { findRung, ladderKey } from '@/core/curriculum/lookup'
import { dayIn } from '@/core/days'
import { newest } from '@/core/progress/regime'
import type { Db } from '@/store/database'
import { readHouse, readSpaces, type SpaceRow } from '@/store/house'
import { peopleOn, type Person } from '@/store/kennel'
import { openPauses } from '@/store/stay'
import { residentsOn } from '@/store/residents'
import { baselinesOpen } from '@/store/baseline'
import { deskDevice } from '../context/desk'
import { baselineFirst } from '../context/firstThings'
import { kennelForgetting } from '../context/forgetting'
import { pauseText } from '../context/pause'
import { readRules, regimesOfResident } from '../base/regimes'
import { atOnce } from '../base/runYielding'
import { houseForNext, nextFor } from '../context/next'
import { standingOf } from '../record/standing'
import { byRun } from '@/core/inOrder'
import { inUse } from '@/core/promise/inUse'
import type { EpochMs } from '@/core/epochMs'

/** What one dog is to work on, for a printed sheet. */
export interface SheetRow {
  readonly command: string
  readonly rung: string
  readonly criterion: string
  readonly reps: number
}

export interface PaperView {
  readonly today: string
  readonly timeZone: string
  readonly me: string
  readonly places: readonly SpaceRow[]
  readonly people: readonly Person[]
  /** Dogs by run; those on the same ladder share one list of commands, by key. */
  readonly dogs: readonly (Omit<PaperDog, 'commands'> & {
    readonly ladder: string
    readonly release: string
    readonly cautions: string
    readonly sheet: readonly SheetRow[]
    /** Why it is not worked now; empty when it is. */
    readonly paused: string
  })[]
  readonly ladders: Readonly<Record<string, readonly PaperCommand[]>>
}

/** Design choice: so many things a dog are printed on a sheet. */
const rowsEach = 3

/** Everything that a sheet is printed with, and read back by, dog by dog; for who lets others in between. */
export function* paperSteps(db: Db, me: string, now: EpochMs): Generator<undefined, PaperView> {
  const house = readHouse(db)
  const today = dayIn(house.timeZone, now)
  const people = peopleOn(db, today)
  const places = readSpaces(db)
  const forgetting = kennelForgetting(db)
  const rules = readRules(db)
  const pauses = openPauses(db)
  const untested = baselinesOpen(db, today, deskDevice)
  const forNext = houseForNext(db, today, now)
  const ladders = new Map<unknown, string>()
  const commands: Record<string, readonly PaperCommand[]> = {}
  const dogs: PaperView['dogs'][number][] = []
  for (const resident of residentsOn(db, today)) {
    yield
    const derived = standingOf(db, resident.residencyId, now)
    const whole = newest(regimesOfResident(db, resident, now, { house: rules })).curriculum
    const curriculum = inUse(whole, derived.summary)
    let ladder = ladders.get(curriculum)
    if (ladder === undefined) {
      ladders.set(curriculum, (ladder = String(ladders.size)))
      commands[ladder] = curriculum.commands.map((c) => ({
        id: c.id,
        name: c.name,
        rungs: c.runs.flatMap((run) => run.rungs.map((r) => ({ id: r.id, name: r.name }))),
      }))
    }
    const pause = pauses.get(resident.residencyId)
    const next = nextFor(db, { resident, curriculum, derived, today, spaces: places, forgetting, house: forNext }, now)
    const first = (id: string) => next.sets.find((s) => s.command === id)?.rungId
    const inHand = Object.fromEntries(
      curriculum.commands.flatMap((c) => {
        const run = c.runs[0]
        const at =
          run &&
          (first(c.id) ??
            run.rungs[Math.min(derived.state.runs[ladderKey(c.id, run.id)]?.position ?? 0, run.rungs.length - 1)]?.id)
        return at === undefined ? [] : [[c.id, at]]
      }),
    )
    dogs.push({
      residencyId: resident.residencyId,
      runNumber: resident.runNumber,
      name: resident.name,
      inHand,
      ladder,
      release: releaseText(resident),
      cautions: [resident.biteHistory ? 'Bite history.' : '', resident.caution].filter(Boolean).join(' '),
      paused: pause ? pauseText(pause, house.dates) : untested.has(resident.residencyId) ? baselineFirst.said : '',
      sheet: next.sets.slice(0, rowsEach).map((s) => ({
        command: s.commandName,
        rung: s.rungName,
        criterion: s.criterion,
        reps: findRung(curriculum, s.rungId)?.rung.setReps ?? 5,
      })),
    })
  }
  dogs.sort(byRun)
  return { today, timeZone: house.timeZone, me, places, people, dogs, ladders: commands }
}

/** Reads the paper page without yielding. */
export const loadPaper = atOnce(paperSteps)
