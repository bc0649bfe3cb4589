import { seeded } from '../../seeded'
import { halvesOfDay, type DogToShow, type Ground, type Half, type Kennel, type OwnerTime, type Visit } from '../kennel'
import { usualADay, usualFloor, usualWorth } from '../worth'

export interface Size {
  readonly dogs: number
  readonly trainers: number
  readonly grounds: number
  readonly days: number
  /** Times that an owner can come. */
  readonly times: number
}

export const sizes = {
  eight: { dogs: 8, trainers: 2, grounds: 2, days: 14, times: 5 },
  twenty: { dogs: 20, trainers: 4, grounds: 3, days: 21, times: 6 },
  sixty: { dogs: 60, trainers: 8, grounds: 4, days: 28, times: 6 },
  crunch: { dogs: 20, trainers: 2, grounds: 1, days: 10, times: 4 },
  tiny: { dogs: 4, trainers: 2, grounds: 1, days: 4, times: 2 },
} as const satisfies Record<string, Size>

/** A made-up kennel: hours, days off, owners’ wishes, chances that rise, sisters of one owner, what stands already. */
export function kennelOf(size: Size, seed: number, more: Partial<Kennel> = {}): Kennel {
  const chance = seeded(seed)
  const below = (n: number) => Math.floor(chance() * n)
  const trainers = Array.from({ length: size.trainers }, (_, t) => {
    const free = new Set<Half>()
    const [begins, ends] = [16 + below(4), 32 + below(5)]
    for (let day = 0; day < size.days; day++) {
      if (day % 7 === 6 || chance() < 0.15) continue
      for (let half = begins; half < ends; half++)
        if (half !== 24 && chance() > 0.08) free.add(day * halvesOfDay + half)
    }
    const shows = new Map(chance() < 0.3 ? [[below(size.days), 1]] : [])
    return { id: `t${t}`, free, shows }
  })
  const grounds = Array.from({ length: size.grounds }, (_, g): Ground => {
    const [shut, capacity] = [below(size.days), g === 0 && chance() < 0.3 ? 2 : 1]
    return {
      id: `g${g}`,
      outdoors: g % 2 === 1,
      room: (half) => (Math.floor(half / halvesOfDay) === shut ? 0 : capacity),
    }
  })
  const dog = (id: string): DogToShow => {
    const [from, pace, top] = [below(Math.ceil(size.days * 0.6)), 0.25 + chance() * 0.6, 0.55 + chance() * 0.45]
    return {
      residencyId: id,
      chanceBy: Array.from({ length: size.days }, (_, day) => top / (1 + Math.exp(-pace * (day - from)))),
      trainer: chance() < 0.9 ? `t${below(size.trainers)}` : undefined,
      home: Math.min(size.days - 1, from + 3 + below(Math.ceil(size.days * 0.6))),
      rehearsal: (['any', 'second hand', 'none'] as const)[below(3)] ?? 'none',
    }
  }
  const visits: Visit[] = []
  for (let n = 0; n < size.dogs;) {
    const many = chance() < 0.08 && n + 1 < size.dogs ? 2 : 1
    const dogs = Array.from({ length: many }, (_, i) => dog(`d${n + i}`))
    n += many
    const times = Array.from({ length: below(20) === 0 ? 0 : size.times }, (): OwnerTime => {
      const from = below(size.days) * halvesOfDay + (chance() < 0.4 ? 18 : 26) + below(4)
      return { from, to: from + 4 + below(6), rank: below(3) }
    })
    const at = times[0]
    const stands =
      at && chance() < 0.25
        ? { from: at.from, trainer: `t${below(size.trainers)}`, ground: `g${below(size.grounds)}`, pinned: false }
        : undefined
    visits.push({ id: `v${n}`, dogs, times, ...(stands && { stands }) })
  }
  return {
    days: size.days,
    notBefore: 20,
    trainers,
    grounds,
    visits,
    worth: usualWorth,
    floor: usualFloor,
    perTrainerAndDay: usualADay,
    rain: Array.from({ length: size.days }, () => chance() * 0.8),
    ...more,
  }
}
