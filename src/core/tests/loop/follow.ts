import { picked } from '../../coach/picked'
import { findRung } from '../../curriculum/lookup'
import type { Curriculum } from '../../curriculum/types'
import { spanOf } from '../../rule/rule'
import { fewestDays } from './fewest'
import { forbidden } from './forbidden'
import { arrival, live, regimesIn, youngDays, type Lived, type Told, type World } from './live'
import { freshnessOf, meritOf } from './merit'
import type { RungId } from '../../ids'

export interface Followed extends Lived {
  /** Everything that should never have been said, in words. */
  readonly wrong: readonly string[]
}

const taughtAnywhere: ReadonlySet<string> = new Set(['climb', 'climb-back', 'rebuild', 'second-day', 'foundation'])

/**
 * What is said of a suggestion when somebody chooses the very same by hand; nothing may be. Where a rung is taught the
 * coach names a place only because others are shut; somebody who chooses one is asked more.
 */
function chosenAlike({ suggestion: s, curriculum, state, traits, conditions }: Told): string | undefined {
  const of = picked(
    curriculum,
    state,
    {
      rungId: s.rungId,
      placeId: s.placeId ?? conditions.places[0]?.id ?? '',
      level: s.level,
      kit: s.kit,
      leashHolder: s.personId ?? conditions.people[0] ?? '',
      helper: false,
      secondDog: false,
      near: false,
      newCollar: false,
    },
    {
      rung: true,
      place: s.placeId !== undefined && !taughtAnywhere.has(s.why),
      level: true,
      kit: true,
      hands: s.personId !== undefined,
    },
    { traits, arrivesOn: arrival },
    conditions,
  )
  if (of.refused !== undefined) return `chosen by hand it is refused: ${of.refused}`
  if (of.before !== undefined) return `chosen by hand it waits for ${of.before}`
  return of.rungId === s.rungId ? undefined : `chosen by hand it is too much: ${of.rungId}, for ${of.news.join(', ')}`
}

/** How many sets it takes to meet a rung’s rule: what is longer than a set shows nothing of it before. */
function setsFor(curriculum: Curriculum, rungId: RungId): number {
  const rung = findRung(curriculum, rungId)?.rung
  return rung ? Math.ceil(spanOf(rung.rule) / rung.setReps) : 1
}

/** Lives a residency by the book and listens to what is said on the way. */
export function follow(world: World): Followed {
  const wrong: string[] = []
  const facts: Lived['worked'][number]['set'][] = []
  const regimes = regimesIn(world)
  const secondDays = new Map<string, number>()
  let before: { told: Told; merit: string; fresh: string; since: number } | undefined
  const keyOf = (t: Told) =>
    JSON.stringify([
      t.day,
      t.suggestion.rungId,
      t.suggestion.placeId,
      t.suggestion.personId,
      t.suggestion.level,
      t.suggestion.kit,
      t.suggestion.why,
    ])
  const perfect = world.dog === undefined
  const lived = live({
    ...world,
    onWorked: (set) => facts.push(set),
    watch: (told) => {
      const say = (what: string) =>
        wrong.push(`day ${told.day}, ${told.suggestion.rungId} (${told.suggestion.why}): ${what}`)
      const no = forbidden(told, facts, regimes)
      if (no !== undefined) say(no)
      const byHand = chosenAlike(told)
      if (byHand !== undefined) say(byHand)
      if (perfect) {
        const [merit, fresh] = [meritOf(told.state), freshnessOf(told.state)]
        const same = before !== undefined && keyOf(before.told) === keyOf(told)
        const stands =
          before !== undefined &&
          merit === before.merit &&
          (before.told.suggestion.why !== 'refresher' || fresh === before.fresh)
        const since = same && stands ? (before?.since ?? 0) + 1 : 0
        const rung = findRung(told.curriculum, told.suggestion.rungId)?.rung
        // A rule longer than a set takes several; beyond that, nothing was gained.
        if (stands && since >= Math.ceil(12 / Math.max(1, rung?.setReps ?? 1))) say('gains nothing')
        if (
          stands &&
          !same &&
          before !== undefined &&
          before.since === 0 &&
          (rung?.setReps ?? 0) >= 10 &&
          setsFor(told.curriculum, before.told.suggestion.rungId) <= 1 &&
          before.told.suggestion.why !== 'refresher'
        )
          say(`came after ${before.told.suggestion.rungId}, which gained nothing`)
        if (told.suggestion.why === 'second-day') {
          const once = `${told.day} ${told.suggestion.rungId}`
          const sets = (secondDays.get(once) ?? 0) + 1
          secondDays.set(once, sets)
          // A rule longer than a set takes several of them, with others between.
          if (sets > setsFor(told.curriculum, told.suggestion.rungId)) say('a second day asked for twice in one')
        }
        before = { told: { ...told }, merit, fresh, since }
      }
      // What goes in circles would go on to the last day: a few words of it are enough.
      return wrong.length < 20
    },
  })
  for (const e of lived.evenings)
    if (
      e.open === 0 &&
      e.waits.length === 0 &&
      e.shut.length === 0 &&
      (lived.readyOn ?? Number.POSITIVE_INFINITY) > e.day
    )
      wrong.push(`evening of day ${e.day}: nothing is said while something promised is open`)
  return { ...lived, wrong }
}

/**
 * What a dog that never misses came to: ready within the fewest days that second days and prerequisites allow, plus
 * two; or what went wrong.
 */
export function perfectly(world: World): string | undefined {
  const followed = follow(world)
  // A dog that grows up meanwhile may have to keep what its grown ladder makes of the promise.
  const grownOn = Math.max(1, youngDays(world))
  const ladders = regimesIn(world)
    .filter((_, i) => i === 0 || grownOn <= world.days)
    .map((r) => r.curriculum)
  const most =
    Math.max(...ladders.flatMap((ladder) => world.promises.map((p) => fewestDays(ladder, p.rungId, grownOn)))) + 2
  if (followed.wrong.length > 0) return followed.wrong.slice(0, 3).join('; ')
  return followed.readyOn === undefined || followed.readyOn > most
    ? `ready on day ${followed.readyOn ?? 'never'}, ${most} at most; last: ${followed.worked
        .slice(-3)
        .map(
          ({ suggestion: s, verdict }) =>
            `${s.rungId} at ${s.placeId ?? 'the usual place'}, level ${s.level}, ${s.kit}: ${verdict.kind}`,
        )
        .join(', ')}; ${JSON.stringify(followed.evenings.at(-1))}`
    : undefined
}
