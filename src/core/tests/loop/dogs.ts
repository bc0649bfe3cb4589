import { Learner, type Temper } from '@/demo/learner'
import type { Rung } from '../../curriculum/types'
import { seeded, type Chance } from '../../seeded'
import type { SimulatedDog } from './live'

/**
 * Ordinary dogs. None of their laws knows how it is judged: they know a ladder, a number on it, where they are and what
 * day it is.
 */

/** A seed, or chances that somebody else draws: who replays a dog’s days goes on with others from one day on. */
export type Draws = number | Chance
const chancesOf = (draws: Draws): Chance => (typeof draws === 'number' ? seeded(draws) : draws)

const brokeAt = (rung: Rung, chance: Chance): number | undefined =>
  rung.criterion.seconds === undefined || rung.kind !== 'timed'
    ? undefined
    : Math.round(rung.criterion.seconds * (0.15 + 0.8 * chance()) * 10) / 10

/** How a rep that did not come off went. */
function otherwise(rung: Rung, chance: Chance) {
  const how = chance()
  if (how < 0.34) return { outcome: 'helped' as const }
  if (how < 0.5) return { outcome: 'late' as const }
  const broke = brokeAt(rung, chance)
  return { outcome: 'miss' as const, ...(broke === undefined ? {} : { brokeSeconds: broke }) }
}

export const tempers = {
  quick: { pace: 0.24, moods: 0.8, leak: 0.05 },
  usual: { pace: 0.1, moods: 1.2, leak: 0.1 },
  slow: { pace: 0.07, moods: 1.6, leak: 0.2 },
} as const satisfies Record<string, Temper>
export type TemperName = keyof typeof tempers

/** An edge on each ladder that moves as it is worked near it: the demonstration’s dogs. */
export function edgeDog(temper: TemperName, seed: Draws): SimulatedDog {
  const chance = chancesOf(seed)
  const learner = new Learner(tempers[temper], chance)
  return {
    wake: () => learner.wake(),
    answer: (rung, ladder, index, _suggestion, day) => {
      const outcome = learner.try(ladder, index, day)
      if (outcome !== 'miss') return { outcome }
      const broke = brokeAt(rung, chance)
      return { outcome, ...(broke === undefined ? {} : { brokeSeconds: broke }) }
    },
  }
}

const pace = { quick: 0.2, usual: 0.11, slow: 0.07 } as const

/**
 * Each rung has a strength of its own that grows toward one with every rep paid (Bush & Mosteller 1955), lends some of
 * it to its neighbors, counts for less in a place it was not worked in, and fades overnight by a power of the days
 * left alone.
 */
export function strengthDog(temper: TemperName, seed: Draws): SimulatedDog {
  const chance = chancesOf(seed)
  const strength = new Map<string, number>()
  const places = new Map<string, number>()
  const workedOn = new Map<string, number>()
  return {
    wake: () => undefined,
    answer: (rung, ladder, index, suggestion, day) => {
      const key = `${ladder}/${index}`
      const rested = Math.max(0, day - (workedOn.get(ladder) ?? day))
      const below = Math.max(strength.get(`${ladder}/${index - 1}`) ?? 0.3, strength.get(`${ladder}/${index + 1}`) ?? 0)
      const here = Math.max(strength.get(key) ?? 0.35, 0.8 * below)
      const place = `${ladder} ${suggestion.placeId ?? 'usual'}`
      const at = places.get(place) ?? 0
      const p = Math.min(
        0.98,
        here * (1 + rested) ** -0.06 * (0.86 + 0.14 * Math.min(1, at / 10)) - 0.02 * suggestion.level,
      )
      const clean = chance() < p
      strength.set(key, here + pace[temper] * (1 - here) * (clean ? 1 : 0.4))
      places.set(place, at + 1)
      workedOn.set(ladder, day)
      return clean ? { outcome: 'clean' } : otherwise(rung, chance)
    },
  }
}

const insight = { quick: 0.3, usual: 0.16, slow: 0.09 } as const

