import { findRung, rungsOf } from '@/core/curriculum/lookup'
import type { Curriculum, Rung } from '@/core/curriculum/types'
import type { OwnerPromise } from '@/core/promise/ownerPromise'
import type { FactOf } from '@/core/facts/wire'
import { places } from './cast'
import type { Chance } from '@/core/seeded'
import type { Learner } from './learner'
import type { PlaceId, RungId } from '@/core/ids'

export interface SimulatedRep {
  readonly outcome: 'clean' | 'helped' | 'late' | 'miss'
  readonly brokeSeconds: number | null
  readonly fault?: string
}

export interface SimulatedSet {
  readonly rungId: RungId
  readonly purpose: 'work' | 'refresh'
  readonly day: number
  readonly placeId: PlaceId
  readonly leashHolder: string
  /** Of the day, where it is worked by itself; else the day’s sets follow each other. */
  readonly minute?: number
  readonly level?: number
  readonly kit?: FactOf<'set-opened'>['kit']
  readonly reps: readonly SimulatedRep[]
}

interface Notes {
  /** Day on which a rung's set last worked, by rung, place and person. */
  readonly came: { rungId: RungId; day: number; place: string; person: string }[]
  readonly pointer: Map<string, number>
  readonly workedOn: Map<string, number>
  /** Newest outcomes at a rung since it last worked, for rungs whose rule is longer than a set. */
  readonly recent: Map<string, string>
  /** Days a learned command may rest before it is shown again; grows by habit. */
  readonly rest: Map<string, number>
}

/**
 * A simulated trainer with a notebook and habits of its own: works the ladder upward, a rung down after a bad set, then
 * takes what was promised to other places and hands. Knows the ladders, as any trainer does; not how Kibou judges.
 */
export class SimulatedTrainer {
  private readonly notes: Notes = {
    came: [],
    pointer: new Map(),
    workedOn: new Map(),
    recent: new Map(),
    rest: new Map(),
  }

  constructor(
    private readonly curriculum: Curriculum,
    private readonly promises: readonly OwnerPromise[],
    private readonly learner: Learner,
    private readonly chance: Chance,
  ) {}

  /** The sets of one day, in order. */
  workDay(day: number, sets: number, people: readonly string[]): SimulatedSet[] {
    this.learner.wake()
    const done: SimulatedSet[] = this.refreshers(day, people)
    for (let n = 0; n < sets; n++) {
      const plan = this.choose(day, people)
      if (!plan) break
      const reps = this.workSet(plan.rung, day)
      const set: SimulatedSet = {
        rungId: plan.rung.id,
        purpose: 'work',
        day,
        placeId: plan.place,
        leashHolder: plan.person,
        reps,
      }
      this.note(set, plan.rung)
      done.push(set)
    }
    return done
  }

  /** As many clean sets as the rung's rule spans, noted like any other. */
  proved(rungId: RungId, day: number, placeId: PlaceId, leashHolder: string): SimulatedSet[] {
    const rung = this.rung(rungId)
    const span = rung.rule.kind === 'row' ? rung.rule.r : rung.rule.n
    return Array.from({ length: Math.ceil(span / rung.setReps) }, () =>
      this.scripted(rungId, day, placeId, leashHolder),
    )
  }

  /** A learned rung asked for cold at odd times between two days; what is gone is climbed again at once. */
  askedFor(
    rungId: RungId,
    from: number,
    until: number,
    person: string,
    climb: (day: number) => SimulatedSet[],
  ): SimulatedSet[] {
    const rung = this.rung(rungId)
    const sets: SimulatedSet[] = []
    let gap = 2
    for (let last = from, day = from + gap; day <= until; day += gap) {
      const good = this.learner.remembers(rungId, day - last)
      sets.push({
        rungId,
        purpose: 'refresh',
        day,
        placeId: places[0].id,
        leashHolder: person,
        reps: good ? comesOff(rung) : fails(rung, this.chance),
      })
      if (!good) sets.push(...climb(day))
      last = day
      gap = Math.max(1, Math.round((good ? gap * 1.5 : gap * 0.6) * (0.7 + 0.8 * this.chance())))
    }
    return sets
  }

