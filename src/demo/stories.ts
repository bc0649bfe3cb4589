import { houseCurriculum } from '@/core/curriculum/house'
import type { Chance } from '@/core/seeded'
import { byTheBook } from './book'
import { handlersOn, type CastDog } from './cast'
import { ladderOfCast } from './ladder'
import { Learner } from './learner'
import { SimulatedTrainer, rungsUpTo, type SimulatedRep, type SimulatedSet } from './trainer'
import type { RungId } from '@/core/ids'

const clean: SimulatedRep = { outcome: 'clean', brokeSeconds: null }
const broke = (s: number): SimulatedRep => ({ outcome: 'miss', brokeSeconds: s })
const missed: SimulatedRep = { outcome: 'miss', brokeSeconds: null }
const helped: SimulatedRep = { outcome: 'helped', brokeSeconds: null }

const tenOf = (came: number, otherwise: SimulatedRep): SimulatedRep[] =>
  Array.from({ length: 10 }, (_, i) => (i < came ? clean : otherwise))

/** All sets of one dog's residency up to yesterday: its simulated days, then what its story wants to have happened. */
export function storyOf(dog: CastDog, chance: Chance): SimulatedSet[] {
  if (dog.story === 'gone')
    return remembered(new SimulatedTrainer(houseCurriculum, dog.promises, new Learner(dog.temper, chance), chance))
  if (dog.story === 'over') return byTheBook(dog, dog.arrived + dog.leaves - 1, new Learner(dog.temper, chance), chance)
  // Bramble’s stay was left for the last days; see proveAll.
  const worked = dog.story === 'one-set-short' ? dog.promises.filter((p) => p.rungId !== 'sit-stay.30s') : dog.promises
  const trainer = new SimulatedTrainer(ladderOfCast(dog), worked, new Learner(dog.temper, chance), chance)
  const scripted = ['ready', 'booked', 'one-set-short', 'shown'].includes(dog.story)
  // The last whole day: yesterday, or the day before it was shown.
  const last = dog.story === 'shown' ? dog.arrived + dog.leaves - 1 : dog.arrived - 1
  const simulatedUntil = scripted ? last - 3 : dog.story === 'stuck' ? last - 2 : last
  const sets: SimulatedSet[] = []
  for (let day = 1; day <= simulatedUntil; day++) {
    // A stomach upset kept Teasel in for four days.
    if (dog.story === 'ill' && day >= last - 7 && day <= last - 4) continue
    sets.push(...trainer.workDay(day, dog.setsPerDay, handlersOn(day)))
  }
  if (scripted) sets.push(...proveAll(dog, trainer, last))
  if (dog.story === 'stuck') sets.push(...stick(trainer, last))
  if (dog.story === 'slipping') sets.push(...slip(trainer, last))
  if (dog.extra !== undefined) sets.push(...extras[dog.extra](trainer, last))
  return sets
}

/**
 * A dog that went home: four things learned in two days, then only asked for now and then until the third week is over.
 */
function remembered(trainer: SimulatedTrainer): SimulatedSet[] {
  const ladders = [
    'sit.empty',
    'touch.one-step',
    'watch.empty-hand',
    'leave-it.word',
    'marker.test',
    'check-in.follow-line',
    'heel.turn-away',
  ]
  const climb = (rungId: RungId, day: number) =>
    rungsUpTo(houseCurriculum, rungId).flatMap((rung) => trainer.proved(rung.id, day, 'room', 'joss'))
  const learned = [1, 2].flatMap((day) => ladders.flatMap((rung) => climb(rung, day)))
  const asked = ladders.flatMap((rung) => trainer.askedFor(rung, 2, 20, 'joss', (day) => climb(rung, day)))
  return [...learned, ...asked.sort((a, b) => a.day - b.day)]
}