/**
 * All or none (Bower 1961): a rung is guessed at until one rep makes it known, and then nearly always works; asleep
 * over it, some of it is lost again.
 */
export function insightDog(temper: TemperName, seed: Draws): SimulatedDog {
  const chance = chancesOf(seed)
  const known = new Set<string>()
  return {
    wake: () => {
      for (const key of [...known]) if (chance() < 0.015) known.delete(key)
    },
    answer: (rung, ladder, index) => {
      const key = `${ladder}/${index}`
      const clean = chance() < (known.has(key) ? 0.96 : 0.5)
      if (!known.has(key) && chance() < insight[temper]) known.add(key)
      return clean ? { outcome: 'clean' } : otherwise(rung, chance)
    },
  }
}

const climbing = { quick: 0.09, usual: 0.055, slow: 0.038 } as const
/** How often a rung has a plateau before it, and the reps that one takes. */
const plateau = { before: 0.3, least: 15, most: 70 } as const

/**
 * Plateaus (Bryan & Harter 1899: habits are organized before the next order begins): what a ladder’s number is on grows
 * with every rep near it, and at some rungs stands still for a random number of reps, whatever is done.
 */
export function plateauDog(temper: TemperName, seed: Draws): SimulatedDog {
  const chance = chancesOf(seed)
  const at = new Map<string, { height: number; still: number; next: number }>()
  return {
    wake: () => undefined,
    answer: (rung, ladder, index) => {
      const on = at.get(ladder) ?? { height: 0.2 + 0.3 * chance(), still: 0, next: 1 }
      at.set(ladder, on)
      const clean = chance() < 0.97 / (1 + Math.exp(3 * (index - on.height - 0.6)))
      if (on.still > 0) on.still--
      else if (Math.abs(index - on.height) < 1.5) on.height += climbing[temper] * (clean ? 1 : 0.5)
      if (on.height >= on.next) {
        on.next++
        if (chance() < plateau.before) on.still = Math.round(plateau.least + (plateau.most - plateau.least) * chance())
      }
      return clean ? { outcome: 'clean' } : otherwise(rung, chance)
    },
  }
}

const practice = { quick: 0.9, usual: 0.7, slow: 0.55 } as const
/** How often a day is bad where the one before was good, and where it was bad too. */
const badDay = { after: 0.12, again: 0.45 } as const

/**
 * Bad days: each rung works by a power of the reps it has had (Newell & Rosenbloom 1981), and on a bad day a third
 * less, when little is learned; a bad day often has another behind it.
 */
export function badDayDog(temper: TemperName, seed: Draws): SimulatedDog {
  const chance = chancesOf(seed)
  const reps = new Map<string, number>()
  let bad = false
  return {
    wake: () => {
      bad = chance() < (bad ? badDay.again : badDay.after)
    },
    answer: (rung, ladder, index) => {
      const key = `${ladder}/${index}`
      const below = reps.get(`${ladder}/${index - 1}`) ?? 0
      const had = (reps.get(key) ?? 0) + 0.35 * below
      const clean = chance() < 0.985 * (1 - 0.5 * (1 + had) ** -practice[temper]) * (bad ? 0.66 : 1)
      reps.set(key, (reps.get(key) ?? 0) + (bad ? 0.25 : 1))
      return clean ? { outcome: 'clean' } : otherwise(rung, chance)
    },
  }
}

/** Reps after which a rung is known: of what is shaped or said, and of what is held, walked and run to. */
const talents = {
  quick: { easy: 3, hard: 14 },
  usual: { easy: 6, hard: 16 },
  slow: { easy: 10, hard: 18 },
} as const

/**
 * Two talents: what is easy is known after a few reps, what is held or proofed after many, and how a dog does on one
 * says nothing of the other. Made up, of no source, to see what a forecast makes of such a dog. Chances grow by a
 * logistic of the reps over the talent.
 */
