import type { Finish } from '../../dog/finish'
import type { WorkingConditions, TrainingLocation } from '../../coach/allowed'
import { suggestAll } from '../../coach/suggest'
import type { Suggestion } from '../../coach/suggestion'
import { findRung, type RungPlaceInLadder } from '../../curriculum/lookup'
import type { Curriculum, Rung } from '../../curriculum/types'
import { addDays } from '../../days'
import { plainDog, youngUntilDays, type DogTraits } from '../../dog/traits'
import type { Outcome, SetContext, SetFact, RepFact } from '../../facts/fact'
import { promiseStatus } from '../../promise/promise'
import { defaultMethod, type Method } from '../../method/method'
import { methodRows } from '../../method/rows'
import type { OwnerPromise } from '../../promise/ownerPromise'
import { Stepper } from '../../progress/fold'
import type { Verdict } from '../../progress/voice'
import { houseForgetting } from '../../progress/retention'
import { regimesOf, upTo, type Regimes } from '../../progress/regime'
import type { DogState } from '../../progress/state'
import type { EpochMs } from '../../epochMs'

/** How a simulated dog answers one rep. */
export interface Answered {
  readonly outcome: Outcome
  readonly brokeSeconds?: number
}

/** A simulated dog: a learning law of its own that knows nothing of how it is judged. */
export interface SimulatedDog {
  readonly wake: (day: number) => void
  readonly answer: (rung: Rung, ladder: string, index: number, suggestion: Suggestion, day: number) => Answered
}

/** Comes off clean, always. */
export const perfectDog: SimulatedDog = { wake: () => undefined, answer: () => ({ outcome: 'clean' }) }

/** A set as it works: rep after rep, numbered from `seq`, until one ends it or there were so many. */
export function liveSet(
  dog: SimulatedDog,
  stepper: Stepper,
  at: RungPlaceInLadder,
  {
    suggestion,
    context,
    day,
    now,
    seq,
    most,
  }: {
    readonly suggestion: Suggestion
    readonly context: SetContext
    readonly day: number
    /** ms since the epoch */
    readonly now: EpochMs
    readonly seq: number
    readonly most: number
  },
): { readonly set: SetFact; readonly verdict: Verdict | undefined } {
  const reps: RepFact[] = []
  let verdict: Verdict | undefined
  while (!verdict?.endsSet && reps.length < most) {
    const answer = dog.answer(at.rung, at.ladderKey, at.index, suggestion, day)
    const rep: RepFact = {
      id: `rep-${seq + reps.length}`,
      at: now + reps.length * 1000,
      device: 'd',
      seq: seq + reps.length,
      outcome: answer.outcome,
      faults: [],
      ...(answer.brokeSeconds === undefined ? {} : { brokeSeconds: answer.brokeSeconds }),
    }
    reps.push(rep)
    verdict = stepper.rep(context, rep)
  }
  return { set: { ...context, reps }, verdict }
}

export interface World {
  readonly curriculum: Curriculum
  readonly promises: readonly OwnerPromise[]
  readonly method?: Method
  readonly traits?: Partial<DogTraits>
  /** Days old on arrival, for a young dog. */
  readonly ageDays?: number
  readonly places?: readonly TrainingLocation[]
  readonly people?: readonly string[]
  readonly days: number
  readonly setsADay: number
  readonly dog?: SimulatedDog
  /** Called before each set is worked, with what is suggested and all that is known; false ends the residency there. */
  readonly watch?: (told: Told) => boolean
  readonly onWorked?: (set: SetFact) => void
  /** Whether days go on once it is ready. */
  readonly goOn?: boolean
  readonly weather?: WorkingConditions['weather']
  readonly barred?: WorkingConditions['barred']
  /** The owner wants a recall to end so, from the morning of a day on. */
  readonly finishes?: readonly { readonly day: number; readonly finish: Finish }[]
}

export interface Told {
  readonly day: number
  readonly suggestion: Suggestion
  readonly all: readonly Suggestion[]
  readonly state: DogState
  readonly curriculum: Curriculum
  readonly traits: DogTraits
  readonly conditions: WorkingConditions
}

export interface Worked {
  readonly day: number
  readonly suggestion: Suggestion
  readonly set: SetFact
  readonly verdict: Verdict
}

export interface Lived {
  /**
   * Day on which everything promised was met, counted from the first day of training as 1; undefined when it never was.
   */
  readonly readyOn: number | undefined
  readonly worked: readonly Worked[]
  /** What was said at the end of each day: what waits and what is shut. */
  readonly evenings: readonly {
    readonly day: number
    readonly waits: readonly string[]
    readonly shut: readonly string[]
    readonly open: number
  }[]
  readonly regimes: Regimes
  readonly stepper: Stepper
}

export const housePlaces: readonly TrainingLocation[] = [
  { id: 'barn', kind: 'room' },
  { id: 'runs', kind: 'corridor' },
  { id: 'paddock', kind: 'yard' },
  { id: 'towpath', kind: 'open' },
  { id: 'lock', kind: 'street' },
  { id: 'market', kind: 'square' },
]
/** Every option of every judging row, each by itself. */
export const judgingOptions: readonly Method[] = methodRows
  .filter((row) => row.kind === 'judging')
  .flatMap((row) => row.options.map((option) => ({ [row.id]: option.id })))