  /** A set whose outcome is told beforehand, noted like any other. */
  scripted(
    rungId: RungId,
    day: number,
    placeId: PlaceId,
    leashHolder: string,
    reps?: readonly SimulatedRep[],
    purpose: 'work' | 'refresh' = 'work',
  ): SimulatedSet {
    const rung = this.rung(rungId)
    const set: SimulatedSet = {
      rungId,
      purpose,
      day,
      placeId,
      leashHolder,
      reps: reps ?? Array.from({ length: rung.setReps }, () => ({ outcome: 'clean', brokeSeconds: null })),
    }
    this.note(set, rung)
    return set
  }

  /** How many days a rung, or a harder one of its run and axis, worked, here and with this person if named. */
  daysCameOff(rungId: RungId, where: { place?: string; person?: string } = {}): number {
    const found = findRung(this.curriculum, rungId)
    if (!found) return 0
    const counts = new Set(
      found.ladder.rungs.filter((r, i) => i >= found.index && r.axis === found.rung.axis).map((r) => r.id),
    )
    return new Set(
      this.notes.came
        .filter(
          (c) =>
            counts.has(c.rungId) &&
            (where.place === undefined || c.place === where.place) &&
            (where.person === undefined || c.person === where.person),
        )
        .map((c) => c.day),
    ).size
  }

  /** Learned commands that have rested long enough are shown once; a good showing lets them rest longer. */
  private refreshers(day: number, people: readonly string[]): SimulatedSet[] {
    return this.promises.flatMap((promise) => {
      const rung = this.rung(promise.rungId)
      const rest = this.notes.rest.get(rung.command) ?? 1
      if (this.daysCameOff(promise.rungId) < 2 || day - Math.floor(this.notes.workedOn.get(rung.command) ?? day) < rest)
        return []
      const rested = day - Math.floor(this.notes.workedOn.get(rung.command) ?? day)
      const good = this.learner.remembers(rung.command, rested)
      const set: SimulatedSet = {
        rungId: rung.id,
        purpose: 'refresh',
        day,
        placeId: places[0].id,
        leashHolder: people[0] ?? '',
        reps: good ? comesOff(rung) : fails(rung, this.chance),
      }
      this.notes.rest.set(rung.command, good ? rest * 2 : Math.max(1, rest / 2))
      this.notes.workedOn.set(rung.command, day)
      this.note(set, rung)
      return [set]
    })
  }

  private rung(id: string): Rung {
    const found = findRung(this.curriculum, id)
    if (!found) throw new Error(`the demo knows no rung ${id}`)
    return found.rung
  }

  private choose(day: number, people: readonly string[]): { rung: Rung; place: string; person: string } | undefined {
    const open = this.promises.flatMap((promise) => this.planFor(promise, people) ?? [])
    open.sort(
      (a, b) => (this.notes.workedOn.get(a.rung.command) ?? -1) - (this.notes.workedOn.get(b.rung.command) ?? -1),
    )
    const plan = open[0]
    if (plan) this.notes.workedOn.set(plan.rung.command, day + this.notes.came.length / 1e6 + this.chance() / 10)
    return plan
  }

