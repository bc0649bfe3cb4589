import { composeBlock } from '../../block/compose'
import { whatNext } from '../../coach/next'
import { isYoung, refusedBecause, type WorkingConditions } from '../../coach/allowed'
import { wren } from '../wren'
import { suggestAll } from '../../coach/suggest'
import type { Suggestion } from '../../coach/suggestion'
import { findRung } from '../../curriculum/lookup'
import { addDays } from '../../days'
import type { SetContext, SetFact } from '../../facts/fact'
import { defaultMethod } from '../../method/method'
import { Stepper } from '../../progress/fold'
import { daysUntilDue, halfLifeDays, houseForgetting, isDue } from '../../progress/retention'
import { summarize, type Summary } from '../../promise/summary'
import { topMastered, type DogState } from '../../progress/state'
import { byTheBook } from './book'
import { forbidden } from './forbidden'
import { arrival, housePlaces, liveSet, perfectDog, regimesIn, traitsIn, type World } from './live'

/** What a day of blocks came to, for whoever asks how the prediction did. */
export interface BlockDay {
  readonly day: number
  /** At its beginning. */
  readonly summary: Summary
  readonly reps: number
  /** Reps so far that could bring something nearer. */
  readonly gained: number
}

export interface LivedInBlocks {
  /** Reps from the beginning of that day until ready that could bring something nearer. */
  readonly gainedFrom: (day: number) => number
  readonly readyOn: number | undefined
  readonly days: readonly BlockDay[]
  readonly sets: readonly SetFact[]
  /** Reps by what they were for. */
  readonly reps: { warmUp: number; refresher: number; progress: number }
  readonly wrong: readonly string[]
  /** Longest time for which a refresher had been due at the end of a day on which the dog was worked, days. */
  readonly longestOverdue: number
  readonly stuck: number
  readonly lastRest: string
  readonly overdue: string
  readonly summary: Summary
}

const midnight = Date.UTC(2026, 2, 1)
const msPerDay = 86_400_000
/** Blocks begin at nine, half past ten, one and half past two. */
const blockAt = [9, 10.5, 13, 14.5, 16]

/** What is known of a dog on a morning, for whoever deals out blocks. */
export interface MorningInBlocks {
  readonly day: number
  readonly sets: readonly SetFact[]
  readonly state: DogState
  readonly summary: Summary
  /** Reps so far that could bring something nearer. */
  readonly gained: number
}

/** A residency worked by composed blocks, as a trainer with a phone works it: warm-up, refreshers, things, finish. */
export function liveInBlocks(world: World & { readonly blocksADay: number }): LivedInBlocks {
  const life = residencyInBlocks(world)
  for (let next = life.next(); ; next = life.next(world.blocksADay)) if (next.done === true) return next.value
}