export function twoTalentsDog(temper: TemperName, seed: Draws): SimulatedDog {
  const chance = chancesOf(seed)
  const drawn = () => Math.exp(0.9 * (chance() + chance() + chance() - 1.5))
  const talent = { easy: talents[temper].easy * drawn(), hard: talents[temper].hard * drawn() }
  const reps = new Map<string, number>()
  return {
    wake: () => undefined,
    answer: (rung, ladder, index) => {
      const key = `${ladder}/${index}`
      const hard = (rung.kind !== 'position' && rung.kind !== 'uncued') || rung.rule.kind === 'row'
      const had = (reps.get(key) ?? 0) + 0.25 * (reps.get(`${ladder}/${index - 1}`) ?? 0)
      const clean = chance() < 0.97 / (1 + Math.exp(1.1 - (2.8 * had) / talent[hard ? 'hard' : 'easy']))
      reps.set(key, (reps.get(key) ?? 0) + (clean ? 1 : 0.5))
      return clean ? { outcome: 'clean' } : otherwise(rung, chance)
    },
  }
}

const spaced = { quick: 0.17, usual: 0.1, slow: 0.065 } as const
/** Reps of one ladder on one day after which one teaches half as much. */
const halfTaught = 14

/**
 * Spaced practice teaches more than massed (Ebbinghaus 1885; for dogs Meyer & Ladewig 2008): a rep teaches the less the
 * more of its ladder the day has had, and a night brings back a part of what it did not.
 */
export function spacedDog(temper: TemperName, seed: Draws): SimulatedDog {
  const chance = chancesOf(seed)
  const known = new Map<string, number>()
  const today = new Map<string, { day: number; reps: number }>()
  return {
    wake: () => undefined,
    answer: (rung, ladder, index, _suggestion, day) => {
      const key = `${ladder}/${index}`
      let on = today.get(ladder)
      if (on?.day !== day) today.set(ladder, (on = { day, reps: 0 }))
      on.reps++
      const at = Math.max(known.get(key) ?? 0.3, 0.75 * (known.get(`${ladder}/${index - 1}`) ?? 0))
      const clean = chance() < 0.97 * at
      known.set(key, at + (spaced[temper] * (1 - at) * (clean ? 1.4 : 0.8)) / (1 + on.reps / halfTaught))
      return clean ? { outcome: 'clean' } : otherwise(rung, chance)
    },
  }
}

/** How fast dogs forget that forget: the power of the days left alone, and how a day's work slows it. */
const forgets = { least: 0.05, most: 0.65, slowedTo: 0.8 } as const

/**
 * Any of these dogs, which forgets from one day to the next by a power of the days it was left alone (Wickelgren 1974),
 * each dog at its own pace: what is gone is gone for the first rep of the day, and comes back with it.
 */
export function forgetful(dog: SimulatedDog, seed: Draws): SimulatedDog {
  const chance = chancesOf(seed)
  const power = forgets.least + (forgets.most - forgets.least) * chance()
  const on = new Map<string, { readonly day: number; readonly power: number }>()
  return {
    wake: dog.wake,
    answer: (rung, ladder, index, suggestion, day) => {
      const last = on.get(ladder)
      on.set(ladder, { day, power: last && last.day !== day ? last.power * forgets.slowedTo : (last?.power ?? power) })
      if (last && last.day !== day && chance() > (1 + day - last.day) ** -last.power)
        return { outcome: 'miss', ...(rung.kind === 'timed' ? { brokeSeconds: 1 } : {}) }
      return dog.answer(rung, ladder, index, suggestion, day)
    },
  }
}

export const laws = { edge: edgeDog, strength: strengthDog, insight: insightDog } as const
/** Two more, which no figure of the forecast was ever looked at beside. */
export const furtherLaws = { ...laws, plateau: plateauDog, badDay: badDayDog } as const
/** And two that no rate was ever learned from before they were left out in turn. */
export const allLaws = { ...furtherLaws, twoTalents: twoTalentsDog, spaced: spacedDog } as const