  private planFor(
    promise: OwnerPromise,
    people: readonly string[],
  ): { rung: Rung; place: string; person: string } | undefined {
    const found = findRung(this.curriculum, promise.rungId)
    if (!found) return undefined
    const pointer = this.notes.pointer.get(found.ladderKey) ?? 0
    const rung = found.ladder.rungs[Math.min(pointer, found.index)]
    if (!rung) return undefined
    const need = rung.needs.find((id) => this.daysCameOff(id) < 2)
    if (need !== undefined) return this.planFor({ rungId: need, level: 0, places: 1, people: 1 }, people)
    const who = people[Math.floor(this.chance() * people.length)] ?? people[0] ?? ''
    if (pointer <= found.index) return { rung, place: places[this.chance() < 0.85 ? 0 : 1].id, person: who }
    const place =
      places.slice(0, promise.places + 1).find((pl) => this.daysCameOff(rung.id, { place: pl.id }) < 2) ?? places[2]
    const person = people.find((id) => this.daysCameOff(rung.id, { person: id }) < 2) ?? who
    return { rung, place: place.id, person }
  }

  private workSet(rung: Rung, day: number): SimulatedRep[] {
    const found = findRung(this.curriculum, rung.id)
    const reps: SimulatedRep[] = []
    while (reps.length < rung.setReps) {
      const rep = repOf(rung, this.learner.try(found?.ladderKey ?? '', found?.index ?? 0, day), this.chance)
      reps.push(rep)
      if (rep.outcome === 'miss' && (rung.criterion.seconds !== undefined || rung.kind === 'recall')) break
    }
    return reps
  }

  private note(set: SimulatedSet, rung: Rung): void {
    const found = findRung(this.curriculum, rung.id)
    if (!found) return
    const span = rung.rule.kind === 'row' ? rung.rule.r : rung.rule.n
    const recent = (
      (this.notes.recent.get(rung.id) ?? '') + set.reps.map((r) => (r.outcome === 'clean' ? 'C' : 'x')).join('')
    ).slice(-span)
    const cameOff =
      recent.length >= span &&
      [...recent].filter((c) => c === 'C').length >= (rung.rule.kind === 'row' ? span : rung.rule.k)
    this.notes.recent.set(rung.id, cameOff ? '' : recent)
    const pointer = this.notes.pointer.get(found.ladderKey) ?? 0
    if (cameOff) {
      this.notes.came.push({ rungId: rung.id, day: set.day, place: set.placeId, person: set.leashHolder })
      if (found.index >= pointer) this.notes.pointer.set(found.ladderKey, found.index + 1)
    } else if (set.reps.at(-1)?.outcome === 'miss' && found.index > 0 && this.chance() < 0.6) {
      this.notes.pointer.set(found.ladderKey, Math.min(pointer, found.index - 1))
    }
  }
}

/** A rep that came out so, and of a hold that broke mostly when. */
export function repOf(rung: Rung, outcome: SimulatedRep['outcome'], chance: Chance): SimulatedRep {
  const { seconds } = rung.criterion
  const broke =
    outcome === 'miss' && seconds !== undefined && chance() < 0.9
      ? Math.round(seconds * (0.15 + 0.8 * chance()) * 10) / 10
      : null
  return { outcome, brokeSeconds: broke }
}

export const comesOff = (rung: Rung): SimulatedRep[] =>
  Array.from({ length: rung.setReps }, () => ({ outcome: 'clean', brokeSeconds: null }))

/** It has gone: a hold breaks at once, a position is missed three times running. */
export function fails(rung: Rung, chance: Chance): SimulatedRep[] {
  const seconds = rung.criterion.seconds
  if (seconds !== undefined)
    return [{ outcome: 'miss', brokeSeconds: Math.round(seconds * (0.2 + 0.5 * chance()) * 10) / 10 }]
  return Array.from({ length: rung.kind === 'recall' ? 1 : 3 }, () => ({ outcome: 'miss', brokeSeconds: null }))
}

/** Rungs of a promise's command up to and including the promised one, in the promise's run. */
export function rungsUpTo(curriculum: Curriculum, rungId: RungId): readonly Rung[] {
  const found = findRung(curriculum, rungId)
  if (!found) return []
  const own = rungsOf(found.command).filter((r) => r.run === found.ladder.id)
  return own.slice(0, found.index + 1)
}