/** What an everyday owner is promised. */
export const everyday: readonly OwnerPromise[] = [
  'sit.word',
  'down.no-lure',
  'sit-stay.30s',
  'recall.line-5',
  'heel.away-2',
  'down-stay.30s',
  'place.20s',
].map((rungId) => ({ rungId, level: 0, places: 2, people: 2 }))
export const arrival = '2026-03-01'
const msPerDay = 86_400_000
const midnight = Date.UTC(2026, 2, 1)

/** What holds for the dog of this world and when. */
export const regimesIn = (world: World): Regimes =>
  regimesOf({
    versions: [{ from: Number.NEGATIVE_INFINITY, curriculum: world.curriculum }],
    changes: Object.entries(world.method ?? {}).map(([row, option]) => ({ at: -1, row, option })),
    traits: traitsIn(world),
    side: 'left',
    finishes: (world.finishes ?? []).map((f) => ({ at: midnight + f.day * msPerDay, finish: f.finish })),
    arrivesOn: arrival,
    startOfDay: (day) => Date.parse(`${day}T00:00:00Z`),
  })

export const traitsIn = (world: World): DogTraits => ({
  ...plainDog,
  ...world.traits,
  bornOn: world.ageDays === undefined ? null : addDays(arrival, -world.ageDays),
})

/** Days of the residency on which the dog of this world is under six months. */
export const youngDays = (world: World): number =>
  world.ageDays === undefined ? 0 : Math.max(0, youngUntilDays - world.ageDays)

/**
 * A whole residency by the book: each day the trainer works what is suggested first, where, with whom and on what it is
 * suggested, until nothing is or the day is full; the dog answers, and the next suggestion is asked for.
 */
export function live(world: World): Lived {
  const regimes = regimesIn(world)
  const stepper = new Stepper(regimes)
  const places = world.places ?? housePlaces
  const people = world.people ?? ['ada', 'ben']
  const traits = traitsIn(world)
  const dog = world.dog ?? perfectDog
  const worked: Worked[] = []
  const evenings: Lived['evenings'][number][] = []
  let readyOn: number | undefined
  let seq = 0
  let goesOn = true
  for (let day = 1; day <= world.days && goesOn; day++) {
    dog.wake(day)
    const today = addDays(arrival, day)
    for (let n = 0; ; n++) {
      const now = midnight + day * msPerDay + 8 * 3_600_000 + n * 120_000
      stepper.wait(now)
      const { curriculum } = stepper.regime
      const conditions: WorkingConditions = {
        now,
        today,
        places,
        people,
        method: { ...defaultMethod, ...world.method },
        forgetting: houseForgetting,
        ...(world.weather ? { weather: world.weather } : {}),
        ...(world.barred ? { barred: world.barred } : {}),
      }
      const found = suggestAll(curriculum, stepper.state, world.promises, { traits, arrivesOn: arrival }, conditions)
      const wanted = found.sets.filter((s) => s.why !== 'onward' && s.why !== 'foundation')
      if (readyOn === undefined && world.promises.every((p) => promiseStatus(curriculum, stepper.state, p).met))
        readyOn = day
      const suggestion = wanted[0]
      if (!suggestion || n >= world.setsADay || (readyOn !== undefined && world.goOn !== true)) {
        evenings.push({
          day,
          waits: found.waits.map((w) => `${w.rungId}: ${w.because}`),
          shut: found.shut.map((w) => `${w.rungId}: ${w.because}`),
          open: wanted.length,
        })
        break
      }
      goesOn =
        world.watch?.({
          day,
          suggestion,
          all: wanted,
          state: stepper.state,
          curriculum,
          traits,
          conditions,
        }) ?? true
      if (!goesOn) break
      const at = findRung(curriculum, suggestion.rungId)
      if (!at) throw new Error(`suggested what the ladder does not have: ${suggestion.rungId}`)
      const place = places.find((p) => p.id === suggestion.placeId) ?? places[0]
      if (!place) throw new Error('nowhere to work')
      const context: SetContext = {
        id: `set-${seq}`,
        rungId: at.rung.id,
        purpose: suggestion.purpose,
        day: today,
        placeId: place.id,
        placeKind: place.kind,
        leashHolder: suggestion.personId ?? people[0] ?? '',
        level: suggestion.level,
        kit: suggestion.kit,
        blockId: `block-${day}-${Math.floor(n / 3)}`,
      }
      const { set, verdict } = liveSet(dog, stepper, at, { suggestion, context, day, now, seq, most: 40 })
      seq += set.reps.length
      if (verdict) worked.push({ day, suggestion, set, verdict })
      world.onWorked?.(set)
    }
    if (readyOn !== undefined && world.goOn !== true) break
  }
  return { readyOn, worked, evenings, regimes: upTo(regimes, midnight + (world.days + 1) * msPerDay), stepper }
}