/** The last three days before a demonstration: every promise in every place with both trainers, on two days. */
function proveAll(dog: CastDog, trainer: SimulatedTrainer, last: number): SimulatedSet[] {
  const sets: SimulatedSet[] = []
  for (const day of [last - 2, last - 1]) {
    for (const promise of dog.promises) {
      for (const rung of rungsUpTo(houseCurriculum, promise.rungId).slice(0, -1))
        sets.push(...trainer.proved(rung.id, day, 'room', 'maud'))
      // Bramble’s sit-stay is proved in the barn only; the paddock comes below, with one of its two days.
      const where = dog.story === 'one-set-short' && promise.rungId === 'sit-stay.30s' ? ['room'] : ['room', 'yard']
      for (const place of where)
        for (const person of ['maud', 'joss']) sets.push(...trainer.proved(promise.rungId, day, place, person))
    }
  }
  if (dog.story === 'one-set-short') sets.push(...trainer.proved('sit-stay.30s', last, 'yard', 'maud'))
  for (const promise of dog.promises) {
    const shown = trainer.proved(promise.rungId, last, 'room', 'joss')
    // By itself, late on the day before: it is not going stale at any hour of the day on which it is one set short.
    const late = dog.story === 'one-set-short' && promise.rungId === 'sit-stay.30s'
    sets.push(...(late ? shown.map((s): SimulatedSet => ({ ...s, minute: 16 * 60 + 50 })) : shown))
  }
  return sets
}

/** Mallet gets up to 10 s and falls off it, three times in three days. */
function stick(trainer: SimulatedTrainer, last: number): SimulatedSet[] {
  const low = [
    'sit.rear',
    'sit.full',
    'sit.empty',
    'sit.word-hand',
    ...rungsUpTo(houseCurriculum, 'sit-stay.8s').map((r) => r.id),
  ]
  const sets = [last - 1, last].flatMap((day) => low.flatMap((rung) => trainer.proved(rung, day, 'room', 'maud')))
  const falls = [0, 1, 2].flatMap((n) => [
    trainer.scripted('sit-stay.10s', last, 'room', n === 1 ? 'joss' : 'maud', [clean, clean, broke(8.4 + n / 10)]),
    ...trainer.proved('sit-stay.8s', last, 'room', 'maud'),
  ])
  return [...sets, ...falls]
}

/** Heron knew its stay to 30 s; left alone, the refresher fails. */
function slip(trainer: SimulatedTrainer, last: number): SimulatedSet[] {
  const climb = [
    'sit.rear',
    'sit.full',
    'sit.empty',
    'sit.word-hand',
    ...rungsUpTo(houseCurriculum, 'sit-stay.30s').map((r) => r.id),
  ]
  const learned = [last - 7, last - 6].flatMap((day) =>
    climb.flatMap((rung) => trainer.proved(rung, day, 'room', 'joss')),
  )
  const refresher = trainer.scripted('sit-stay.30s', last, 'room', 'joss', [clean, broke(11)], 'refresh')
  return [...learned, refresher]
}

/** Scenes of single dogs that show what the ordinary days do not. */
const extras: Readonly<
  Record<NonNullable<CastDog['extra']>, (trainer: SimulatedTrainer, last: number) => SimulatedSet[]>
> = {
  /** Ten sits on two pieces of equipment, in turns. */
  kit: (trainer, last) =>
    [10, 7, 9, 6, 10, 8].map((n, i) => ({
      ...trainer.scripted('sit.word', last, 'room', 'maud', tenOf(n, i % 2 ? helped : missed)),
      kit: i % 2 ? 'flat collar' : '1.8 m leash',
    })),
  /** A quiet sit, taken up the levels in the barn and begun in the paddock. */
  levels: (trainer, last) =>
    (
      [
        [1, 'room', 9],
        [1, 'room', 9],
        [2, 'room', 8],
        [2, 'yard', 6],
        [3, 'room', 5],
      ] as const
    ).flatMap(([level, place, n], i) => ({
      ...trainer.scripted(
        'sit.word',
        last - (i < 2 ? 1 : 0),
        place,
        i % 2 ? 'maud' : 'joss',
        tenOf(n, i % 2 ? helped : missed),
      ),
      level,
    })),
  /** The first days of a young dog: marker, watch, touch and the tether. */
  foundation: (trainer, last) => {
    const work = (rung: string, day: number, clean: number) =>
      trainer.scripted(rung, day, 'room', 'joss', tenOf(clean, missed))
    return [
      work('marker.pairs', 1, 10),
      work('marker.test', 1, 8),
      work('marker.test', 2, 9),
      work('watch.food-hand', 2, 8),
      work('touch.near', 2, 9),
      work('watch.empty-hand', last, 7),
      work('touch.one-step', last, 8),
      ...[1, 2].map((day) => trainer.scripted('settle.chews', day, 'corridor', 'joss')),
    ]
  },
}