/** Lives a residency day by day: yields what is known on a morning, and is told how many blocks the day has. */
export function* residencyInBlocks(world: World): Generator<MorningInBlocks, LivedInBlocks, number> {
  const stepper = new Stepper(regimesIn(world))
  const places = world.places ?? housePlaces
  const firstPlace = places[0]
  if (!firstPlace) throw new Error('nowhere to work')
  const people = world.people ?? ['ada', 'ben']
  const traits = traitsIn(world)
  const dog = world.dog ?? perfectDog
  const coached = { traits, arrivesOn: arrival }
  const sets: SetFact[] = []
  const days: BlockDay[] = []
  const wrong: string[] = []
  const count = { warmUp: 0, refresher: 0, progress: 0 }
  let [seq, readyOn, longestOverdue, stuck, lastRest, overdue] = [0, undefined as number | undefined, 0, 0, '', '']
  const pace = () => ({ days: new Set(sets.map((s) => s.day)).size, reps: stepper.state.gained })
  const summaryNow = () => summarize(stepper.regime.curriculum, stepper.state, world.promises, pace())

  for (let day = 1; day <= world.days && (readyOn === undefined || world.goOn === true); day++) {
    dog.wake(day)
    const today = addDays(arrival, day)
    const morning = midnight + day * msPerDay + 8 * 3_600_000
    stepper.wait(morning)
    const before = summaryNow()
    const had = seq
    const gained = stepper.state.gained
    const blocks = yield { day, sets, state: stepper.state, summary: before, gained }
    for (let b = 0; b < blocks; b++) {
      let now = midnight + day * msPerDay + (blockAt[b] ?? 17) * 3_600_000
      const conditions = (): WorkingConditions => ({
        now,
        today,
        places,
        people,
        method: { ...defaultMethod, ...world.method },
        forgetting: houseForgetting,
      })
      const { curriculum } = stepper.regime
      const summary = summaryNow()
      if (summary.readyOn !== undefined) readyOn ??= day
      const next = whatNext(
        curriculum,
        stepper.state,
        summary,
        {
          promises: world.promises,
          words: wren({ traits, young: isYoung(traits, today) }),
          arrivesOn: arrival,
          cueWords: new Map(),
          tried: [],
        },
        conditions(),
      )
      lastRest = next.rest
      const plan = composeBlock({
        curriculum,
        state: stepper.state,
        statuses: summary.commands,
        next: next.sets,
        dog: coached,
        conditions: conditions(),
      })
      if (plan.items.every((i) => i.role !== 'work')) break
      byTheBook(plan.items, {
        curriculum,
        sure: plan.sure,
        suggestions: () => suggestAll(curriculum, stepper.state, world.promises, coached, conditions()),
        runsOf: (command) => summaryNow().commands.find((c) => c.command === command)?.runs ?? [],
        refuses: (onto, setup) =>
          refusedBecause(
            curriculum,
            stepper.state,
            onto,
            { place: places.find((p) => p.id === setup.placeId) ?? firstPlace, level: setup.level, kit: setup.kit },
            coached,
            conditions(),
          ),
        workSet: (setup, most, item) => {
          const at = findRung(curriculum, setup.rungId)
          const place = places.find((p) => p.id === setup.placeId) ?? firstPlace
          if (!at) return undefined
          const suggestion: Suggestion = {
            ...setup,
            command: at.command.id,
            why: 'climb',
            relaxed: false,
            kept: undefined,
            for: at.command.id,
          }
          const no = forbidden(
            { day, suggestion, all: [], state: stepper.state, curriculum, traits, conditions: conditions() },
            sets,
          )
          if (no !== undefined) wrong.push(`day ${day}, ${item.role} ${setup.rungId}: ${no}`)
          const context: SetContext = {
            id: `set-${seq}`,
            rungId: setup.rungId,
            purpose: setup.purpose,
            day: today,
            placeId: place.id,
            placeKind: place.kind,
            leashHolder: setup.personId ?? people[0] ?? '',
            level: setup.level,
            kit: setup.kit,
            blockId: `block-${day}-${b}`,
          }
          const { set, verdict } = liveSet(dog, stepper, at, { suggestion, context, day, now, seq, most })
          seq += set.reps.length
          now += 120_000
          sets.push(set)
          count[item.role !== 'work' ? 'warmUp' : setup.purpose === 'refresh' ? 'refresher' : 'progress'] +=
            set.reps.length
          return verdict
        },
      })
    }
    days.push({ day, summary: before, reps: seq - had, gained })
    const evening = midnight + day * msPerDay + 18 * 3_600_000
    for (const command of stepper.regime.curriculum.commands)
      for (const ladder of command.runs) {
        const runState = stepper.state.runs[`${command.id}/${ladder.id}`]
        if (runState?.stuck) stuck++
        if (
          runState?.memory &&
          topMastered(ladder, runState) >= 0 &&
          isDue(runState.memory, evening, houseForgetting)
        ) {
          const late = (evening - runState.memory.since) / msPerDay - daysUntilDue(halfLifeDays(runState.memory))
          if (late > longestOverdue) {
            longestOverdue = late
            overdue = `day ${day} ${command.id}/${ladder.id} half-life ${halfLifeDays(runState.memory)}`
          }
        }
      }
    if (summaryNow().readyOn !== undefined) readyOn ??= day
  }
  return {
    gainedFrom: (day) => stepper.state.gained - (days.find((d) => d.day === day)?.gained ?? 0),
    readyOn,
    days,
    sets,
    reps: count,
    wrong,
    longestOverdue,
    stuck,
    lastRest,
    overdue,
    summary: summaryNow(),
  }
}
