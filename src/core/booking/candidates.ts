import {
  countOf,
  dayOf,
  lengthOf,
  type DogToShow,
  type Ground,
  type Hour,
  type Kennel,
  type Trainer,
  type Visit,
} from './kennel'

/** A time that a visit could be given, by itself. */
export interface Candidate extends Hour {
  readonly day: number
  /** Points, with the rehearsals it asks for. */
  readonly worth: number
  /** The chance that every dog of the visit is ready by then. */
  readonly chance: number
}

/** Why a visit has no time at all, whoever else comes. */
export type Hindrance =
  'no-times' | 'too-soon' | 'after-home' | 'not-likely' | 'no-trainer' | 'no-ground' | 'pinned-broken'

export interface Choices {
  readonly visit: Visit
  /** The best first. */
  readonly candidates: readonly Candidate[]
  /** Where there is none: what took the last of them away. */
  readonly hindrance: Hindrance | undefined
  /** Rehearsals that it asks for the day before. */
  readonly rehearsals: readonly Exclude<DogToShow['rehearsal'], 'none'>[]
}

/** The chance that all dogs of a visit are ready by a day. */
const chanceOf = (visit: Visit, day: number): number =>
  visit.dogs.reduce((chance, dog) => chance * (dog.chanceBy[Math.min(day, dog.chanceBy.length - 1)] ?? 0), 1)

/** Every time that is possible for a visit by itself, with what it is worth. */
export function choicesOf(kennel: Kennel, visit: Visit): Choices {
  const rehearsals = visit.dogs.flatMap((dog) => (dog.rehearsal === 'none' ? [] : [dog.rehearsal]))
  const home = Math.min(...visit.dogs.map((dog) => dog.home))
  const starts = startsOf(kennel, visit)
  const pinned = visit.stands?.pinned === true ? visit.stands : undefined
  const answer = (candidates: readonly Candidate[], hindrance?: Hindrance): Choices => ({
    visit,
    candidates,
    hindrance: candidates.length > 0 ? undefined : hindrance,
    rehearsals,
  })
  if (pinned) {
    const trainer = kennel.trainers.find((t) => t.id === pinned.trainer)
    const ground = kennel.grounds.find((g) => g.id === pinned.ground)
    if (!trainer || !ground) return answer([], 'pinned-broken')
    const day = dayOf(pinned.from)
    const start = { from: pinned.from, rank: 0 }
    return answer([
      candidateAt(kennel, visit, { start, trainer, ground, home, first: day, best: chanceOf(visit, day) }),
    ])
  }
  if (visit.times.length === 0) return answer([], 'no-times')
  const inTime = starts.filter(({ from }) => dayOf(from) <= home)
  if (inTime.length === 0) return answer([], visit.times.some((t) => dayOf(t.from) <= home) ? 'too-soon' : 'after-home')
  const length = lengthOf(visit)
  const trained = inTime.filter(({ from }) => kennel.trainers.some((t) => canShow(kennel, t, visit, from, length)))
  if (trained.length === 0) return answer([], 'no-trainer')
  const placed = trained.filter(({ from }) => kennel.grounds.some((g) => hasRoomFor(g, from, length)))
  if (placed.length === 0) return answer([], 'no-ground')
  const stands = visit.stands
  const days = [...new Set(placed.map(({ from }) => dayOf(from)))].sort((a, b) => a - b)
  const likely = likelyDays(kennel, visit, days)
  const best = Math.max(...days.map((day) => chanceOf(visit, day)))
  const candidates = placed
    .filter(({ from }) => likely.has(dayOf(from)) || (stands !== undefined && stands.from === from))
    .flatMap((start) =>
      kennel.trainers
        .filter((t) => canShow(kennel, t, visit, start.from, length))
        .flatMap((trainer) =>
          kennel.grounds
            .filter((g) => hasRoomFor(g, start.from, length))
            .map((ground) => candidateAt(kennel, visit, { start, trainer, ground, home, first: days[0] ?? 0, best })),
        ),
    )
  return answer([...candidates].sort(byWorth), 'not-likely')
}

/** Half hours at which a visit may begin, each once, by the best of the owner’s wishes for it. */
function startsOf(kennel: Kennel, visit: Visit): readonly { readonly from: number; readonly rank: number }[] {
  const length = lengthOf(visit)
  const ranks = new Map<number, number>()
  for (const time of visit.times)
    for (let from = Math.max(time.from, kennel.notBefore); from + length <= time.to; from++)
      if (dayOf(from) < kennel.days && dayOf(from + length - 1) === dayOf(from))
        ranks.set(from, Math.min(ranks.get(from) ?? Infinity, time.rank))
  return [...ranks].map(([from, rank]) => ({ from, rank })).sort((a, b) => a.from - b.from)
}

function canShow(kennel: Kennel, trainer: Trainer, visit: Visit, from: number, length: number): boolean {
  for (let half = from; half < from + length; half++) if (!trainer.free.has(half)) return false
  const most = kennel.perTrainerAndDay
  return (trainer.shows.get(dayOf(from)) ?? 0) + countOf(visit, most) <= most
}

function hasRoomFor(ground: Ground, from: number, length: number): boolean {
  for (let half = from; half < from + length; half++) if (ground.room(half) < 1) return false
  return true
}

/** Days with chance enough; where none has it, the one with most, if that is enough for once. */
function likelyDays({ floor }: Kennel, visit: Visit, days: readonly number[]): ReadonlySet<number> {
  const usual = days.filter((day) => chanceOf(visit, day) >= floor.usual)
  if (usual.length > 0) return new Set(usual)
  const best = Math.max(...days.map((day) => chanceOf(visit, day)))
  const day = days.find((d) => chanceOf(visit, d) === best)
  return new Set(day !== undefined && best >= floor.least ? [day] : [])
}

/** Design choice: so many days between the demonstration and going home leave time for another. */
const slackDays = 2
/** Design choice: what can be shown is shown, however little a time is worth. */
const leastWorth = 1

function candidateAt(
  { worth: w, rain }: Kennel,
  visit: Visit,
  at: {
    readonly start: { readonly from: number; readonly rank: number }
    readonly trainer: Trainer
    readonly ground: Ground
    readonly home: number
    readonly first: number
    /** The chance on the best day that is free for it at all. */
    readonly best: number
  },
): Candidate {
  const { from, rank } = at.start
  const day = dayOf(from)
  const chance = chanceOf(visit, day)
  const { stands } = visit
  const strangers = visit.dogs.filter((dog) => dog.trainer !== undefined && dog.trainer !== at.trainer.id).length
  const points =
    w.chance * (chance + w.waiting * Math.max(0, at.best - chance)) -
    w.risk * (1 - chance) -
    (w.otherTrainer * strangers) / visit.dogs.length -
    w.rank * rank -
    (at.ground.outdoors ? w.rain * (rain[day] ?? 0) : 0) -
    w.late * (day - at.first) -
    w.noSlack * Math.max(0, slackDays - (at.home - day)) +
    (stands?.from === from ? w.keptTime : 0) +
    (stands?.from === from && stands.trainer === at.trainer.id ? w.keptTrainer : 0) +
    (stands?.from === from && stands.ground === at.ground.id ? w.keptGround : 0)
  return {
    from,
    day,
    trainer: at.trainer.id,
    ground: at.ground.id,
    chance,
    worth: Math.max(leastWorth, points),
  }
}

/** The best first; of equals the earlier, then as trainers and locations stand in the house’s order. */
const byWorth = (a: Candidate, b: Candidate): number => b.worth - a.worth || a.from - b.from
